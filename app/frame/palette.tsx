import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Dialog from "@mui/material/Dialog";
import TextField from "@mui/material/TextField";
import { useEffect, useRef, useState } from "react";
import { useFetcher, useNavigate } from "react-router";
import { unreachable } from "../../core/base/result.ts";
import type { Hit } from "../../core/ticket/index.ts";
import { useOffers } from "../ui/commands.ts";
import { OTHER_PLACES, PLACES } from "./places.ts";

const PAUSE_MS = 100;

interface Option {
  readonly group: string;
  readonly words: string;
  /** What it is beside its name: the machine of a part, the key of a command. */
  readonly beside: string;
  readonly go: () => void;
}

/** Anything by name: tickets, machines, parts, places, and what this page can do now. */
export default function Palette({ onClose }: { onClose: () => void }) {
  const [query, setQuery] = useState("");
  const hits = useFetcher<readonly Hit[]>();
  const navigate = useNavigate();
  const offers = useOffers();
  const { load } = hits;
  useEffect(() => {
    const timer = setTimeout(() => void load(`/lookup?q=${encodeURIComponent(query)}`), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [query, load]);
  const to = (address: string) => () => void navigate(address);
  const plain = query.trim().toLowerCase();
  const isAsked = (words: string) => words.toLowerCase().includes(plain);
  const options: readonly Option[] = [
    ...offers
      .filter(({ id, isKeyOnly, words }) => !isKeyOnly && id !== "done" && isAsked(words))
      .map(({ words, shown, deed }) => ({
        group: "On this page",
        words,
        beside: shown,
        go: deed,
      })),
    ...[...PLACES, ...OTHER_PLACES]
      .filter(({ label }) => isAsked(label))
      .map(({ to: address, label }) => ({
        group: "Places",
        words: label,
        beside: "",
        go: to(address),
      })),
    ...(hits.data ?? []).map((hit): Option => ({ ...shownOf(hit), go: to(addressOf(hit)) })),
  ];
  const lit = useRef<Option>(undefined);
  const choose = (option: Option) => {
    onClose();
    // After the dialog has given the keys back to the page.
    setTimeout(option.go);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      slotProps={{ paper: { "aria-label": "Find anything" } }}
      sx={{ "& .MuiDialog-container": { alignItems: "flex-start" } }}
    >
      <Autocomplete
        open
        openOnFocus
        autoHighlight
        options={options}
        filterOptions={(all) => all}
        getOptionLabel={({ words }) => words}
        getOptionKey={({ group, words, beside }) => `${group} ${words} ${beside}`}
        inputValue={query}
        onInputChange={(_, value, reason) => reason === "input" && setQuery(value)}
        value={null}
        onChange={(_, option) => option && choose(option)}
        onHighlightChange={(_, option) => {
          lit.current = option ?? undefined;
        }}
        onKeyDown={(event) => {
          // Options that came this moment are not lit yet: Enter means the first of them.
          if (event.key === "Enter" && !lit.current && options[0]) choose(options[0]);
        }}
        onClose={(_, reason) => {
          if (reason === "escape") onClose();
        }}
        noOptionsText={hits.state === "idle" ? `Nothing is called “${query}”.` : "Looking"}
        disablePortal
        slotProps={{
          listbox: { sx: { maxHeight: "60vh" } },
          popper: {
            sx: {
              position: "static !important",
              transform: "none !important",
              width: "100% !important",
            },
          },
        }}
        renderOption={({ key, ...props }, { group, words, beside }) => (
          <Box component="li" key={key} {...props} sx={{ display: "flex", gap: 2, fontSize: 16 }}>
            <span style={{ flex: 1 }}>{words}</span>
            <span style={{ color: "var(--soft)" }}>{beside}</span>
            <span style={{ color: "var(--soft)", width: 92, textAlign: "right", fontSize: 14 }}>
              {group}
            </span>
          </Box>
        )}
        renderInput={(props) => (
          <TextField
            {...props}
            autoFocus
            label="Ticket, customer, machine, part, place or deed"
            sx={{ m: 2, width: "calc(100% - 32px)" }}
          />
        )}
      />
    </Dialog>
  );
}

function shownOf(hit: Hit): Omit<Option, "go"> {
  switch (hit.type) {
    case "ticket":
      return { group: "Tickets", words: `${hit.number} ${hit.customer}`, beside: hit.machine };
    case "machine":
      return { group: "Machines", words: hit.name, beside: hit.code };
    case "part":
      return { group: "Parts", words: hit.name, beside: hit.machine };
    default:
      return unreachable(hit);
  }
}

function addressOf(hit: Hit): string {
  if (hit.type === "ticket") return `/tickets/${hit.number}`;
  const search = new URLSearchParams({ code: hit.code });
  if (hit.type === "part") search.set("for", hit.part);
  return `/guides/${hit.guideId}?${search.toString()}`;
}
