import { type Guide, holdsLid, type PartKind } from "../guide/index.ts";
import type { DownStep, Step } from "../plan/index.ts";
import { type Model, powerBlock } from "../rules/index.ts";
import type { Entry } from "./events.ts";
import type { Answer, BenchState } from "./state.ts";

/** What a stop is about; the words are in `words/stop-words.ts`. */
export type StopKind =
  "begin" | "bulge" | "drain" | "unplug" | "hinge" | "heat" | "seal" | "lithium";

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
/** The battery that was connected for a test comes off again. */
const UNPLUG = plainStop("unplug");
const HINGE = plainStop("hinge");
const HEAT = plainStop("heat");
/** Before a base is pried on a machine that something said of that its pack may be swollen. */
const BULGE: Stop = { ...plainStop("bulge"), good: "no", holds: true };

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

/** The stops of a step on the machine as it is now, answered or not: what makes it dead comes first. */
export function stopsOf(model: Model, state: BenchState, step: Step): readonly Stop[] {
  const { guide } = model;
  const stops: Stop[] = [BEGIN];
  if (state.forTest) stops.push(UNPLUG);
  if (step.do === "place" || step.do === "make") {
    const unseen = packsInSight(model, state).filter((id) => !state.looked.has(id));
    return [...stops, ...unseen.map(lithiumStop)];
  }
  const touched = partsOf(guide, step);
  const isPlug = step.do === "release" && guide.joints[step.joint]!.kind === "connector";
  const kinds = (kind: PartKind): readonly string[] =>
    touched.filter((id) => guide.parts[id]!.kind === kind);
  if (state.signs.length > 0 && isPrying(guide, step)) stops.push(BULGE);
  const packs = new Set(packsInSight(model, state));
  if (!isPlug) for (const id of touched) if (isPack(guide, id)) packs.add(id);
  for (const id of packs) stops.push(lithiumStop(id));
  if (needsDrain(model, state, step)) stops.push(DRAIN);
  if (step.do === "release") for (const id of kinds("seal")) stops.push(sealStop(id));
  if (step.do === "release" && letsLidGo(guide, step.joint)) stops.push(HINGE);
  if (touched.some((id) => isHot(guide, id))) stops.push(HEAT);
  return stops;
}

const partsOf = (guide: Guide, step: DownStep): readonly string[] =>
  step.do === "lift" ? step.parts : guide.joints[step.joint]!.joins;

const isPack = (guide: Guide, id: string): boolean =>
  guide.parts[id]!.handling?.includes("lithium") ?? false;

const isHot = (guide: Guide, id: string): boolean =>
  guide.parts[id]!.kind === "heatsink" || (guide.parts[id]!.handling?.includes("hot") ?? false);

/** What lies over a pack and does not hide it. */
const THIN = new Set<PartKind>([
  "tape",
  "cable",
  "antenna",
  "sticker",
  "seal",
  "pad",
  "foot",
  "bracket",
]);

/** The packs that can be seen as the machine lies: nothing that hides them is over them any more. */
function packsInSight(model: Model, { machine }: BenchState): readonly string[] {
  const { guide } = model;
  return model.partIds.filter((id, p) => {
    if (!isPack(guide, id)) return false;
    return !model.overPart[p]!.some((x) => {
      return (
        machine.stack[x] === machine.stack[p] && !THIN.has(guide.parts[model.partIds[x]!]!.kind)
      );
    });
  });
}

/** Opening clips, or lifting a cover: what bends a base. */
const isPrying = (guide: Guide, step: DownStep): boolean =>
  step.do === "lift"
    ? step.parts.some((id) => guide.parts[id]!.kind === "cover")
    : guide.joints[step.joint]!.kind === "clips";

/**
 * Whether the lid may drop or spring when a joint is opened: the screws of its hinges, but for a lot after
 * which another one between the same parts is still to be opened.
 */
function letsLidGo(guide: Guide, id: string): boolean {
  const { joins } = guide.joints[id]!;
  if (!holdsLid(guide, guide.joints[id]!)) return false;
  return !guide.orders.some(({ first, then, strength }) => {
    const other = guide.joints[then];
    return (
      first === id &&
      strength === "must" &&
      other?.kind === "screws" &&
      joins.every((part) => other.joins.includes(part))
    );
  });
}

/** A step that wants the power off, once the power is off. */
function needsDrain(model: Model, state: BenchState, step: DownStep): boolean {
  if (model.cuts.length === 0 || powerBlock(model, state.machine)) return false;
  if (state.answers.get(UNPLUG.id)?.answer === "yes") return false;
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

const PLAIN = [BEGIN, BULGE, DRAIN, UNPLUG, HINGE, HEAT];

/** A stop by its id; undefined where this guide has none such. */
export function stopById(guide: Guide, id: string): Stop | undefined {
  const [kind, part] = id.split(":");
  if (part === undefined) return PLAIN.find((stop) => stop.id === kind);
  const facts = guide.parts[part];
  if (kind === "seal" && facts?.kind === "seal") return sealStop(part);
  if (kind === "lithium" && facts?.handling?.includes("lithium")) return lithiumStop(part);
  return undefined;
}

/** Whether a held job is about a pack: to go on, it is said where that is now. */
export const isAboutPack = ({ kind }: Stop): boolean => kind === "lithium" || kind === "bulge";

/** Where an entry sends the ticket: a closed job to its soak, a held one to what the customer says. */
export function leavesFor(guide: Guide, entry: Entry): "soak" | "customer" | undefined {
  if (entry.do === "close") return "soak";
  if (entry.do !== "answer") return undefined;
  const stop = stopById(guide, entry.stop);
  return stop?.holds && entry.answer !== stop.good ? "customer" : undefined;
}
