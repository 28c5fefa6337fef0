import Box from "@mui/material/Box";
import { useLayoutEffect, useRef } from "react";
import { Form, NavLink, useFetcher, useLocation } from "react-router";
import type { Person } from "../../core/people/index.ts";
import type { Lamp } from "../ui/theme.ts";
import { useKeys } from "../ui/use-keys.ts";

const PLACES = [
  { to: "/", label: "Counter", end: true },
  { to: "/bench", label: "Bench", end: false },
  { to: "/guides", label: "Guides", end: false },
] as const;

const field = {
  font: "inherit",
  fontSize: 15,
  color: "var(--ink)",
  bgcolor: "var(--card)",
  border: "1px solid var(--line)",
  borderRadius: "6px",
  height: 34,
  px: 1,
} as const;

/** The slim bar on top: places, find box, who is working, the lamp. */
export function Bar({ people, who, lamp }: { people: readonly Person[]; who: Person; lamp: Lamp }) {
  return (
    <Box
      component="header"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 2.5,
        height: 48,
        px: 2,
        borderBottom: "1px solid var(--line)",
        bgcolor: "var(--card)",
      }}
    >
      <Mark />
      <Box component="nav" aria-label="Places" sx={{ display: "flex", gap: 0.5, flex: 1 }}>
        {PLACES.map(({ to, label, end }) => (
          <Box
            key={to}
            component={NavLink}
            to={to}
            end={end}
            sx={{
              px: 1.25,
              py: 0.75,
              color: "var(--ink)",
              textDecoration: "none",
              borderBottom: "3px solid transparent",
              "&.active": { borderColor: "var(--mat)", fontWeight: 700 },
            }}
          >
            {label}
          </Box>
        ))}
      </Box>
      <FindBox />
      <Settings people={people} who={who} lamp={lamp} />
    </Box>
  );
}

function Mark() {
  return (
    <Box sx={{ display: "flex", alignItems: "center", gap: 1, fontWeight: 700 }}>
      <svg width="34" height="22" viewBox="0 0 34 22" aria-hidden="true">
        <path d="M1 3h6v5h5v9h3" fill="none" stroke="var(--mat)" strokeWidth="2.5" />
        <path d="M14 17.5h6" stroke="var(--copper)" strokeWidth="4" />
        <path d="M19 17h3V8h5V3h6" fill="none" stroke="var(--mat)" strokeWidth="1.5" />
      </svg>
      Brisk Bench
    </Box>
  );
}

function FindBox() {
  const input = useRef<HTMLInputElement>(null);
  const { key } = useLocation();
  useLayoutEffect(() => {
    // What was looked for is found: the next key belongs to the page.
    if (!input.current) return;
    input.current.value = "";
    input.current.blur();
  }, [key]);
  useKeys({ "/": () => input.current?.select() });
  return (
    <Form action="/find" role="search">
      <Box
        component="input"
        ref={input}
        name="q"
        autoComplete="off"
        aria-label="Find a ticket or a machine code"
        placeholder="Find: ticket or code  ( / )"
        sx={{ ...field, width: 230 }}
      />
    </Form>
  );
}

function Settings({ people, who, lamp }: { people: readonly Person[]; who: Person; lamp: Lamp }) {
  const person = useFetcher();
  const light = useFetcher();
  const to = { method: "post", action: "/settings" } as const;
  return (
    <>
      <Box
        component="select"
        aria-label="Who is working"
        value={who.id}
        onChange={(event) => void person.submit({ who: event.target.value }, to)}
        sx={field}
      >
        {people.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Box>
      <Box
        component="button"
        type="button"
        onClick={() => void light.submit({ lamp: lamp === "up" ? "down" : "up" }, to)}
        sx={{ ...field, cursor: "pointer" }}
      >
        {lamp === "up" ? "Lamp down" : "Lamp up"}
      </Box>
    </>
  );
}
