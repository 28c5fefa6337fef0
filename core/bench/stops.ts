import { partWord } from "../words/names.ts";
import type { Guide } from "../guide/types.ts";
import type { DownStep, Step } from "../plan/plan.ts";
import type { Entry } from "./events.ts";
import type { Answer, BenchState, Machinery } from "./fold.ts";

/** A question that is answered, not clicked away, before a step is done. */
export interface Stop {
  /** `begin`, `drain`, `hinge`, `heat`, `seal:PART` or `lithium:PART`. */
  readonly id: string;
  readonly ask: string;
  /** The answer with which the job may go on. */
  readonly good: Answer["answer"];
  /** What to do when the answer is the other one. */
  readonly otherwise: string;
  /** Whether the other answer holds the ticket, or only the step until it is done. */
  readonly holds: boolean;
}

const BEGIN: Stop = {
  id: "begin",
  ask: "Charger out, machine shut down, strap or mat on, glasses at hand?",
  good: "yes",
  otherwise: "Do that first: clips fly, and a board that lives is a board that dies.",
  holds: false,
};
const DRAIN: Stop = {
  id: "drain",
  ask: "Battery off. Power button held for ten seconds?",
  good: "yes",
  otherwise: "Hold the power button for ten seconds: it drains what is left on the board.",
  holds: false,
};
const HINGE: Stop = {
  id: "hinge",
  ask: "Is the display held, so that it cannot drop or spring?",
  good: "yes",
  otherwise: "Support the lid, or leave one screw in each hinge until it is held.",
  holds: false,
};
const HEAT: Stop = {
  id: "heat",
  ask: "Has the cooler gone cold since the last load?",
  good: "yes",
  otherwise: "Wait until it can be touched; the fins are sharp besides.",
  holds: false,
};

const sealStop = (guide: Guide, part: string): Stop => ({
  id: `seal:${part}`,
  ask: `Has the customer agreed that the ${partWord(guide, part)} is broken?`,
  good: "yes",
  otherwise:
    "Ask the customer first. What a broken seal means for the warranty, local law decides. The ticket is held.",
  holds: true,
});

const lithiumStop = (guide: Guide, part: string): Stop => ({
  id: `lithium:${part}`,
  ask: `Look at the ${partWord(guide, part)}: is it swollen, dented, warm or sweet-smelling?`,
  good: "no",
  otherwise:
    "Stop. Do not charge, bend, prise or puncture it; no heat gun, no blade. Move the machine to the " +
    "fire-safe place and follow the local rules for transport and licensed disposal. The ticket is held.",
  holds: true,
});

/** The stops of a step on the machine as it is now, answered or not. The build-up has none. */
export function stopsOf(
  { guide, model }: Machinery,
  state: BenchState,
  step: Step,
): readonly Stop[] {
  if (step.do === "place" || step.do === "make") return [];
  const stops: Stop[] = [];
  if (state.done.length === 0) stops.push(BEGIN);
  const touched = partsOf(guide, step);
  const isPlug = step.do === "release" && guide.joints[step.joint]!.kind === "connector";
  const kinds = (kind: string): readonly string[] =>
    touched.filter((id) => guide.parts[id]!.kind === kind);
  if (needsDrain({ guide, model }, state, step)) stops.push(DRAIN);
  if (step.do === "release") for (const id of kinds("sticker")) stops.push(sealStop(guide, id));
  if (!isPlug) {
    for (const id of touched.filter((part) => guide.parts[part]!.handling?.includes("lithium"))) {
      stops.push(lithiumStop(guide, id));
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
function needsDrain({ model }: Machinery, state: BenchState, step: DownStep): boolean {
  if (model.powerJoints.length === 0) return false;
  if (model.powerJoints.some((j) => state.machine.open[j] !== 1)) return false;
  return step.do === "release"
    ? model.afterPower[model.jointOf.get(step.joint)!]!
    : step.parts.some((id) => model.esd[model.partOf.get(id)!]!);
}

/** The first stop of a step that is not answered as it must be. */
export function openStop(machinery: Machinery, state: BenchState, step: Step): Stop | undefined {
  return stopsOf(machinery, state, step).find(
    (stop) => state.answers.get(stop.id)?.answer !== stop.good,
  );
}

/** The stop that holds the job: answered, and not with what lets it go on. */
export function heldBy(machinery: Machinery, state: BenchState): Stop | undefined {
  for (const { stop: id, answer } of state.answers.values()) {
    const stop = stopById(machinery.guide, id);
    if (stop?.holds && stop.good !== answer) return stop;
  }
  return undefined;
}

/** A stop by its id; undefined where this guide has none such. */
export function stopById(guide: Guide, id: string): Stop | undefined {
  const [kind, part] = id.split(":");
  if (part === undefined) return [BEGIN, DRAIN, HINGE, HEAT].find((stop) => stop.id === kind);
  const facts = guide.parts[part];
  if (kind === "seal" && facts?.kind === "sticker") return sealStop(guide, part);
  if (kind === "lithium" && facts?.handling?.includes("lithium")) return lithiumStop(guide, part);
  return undefined;
}

/** Where an entry sends the ticket: a closed job to its soak, a held one to what the customer says. */
export function leavesFor(guide: Guide, entry: Entry): "soak" | "customer" | undefined {
  if (entry.do === "close") return "soak";
  if (entry.do !== "answer") return undefined;
  const stop = stopById(guide, entry.stop);
  return stop?.holds && entry.answer !== stop.good ? "customer" : undefined;
}
