import Check from "@mui/icons-material/Check";
import PlayArrow from "@mui/icons-material/PlayArrow";
import Box from "@mui/material/Box";
import type { Phase } from "../../core/bench/index.ts";
import type { Wait } from "../../core/ticket/index.ts";

type State = "done" | "now" | "later";

const STAGES = [
  "Take in",
  "Find out",
  "Customer's word",
  "Parts",
  "Strip and build",
  "Prove",
  "Hand back",
];

/** How far a ticket has come, by what it waits for. */
const AT: Readonly<Record<Wait, number>> = {
  finding: 1,
  customer: 2,
  part: 3,
  bench: 4,
  soak: 5,
  collection: 6,
  nothing: 7,
};

const STATE_WORDS: Readonly<Record<State, string>> = { done: "done", now: "now", later: "later" };

/** The stages of a job in their order: what is done, where it stands, what comes. */
export function Stages({ waits, phase }: { waits: Wait; phase: Phase | undefined }) {
  const at = AT[waits];
  return (
    <Box
      component="ol"
      aria-label="Stages"
      sx={{
        listStyle: "none",
        m: 0,
        p: 0,
        display: { xs: "flex", md: "grid" },
        flexWrap: "wrap",
        gap: { xs: 1, md: 0.5 },
      }}
    >
      {STAGES.map((name, i) => {
        const state: State = i < at ? "done" : i === at ? "now" : "later";
        return (
          <Box
            component="li"
            key={name}
            aria-current={state === "now" ? "step" : undefined}
            sx={{
              display: "flex",
              gap: 1,
              alignItems: "center",
              py: 0.75,
              px: 1,
              borderRadius: "6px",
              color: state === "later" ? "var(--soft)" : "var(--ink)",
              fontWeight: state === "now" ? 700 : 400,
              ...(state === "now" ? { bgcolor: "var(--matWash)" } : {}),
            }}
          >
            <Box
              component="span"
              sx={{ width: 20, height: 20, display: "grid", placeItems: "center" }}
            >
              {state === "done" && <Check fontSize="small" titleAccess={STATE_WORDS.done} />}
              {state === "now" && <PlayArrow fontSize="small" titleAccess={STATE_WORDS.now} />}
            </Box>
            <span>
              {name}
              {state === "now" && name === "Strip and build" && phase && phase !== "idle" && (
                <Box component="span" sx={{ display: "block", fontSize: 14, fontWeight: 400 }}>
                  {PHASE_SHORT[phase]}
                </Box>
              )}
            </span>
          </Box>
        );
      })}
    </Box>
  );
}

const PHASE_SHORT: Readonly<Record<Exclude<Phase, "idle">, string>> = {
  down: "strip-down",
  swap: "the swap",
  up: "build-up",
  closed: "shut",
};
