import DarkMode from "@mui/icons-material/DarkModeOutlined";
import LightMode from "@mui/icons-material/LightModeOutlined";
import HelpOutline from "@mui/icons-material/HelpOutlined";
import Person from "@mui/icons-material/PersonOutlined";
import Search from "@mui/icons-material/Search";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import IconButton from "@mui/material/IconButton";
import InputAdornment from "@mui/material/InputAdornment";
import OutlinedInput from "@mui/material/OutlinedInput";
import { lazy, Suspense, useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import { Form, Link, NavLink, useFetcher, useLocation } from "react-router";
import type { Person as PersonFacts } from "../../core/people/index.ts";
import type { PinOwner } from "../people/pin-pad.tsx";
import { keyShown, useCommands } from "../ui/commands.ts";
import { holdKeys } from "../ui/use-keys.ts";
import type { Lamp } from "../ui/theme.ts";
import { PLACES } from "./places.ts";

const askPalette = () => import("./palette.tsx");
const Palette = lazy(askPalette);
const PALETTE_MS = 1200;
const HandOver = lazy(() => import("../people/hand-over.tsx"));
const KeysDialog = lazy(() => import("./keys-dialog.tsx"));

interface Props {
  /** Who the screen can be handed over to. */
  choice: readonly PinOwner[];
  who: PersonFacts;
  lamp: Lamp;
}

/** The slim bar on top: places, find box, who is working, the screen's light. */
export function Bar({ choice, who, lamp }: Props) {
  const light = useFetcher();
  const [shown, setShown] = useState<"palette" | "keys">();
  const { key } = useLocation();
  useEffect(() => {
    holdKeys(shown !== undefined);
  }, [shown]);
  useEffect(() => {
    // Fetched while nobody waits: what is typed right after its key must not be lost.
    const timer = setTimeout(() => void askPalette().catch(() => undefined), PALETTE_MS);
    return () => clearTimeout(timer);
  }, []);
  // What was chosen leads away: the next page begins without it.
  useEffect(() => setShown(undefined), [key]);
  const turn = () =>
    void light.submit(
      { lamp: lamp === "up" ? "down" : "up" },
      { method: "post", action: "/settings" },
    );
  useCommands({ lamp: turn, keys: () => setShown("keys") });
  useEffect(() => {
    // Heard in fields too: it leads away from anywhere.
    const hear = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "k") return;
      event.preventDefault();
      setShown("palette");
    };
    window.addEventListener("keydown", hear);
    return () => window.removeEventListener("keydown", hear);
  }, []);
  const words = lamp === "up" ? "Dark screen" : "Light screen";
  return (
    <Box
      component="header"
      sx={{
        // On a wide screen every place is kept before its thing is there: nothing moves while the page comes in.
        display: { xs: "flex", md: "grid" },
        gridTemplateColumns: "auto minmax(0, 1fr) 300px minmax(150px, auto) 40px 40px",
        alignItems: "center",
        gap: { xs: 0.5, md: 2 },
        height: 48,
        px: { xs: 1, md: 2 },
        borderBottom: "1px solid var(--line)",
        bgcolor: "var(--card)",
      }}
    >
      <Mark />
      <Box
        component="nav"
        aria-label="Places"
        sx={{ display: "flex", flex: 1, minWidth: 0, overflowX: "auto", scrollbarWidth: "none" }}
      >
        {PLACES.map(({ to, label, end }) => (
          <Box
            key={to}
            component={NavLink}
            to={to}
            end={end}
            sx={{
              px: { xs: 0.75, md: 1.25 },
              py: 1.25,
              fontSize: { xs: 15, md: 16 },
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
      <FindBox onHidden={() => setShown("palette")} />
      <IconButton
        title={`Find anything (${keyShown("palette")})`}
        aria-label="Find anything"
        onClick={() => setShown("palette")}
        sx={{ display: { md: "none" }, color: "var(--ink)" }}
      >
        <Search />
      </IconButton>

      <Who choice={choice} who={who} />
      <IconButton title={words} aria-label={words} onClick={turn} sx={{ color: "var(--ink)" }}>
        {lamp === "up" ? <DarkMode /> : <LightMode />}
      </IconButton>

      <IconButton
        title={`Keys of this page (${keyShown("keys")})`}
        aria-label="Keys of this page"
        onClick={() => setShown("keys")}
        sx={{ display: { xs: "none", sm: "inline-flex" }, color: "var(--ink)" }}
      >
        <HelpOutline />
      </IconButton>

      <Suspense>
        {shown === "palette" && <Palette onClose={() => setShown(undefined)} />}
        {shown === "keys" && <KeysDialog onClose={() => setShown(undefined)} />}
      </Suspense>
    </Box>
  );
}

function Mark() {
  return (
    <Box
      component={Link}
      to="/"
      aria-label="Brisk Bench, to the counter"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 1,
        fontWeight: 700,
        color: "inherit",
        textDecoration: "none",
      }}
    >
      <svg width="34" height="22" viewBox="0 0 34 22" aria-hidden="true">
        <path d="M1 3h6v5h5v9h3" fill="none" stroke="var(--mat)" strokeWidth="2.5" />
        <path d="M14 17.5h6" stroke="var(--copper)" strokeWidth="4" />
        <path d="M19 17h3V8h5V3h6" fill="none" stroke="var(--mat)" strokeWidth="1.5" />
      </svg>
      <Box component="span" sx={{ display: { xs: "none", lg: "inline" } }}>
        Brisk Bench
      </Box>
    </Box>
  );
}

/** `onHidden`: what its key does where the bar has no room for it. */
function FindBox({ onHidden }: { onHidden: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const { key } = useLocation();
  useLayoutEffect(() => {
    // What was looked for is found: the next key belongs to the page.
    if (!input.current) return;
    input.current.value = "";
    input.current.blur();
  }, [key]);
  useCommands({
    find: () => (input.current?.offsetParent ? input.current.select() : onHidden()),
  });
  return (
    <Box
      component={Form}
      action="/find"
      role="search"
      aria-label="Find"
      sx={{ display: { xs: "none", md: "block" } }}
    >
      <OutlinedInput
        inputRef={input}
        name="q"
        size="small"
        autoComplete="off"
        placeholder="Ticket, name, phone or code"
        startAdornment={
          <InputAdornment position="start">
            <Search fontSize="small" />
          </InputAdornment>
        }
        endAdornment={
          <Box component="kbd" className="key" aria-hidden="true">
            {keyShown("find")}
          </Box>
        }
        inputProps={{ "aria-label": "Find a ticket, a person or a code" }}
        sx={{ width: 300, height: 36, bgcolor: "var(--card)" }}
      />
    </Box>
  );
}

function Who({ choice, who }: Pick<Props, "choice" | "who">) {
  const [isOpen, setOpen] = useState(false);
  const close = useCallback(() => setOpen(false), []);
  return (
    <>
      <Button
        color="inherit"
        startIcon={<Person />}
        aria-haspopup="dialog"
        aria-label={`Who is working: ${who.name}`}
        onClick={() => setOpen(true)}
        sx={{
          whiteSpace: "nowrap",
          minWidth: 0,
          "& .MuiButton-startIcon": { mr: { xs: 0, sm: 1 } },
        }}
      >
        <Box component="span" sx={{ display: { xs: "none", sm: "inline" } }}>
          {who.name}
        </Box>
      </Button>
      <Suspense>{isOpen && <HandOver people={choice} who={who} onClose={close} />}</Suspense>
    </>
  );
}
