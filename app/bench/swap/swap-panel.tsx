import Box from "@mui/material/Box";
import type { BenchState, Fitted } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { type CodeMatch, compareCodes } from "../../../core/swap/index.ts";
import { capital, jointWord, partWord, wordList } from "../../../core/words/index.ts";
import { useDevice } from "../../devices/use-device.ts";
import { fieldLook } from "../screen/field-look.ts";
import { Caution, StepLine } from "../screen/panel.tsx";
import { DriveBox, GaugeBox, MemoryBox, PadBox, PasteBox } from "./swap-arithmetic.tsx";

export interface Transfer {
  readonly part: string;
  readonly joints: readonly string[];
}

/** The bottom of the job: the old part is out, the new one comes. */
export function SwapPanel({
  model,
  state,
  transfers,
  fitted,
  setFitted,
}: {
  model: Model;
  state: BenchState;
  transfers: readonly Transfer[];
  fitted: readonly Fitted[];
  setFitted: (fitted: readonly Fitted[]) => void;
}) {
  const { guide } = model;
  if (state.rework !== undefined) return <Reseat guide={guide} joint={state.rework} />;
  const { targets } = state;
  const open = partsOpen(model, state);
  return (
    <Box sx={{ display: "grid", gap: 1.75, alignContent: "start" }}>
      <StepLine>
        <Box component="span" sx={{ color: "var(--copper)" }}>
          Swap:
        </Box>{" "}
        {wordList(targets.map((id) => partWord(guide, id)))}
      </StepLine>
      <Codes guide={guide} targets={targets} fitted={fitted} setFitted={setFitted} />
      {transfers.length > 0 && (
        <Box sx={{ fontSize: 18 }}>
          <b>Move over from the old one first:</b>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {transfers.map(({ part, joints }) => (
              <li key={part}>
                {capital(partWord(guide, part))}
                {joints.length > 0 && `: ${wordList(joints.map((id) => jointWord(guide, id)))}`}
              </li>
            ))}
          </Box>
        </Box>
      )}
      <Box sx={{ fontSize: 18 }}>
        <b>Clean what is open now:</b> dust out of fins and fan, the blades held still; old paste
        off with alcohol; contacts with a damp swab.
      </Box>
      {targets.some((id) => guide.parts[id]?.kind === "battery") && <GaugeBox />}
      {open.map((id) => (
        <Arithmetic key={id} guide={guide} id={id} />
      ))}
      {targets.some((id) => guide.parts[id]?.handling?.includes("lithium")) && (
        <Caution>
          The old pack does not go into the bin: follow the local rules for transport and licensed
          disposal.
        </Caution>
      )}
      {open.some((id) => guide.parts[id]?.dies) && (
        <Caution>Alcohol is flammable: no sparks, air the room. Paste goes on a dry die.</Caution>
      )}
    </Box>
  );
}

function Reseat({ guide, joint }: { guide: Guide; joint: string }) {
  return (
    <Box sx={{ display: "grid", gap: 1.5, alignContent: "start" }}>
      <StepLine>
        <Box component="span" sx={{ color: "var(--copper)" }}>
          Back at:
        </Box>{" "}
        the {jointWord(guide, joint)}
      </StepLine>
      <Box sx={{ fontSize: 18, lineHeight: 1.35 }}>
        Open it, look at both halves, close it anew until it is home. What it serves is tried out
        again before the cover goes on.
      </Box>
    </Box>
  );
}

/** Parts that are off the machine, or were laid bare: their arithmetic has its place now. */
function partsOpen(model: Model, state: BenchState): readonly string[] {
  const { guide } = model;
  const home = state.machine.stack[model.frame];
  return model.partIds.filter((id, p) => {
    const { dies, gap, memory, slot } = guide.parts[id]!;
    if (memory)
      return state.targets.some(
        (target) => guide.parts[target]!.kind === "memory" || target === id,
      );
    return (dies ?? gap ?? slot) !== undefined && state.machine.stack[p] !== home;
  });
}

function Arithmetic({ guide, id }: { guide: Guide; id: string }) {
  const { dies, bond, gap, memory, slot } = guide.parts[id]!;
  const name = capital(partWord(guide, id));
  return (
    <>
      {dies && <PasteBox name={name} dies={dies} bond={bond ?? 0.05} />}
      {gap !== undefined && <PadBox name={name} gap={gap} />}
      {memory && <MemoryBox facts={memory} />}
      {slot && <DriveBox name={name} slot={slot} />}
    </>
  );
}

const MATCH_WORDS: Readonly<Record<CodeMatch, string>> = {
  same: "✓ the same code",
  revision: "another revision: look it up before it goes in",
  other: "✗ another code: is it the right part?",
};

/** Code on the old part and on the new one: read by the scanner or typed. */
function Codes({
  guide,
  targets,
  fitted,
  setFitted,
}: {
  guide: Guide;
  targets: readonly string[];
  fitted: readonly Fitted[];
  setFitted: (fitted: readonly Fitted[]) => void;
}) {
  const set = (part: string, code: string) =>
    setFitted([
      ...fitted.filter((one) => one.part !== part),
      ...(code === "" ? [] : [{ part, code }]),
    ]);
  useDevice("scanner", (line) => {
    const next = targets.find((id) => !fitted.some(({ part }) => part === id));
    if (next !== undefined) set(next, line.trim());
  });
  return targets.map((id) => {
    const known = guide.parts[id]!.codes ?? [];
    const code = fitted.find(({ part }) => part === id)?.code ?? "";
    const matches = known.map((one) => compareCodes(one, code));
    const best = (["same", "revision", "other"] as const).find((match) => matches.includes(match));
    return (
      <Box
        key={id}
        sx={{
          borderLeft: "4px solid var(--copper)",
          pl: 1.5,
          fontSize: 18,
          display: "grid",
          gap: 0.5,
        }}
      >
        <b>{capital(partWord(guide, id))}</b>
        {known.length > 0 && (
          <Box>
            On the old part: <span className="mono">{wordList(known, "or")}</span>
          </Box>
        )}
        <Box component="label" sx={{ display: "flex", gap: 1, alignItems: "center" }}>
          On the new part
          <Box
            component="input"
            aria-label={`Code on the new ${partWord(guide, id)}`}
            value={code}
            onChange={(event) => set(id, event.target.value)}
            sx={{ ...fieldLook, width: 190, height: 44 }}
          />
        </Box>
        {code !== "" && best && (
          <Box
            role="status"
            sx={{ fontWeight: 700, color: best === "same" ? "var(--good)" : "var(--stop)" }}
          >
            {MATCH_WORDS[best]}
          </Box>
        )}
        {guide.parts[id]!.note !== undefined && (
          <Box sx={{ color: "var(--soft)" }}>{guide.parts[id]!.note}</Box>
        )}
      </Box>
    );
  });
}
