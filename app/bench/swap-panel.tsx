import Box from "@mui/material/Box";
import { capital, partWord, wordList, type Guide } from "../../core/guide/index.ts";
import { mainPart, type BenchState, type Machinery } from "../../core/bench/index.ts";
import { StepLine, Caution } from "./panel.tsx";

/** The bottom of the job: the old part is out, the new one comes. */
export function SwapPanel({ machinery, state }: { machinery: Machinery; state: BenchState }) {
  const { guide, model } = machinery;
  const targets = state.job?.for ?? [];
  const home = state.machine.stack[model.frame];
  const loose = model.partIds.filter(
    (id, p) => state.machine.stack[p] !== home && !targets.includes(id),
  );
  return (
    <Box sx={{ display: "grid", gap: 1.75, alignContent: "start" }}>
      <StepLine>
        <Box component="span" sx={{ color: "var(--copper)" }}>
          Swap:
        </Box>{" "}
        {wordList(targets.map((id) => partWord(guide, id)))}
      </StepLine>
      {targets.map((id) => (
        <Target key={id} guide={guide} id={id} />
      ))}
      <Box sx={{ fontSize: 18 }}>
        Clean what is open now: dust in the fins and the fan, old paste off with alcohol.
      </Box>
      {loose.length > 0 && (
        <Box sx={{ fontSize: 18, color: "var(--soft)" }}>
          Lying beside the machine: {wordList(loose.map((id) => partWord(guide, id)))}.
        </Box>
      )}
      {targets.some((id) => guide.parts[id]?.handling?.includes("lithium")) && (
        <Caution>
          A swollen, dented or warm pack: stop. Into the fire-safe place, not the bin; follow the
          local rules for transport and licensed disposal.
        </Caution>
      )}
      {targets.some((id) => guide.parts[id]?.handling?.includes("paste")) && (
        <Caution>Fresh paste on a clean, dry die. Alcohol is flammable: air the room.</Caution>
      )}
    </Box>
  );
}

function Target({ guide, id }: { guide: Guide; id: string }) {
  const { codes, note } = guide.parts[id] ?? {};
  return (
    <Box sx={{ borderLeft: "4px solid var(--copper)", pl: 1.5, fontSize: 18 }}>
      <b>{capital(partWord(guide, mainPart(guide, [id])))}</b>
      {codes && (
        <Box>
          Code on the old part and on the new one:{" "}
          <span className="mono">{wordList(codes, "or")}</span>
        </Box>
      )}
      {note !== undefined && <Box sx={{ color: "var(--soft)" }}>{note}</Box>}
    </Box>
  );
}
