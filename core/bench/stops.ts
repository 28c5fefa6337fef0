import type { Guide } from "../guide/index.ts";
import type { DownStep, Step } from "../plan/index.ts";
import { type Model, powerBlock } from "../rules/index.ts";
import type { Entry } from "./events.ts";
import type { Answer, BenchState } from "./fold.ts";

/** What a stop is about; the words are in `words/stop-words.ts`. */
export type StopKind = "begin" | "drain" | "hinge" | "heat" | "seal" | "lithium";

/** A question that is answered, not clicked away, before a step is done. */
export interface Stop {
  /** Its kind, or `seal:PART`, `lithium:PART`. */
  readonly id: string;
  readonly kind: StopKind;
  /** The part it asks about, where it asks about one. */
  readonly part: string | undefined;
  /** The answer with which the job may go on. */
  readonly good: Answer["answer"];
  /** Whether the other answer holds the ticket, or only the step until it is done. */
  readonly holds: boolean;
}

const plainStop = (kind: StopKind): Stop => ({
  id: kind,
  kind,
  part: undefined,
  good: "yes",
  holds: false,
});
const BEGIN = plainStop("begin");
const DRAIN = plainStop("drain");
const HINGE = plainStop("hinge");
const HEAT = plainStop("heat");

const sealStop = (part: string): Stop => ({
  id: `seal:${part}`,
  kind: "seal",
  part,
  good: "yes",
  holds: true,
});
const lithiumStop = (part: string): Stop => ({
  id: `lithium:${part}`,
  kind: "lithium",
  part,
  good: "no",
  holds: true,
});

/** The stops of a step on the machine as it is now, answered or not. The build-up has none. */
export function stopsOf(model: Model, state: BenchState, step: Step): readonly Stop[] {
  const { guide } = model;
  if (step.do === "place" || step.do === "make") return [];
  const stops: Stop[] = [];
  if (state.done.length === 0) stops.push(BEGIN);
  const touched = partsOf(guide, step);
  const isPlug = step.do === "release" && guide.joints[step.joint]!.kind === "connector";
  const kinds = (kind: string): readonly string[] =>
    touched.filter((id) => guide.parts[id]!.kind === kind);
  if (needsDrain(model, state, step)) stops.push(DRAIN);
  if (step.do === "release") for (const id of kinds("sticker")) stops.push(sealStop(id));
  if (!isPlug) {
    for (const id of touched.filter((part) => guide.parts[part]!.handling?.includes("lithium"))) {
      stops.push(lithiumStop(id));
    }
  }
  const isScrews = step.do === "release" && guide.joints[step.joint]!.kind === "screws";
  if (isScrews && (kinds("hinge").length > 0 || kinds("display").length > 0)) stops.push(HINGE);
  if (step.do === "lift" && isCooler(guide, step)) stops.push(HEAT);
  return stops;
}

const partsOf = (guide: Guide, step: DownStep): readonly string[] =>
  step.do === "lift" ? step.parts : guide.joints[step.joint]!.joins;

const isCooler = (guide: Guide, step: Extract<DownStep, { do: "lift" }>): boolean =>
  step.parts.some(
    (id) => guide.parts[id]!.kind === "heatsink" || guide.parts[id]!.handling?.includes("hot"),
  );

/** The first step that wants the power off, once the power is off. */
function needsDrain(model: Model, state: BenchState, step: DownStep): boolean {
  if (model.cuts.length === 0 || powerBlock(model, state.machine)) return false;
  return step.do === "release"
    ? model.afterPower[model.jointOf.get(step.joint)!]!
    : step.parts.some((id) => model.esd[model.partOf.get(id)!]!);
}

/** The first stop of a step that is not answered as it must be. */
export function openStop(model: Model, state: BenchState, step: Step): Stop | undefined {
  return stopsOf(model, state, step).find(
    (stop) => state.answers.get(stop.id)?.answer !== stop.good,
  );
}

/** The stop that holds the job: answered, and not with what lets it go on. */
export function heldBy(model: Model, state: BenchState): Stop | undefined {
  for (const { stop: id, answer } of state.answers.values()) {
    const stop = stopById(model.guide, id);
    if (stop?.holds && stop.good !== answer) return stop;
  }
  return undefined;
}

/** A stop by its id; undefined where this guide has none such. */
export function stopById(guide: Guide, id: string): Stop | undefined {
  const [kind, part] = id.split(":");
  if (part === undefined) return [BEGIN, DRAIN, HINGE, HEAT].find((stop) => stop.id === kind);
  const facts = guide.parts[part];
  if (kind === "seal" && facts?.kind === "sticker") return sealStop(part);
  if (kind === "lithium" && facts?.handling?.includes("lithium")) return lithiumStop(part);
  return undefined;
}

/** Where an entry sends the ticket: a closed job to its soak, a held one to what the customer says. */
export function leavesFor(guide: Guide, entry: Entry): "soak" | "customer" | undefined {
  if (entry.do === "close") return "soak";
  if (entry.do !== "answer") return undefined;
  const stop = stopById(guide, entry.stop);
  return stop?.holds && entry.answer !== stop.good ? "customer" : undefined;
}
