import Box from "@mui/material/Box";
import type { BenchState, Fitted } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { hasSisters, isPlainCode, judgeCode, standoffJoint } from "../../../core/swap/index.ts";
import {
  capital,
  cleaningWords,
  CODE_WORDS,
  jointWord,
  partWord,
  wordList,
} from "../../../core/words/index.ts";
import { useDevice } from "../../devices/use-device.ts";
import { BenchField } from "../screen/bench-field.tsx";
import { Caution, StepLine } from "../screen/panel.tsx";
import { GaugeBox } from "./gauge-box.tsx";
import { DriveBox, MemoryBox, PadBox, PasteBox } from "./swap-arithmetic.tsx";

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
  onOpen,
}: {
  model: Model;
  state: BenchState;
  transfers: readonly Transfer[];
  fitted: readonly Fitted[];
  setFitted: (fitted: readonly Fitted[]) => void;
  /** One more joint is to be opened before the build-up. */
  onOpen: (joint: string) => void;
}) {
  const { guide } = model;
  if (state.rework !== undefined) return <Reseat guide={guide} joint={state.rework} />;
  const again = new Set(state.job?.again ?? []);
  const cleaned = state.targets.filter((id) => again.has(id));
  const targets = state.targets.filter((id) => !again.has(id));
  const open = partsOpen(model, state);
  return (
    <Box sx={{ display: "grid", gap: 1.75, alignContent: "start" }}>
      {targets.length > 0 && (
        <StepLine>
          <Box component="span" sx={{ color: "var(--copper)" }}>
            Swap:
          </Box>{" "}
          {wordList(targets.map((id) => partWord(guide, id)))}
        </StepLine>
      )}
      {state.targets.length === 0 && (
        <StepLine>
          <Box component="span" sx={{ color: "var(--copper)" }}>
            Look:
          </Box>{" "}
          {wordList((state.job?.reach ?? []).flatMap((id) => nameOfThing(guide, id)))}
        </StepLine>
      )}
      {cleaned.length > 0 && (
        <StepLine>
          <Box component="span" sx={{ color: "var(--copper)" }}>
            Clean:
          </Box>{" "}
          {wordList(cleaned.map((id) => partWord(guide, id)))}
        </StepLine>
      )}
      {cleaned.length > 0 && (
        <Box sx={{ fontSize: 18 }}>
          The same {cleaned.length === 1 ? "part goes" : "parts go"} back in, cleaned; paste is put
          on anew.
        </Box>
      )}
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
        <b>Clean what is open now:</b> {cleaningWords(guide, partsOut(model, state)).join("; ")}.
      </Box>
      {targets.some((id) => guide.parts[id]?.kind === "battery") && <GaugeBox />}
      {open.map((id) => (
        <Arithmetic key={id} model={model} state={state} id={id} onOpen={onOpen} />
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

/** Parts by name; what they are plugged in by goes without saying. */
const nameOfThing = (guide: Guide, id: string): readonly string[] =>
  guide.parts[id] ? [partWord(guide, id)] : [];

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

const partsOut = (model: Model, { machine }: BenchState): readonly string[] =>
  model.partIds.filter((_, p) => machine.stack[p] !== machine.stack[model.frame]);

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

function Arithmetic({
  model,
  state,
  id,
  onOpen,
}: {
  model: Model;
  state: BenchState;
  id: string;
  onOpen: (joint: string) => void;
}) {
  const { guide } = model;
  const { dies, bond, gap, memory, slot } = guide.parts[id]!;
  const word = partWord(guide, id);
  const name = capital(word);
  const standoff = slot && standoffJoint(guide, id);
  const isShut = standoff !== undefined && state.machine.open[model.jointOf.get(standoff)!] === 0;
  return (
    <>
      {dies && <PasteBox name={name} dies={dies} bond={bond ?? 0.05} />}
      {gap !== undefined && <PadBox name={name} gap={gap} />}
      {memory && <MemoryBox facts={memory} />}
      {slot && (
        <DriveBox name={word} slot={slot} onMove={isShut ? () => onOpen(standoff) : undefined} />
      )}
    </>
  );
}

/** Codes on the old part and on the new one: read by the scanner or typed; another code wants a reason. */
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
  const of = (part: string): Fitted =>
    fitted.find((one) => one.part === part) ?? { part, code: "" };
  const change = (part: string, { code, old, why }: Partial<Fitted>) => {
    const was = of(part);
    const next = { ...was, code: code ?? was.code };
    const more = { old: old ?? was.old ?? "", why: why ?? was.why ?? "" };
    const given = Object.fromEntries(Object.entries(more).filter(([, text]) => text !== ""));
    const one: Fitted = { part, code: next.code, ...given };
    const isEmpty = one.code === "" && Object.keys(given).length === 0;
    setFitted([...fitted.filter((other) => other.part !== part), ...(isEmpty ? [] : [one])]);
  };
  useDevice("scanner", (line) => {
    const next = targets.find((id) => of(id).code === "");
    if (next !== undefined) change(next, { code: line.trim() });
  });
  return targets.map((id) => (
    <PartCodes key={id} guide={guide} one={of(id)} onChange={(more) => change(id, more)} />
  ));
}

function PartCodes({
  guide,
  one,
  onChange,
}: {
  guide: Guide;
  one: Fitted;
  onChange: (more: Partial<Fitted>) => void;
}) {
  const { part, code, old, why = "" } = one;
  const known = guide.parts[part]!.codes ?? [];
  const isKnown = known.length > 0 || old !== undefined;
  const verdict = code !== "" && isKnown ? judgeCode(known, old, code) : undefined;
  const wantsOld = known.length === 0 || hasSisters(known) || old !== undefined;
  const name = partWord(guide, part);
  const field = (label: string, value: string, set: (value: string) => void) => (
    <BenchField
      label={`${label} ${name}`}
      value={value}
      onChange={(event) => set(event.target.value)}
      width={340}
    />
  );
  return (
    <Box
      sx={{
        borderLeft: "4px solid var(--copper)",
        pl: 1.5,
        fontSize: 18,
        display: "grid",
        gap: 0.5,
      }}
    >
      <b>{capital(name)}</b>
      {known.length > 0 && (
        <Box>
          By the guide: <span className="mono">{wordList(known, "or")}</span>
        </Box>
      )}
      {wantsOld && field("Code on the old", old ?? "", (text) => onChange({ old: text }))}
      {field("Code on the new", code, (text) => onChange({ code: text }))}
      {verdict && (
        <Box
          role="status"
          sx={{ fontWeight: 700, color: isPlainCode(verdict) ? "var(--good)" : "var(--stop)" }}
        >
          {CODE_WORDS[verdict]}
        </Box>
      )}
      {verdict &&
        !isPlainCode(verdict) &&
        field("Why it goes in,", why, (text) => onChange({ why: text }))}
      {guide.parts[part]!.note !== undefined && (
        <Box sx={{ color: "var(--soft)" }}>{guide.parts[part]!.note}</Box>
      )}
    </Box>
  );
}
