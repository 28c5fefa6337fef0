import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { deadWithout, stepWords } from "../../core/bench/index.ts";
import { capital, jointWord, wordList, type Guide } from "../../core/guide/index.ts";
import type { Step } from "../../core/plan/index.ts";
import { JointSign } from "../signs/joint-sign.tsx";
import { Key, StepLine } from "./panel.tsx";
import { useInView } from "./use-in-view.ts";
import type { BenchView } from "./view.ts";

/** The last chance before something is covered: each joint by name, confirmed one by one. */
export function GatePanel({
  guide,
  step,
  gate,
  onConfirm,
}: {
  guide: Guide;
  step: Step;
  gate: BenchView["gate"];
  onConfirm: (joint: string) => void;
}) {
  const open = gate.filter(({ confirmed }) => !confirmed).length;
  return (
    <Box sx={{ display: "grid", gap: 1.5, gridTemplateRows: "auto auto 1fr", minHeight: 0 }}>
      <StepLine>
        {open > 0 ? "Gate: look at each before it is covered" : stepWords(guide, step)}
      </StepLine>
      <Box sx={{ fontSize: 18 }}>
        {open > 0
          ? `After the next step these cannot be reached. ${open} of ${gate.length} still to confirm.`
          : "All confirmed."}
      </Box>
      <Box
        sx={{ display: "grid", gap: 0.75, alignContent: "start", overflowY: "auto", minHeight: 0 }}
      >
        {gate.map(({ joint, confirmed }, i) => (
          <Item
            key={joint}
            guide={guide}
            id={joint}
            confirmed={confirmed}
            isNext={!confirmed && gate.findIndex((one) => !one.confirmed) === i}
            onConfirm={onConfirm}
          />
        ))}
      </Box>
    </Box>
  );
}

function Item({
  guide,
  id,
  confirmed,
  isNext,
  onConfirm,
}: {
  guide: Guide;
  id: string;
  confirmed: boolean;
  isNext: boolean;
  onConfirm: (joint: string) => void;
}) {
  const joint = guide.joints[id]!;
  const dead = deadWithout(joint);
  const edge = confirmed ? "var(--good)" : isNext ? "var(--mat)" : "var(--line)";
  const seen = useInView<HTMLButtonElement>(isNext);
  return (
    <ButtonBase
      ref={seen}
      onClick={() => onConfirm(id)}
      disabled={confirmed}
      aria-label={`${capital(jointWord(guide, id))}: ${confirmed ? "confirmed" : "confirm"}`}
      sx={{
        minHeight: 56,
        display: "grid",
        gridTemplateColumns: "108px 1fr auto",
        gap: 1.5,
        px: 1,
        py: 0.5,
        textAlign: "left",
        fontSize: 18,
        border: "2px solid",
        borderColor: edge,
        borderRadius: "6px",
        bgcolor: "var(--card)",
      }}
    >
      <JointSign joint={joint} />
      <span>
        <b>{capital(jointWord(guide, id))}</b>
        {dead.length > 0 && (
          <Box component="span" sx={{ display: "block", fontSize: 16, color: "var(--soft)" }}>
            Open, it kills: {wordList(dead)}
          </Box>
        )}
      </span>
      <Box
        component="span"
        sx={{ fontWeight: 700, color: confirmed ? "var(--good)" : "var(--ink)" }}
      >
        {confirmed ? "✓ seen" : isNext ? <Key>Space</Key> : "not yet"}
      </Box>
    </ButtonBase>
  );
}
