import { pick, seeded } from "../base/seeded.ts";
import type { ConnectorType, Guide, ScrewsJoint } from "../guide/index.ts";
import { CONNECTOR_TYPES, jointMinutes } from "../guide/index.ts";
import { moveOf, type Plan, savedState, type SavedState } from "../plan/index.ts";
import { after, blockOf, closedMachine, type Model, problemOf } from "../rules/index.ts";
import { danger, likeness, mixUp, type Screw, screwOf } from "../screws/index.ts";
import { type Damage, type Deed, type Outcome, type Setting, shuffled } from "./exercise.ts";

/** What all questions have: what can be answered, what was, and what is right when it is over. */
interface Asked {
  readonly options: readonly string[];
  readonly said: string | undefined;
  readonly right: readonly string[];
  readonly outcome: Outcome | undefined;
}

export interface OpensView extends Asked {
  readonly kind: "opens";
  /** The plug that is asked about; the options are types of connector, by how each opens. */
  readonly joint: string;
  readonly type: ConnectorType;
}

export interface ScrewView extends Asked {
  readonly kind: "screw";
  /** What was measured of the screw in the hand, mm; the options are lots. */
  readonly measured: Pick<Screw, "drive" | "length" | "headWidth" | "finish">;
}

export interface HoldsView extends Asked {
  readonly kind: "holds";
  readonly stuck: string;
  /** The machine as it lies there; the options are joints that are shut. */
  readonly machine: SavedState;
}

/** The answer that was given, and how it came out. */
function answered(
  options: readonly string[],
  right: readonly string[],
  deeds: readonly Deed[],
  wrong: (answer: string) => { readonly damage: Damage; readonly minutes: number },
): Asked {
  const deed = deeds.find(
    (one) => one.do === "leave" || (one.do === "say" && options.includes(one.answer)),
  );
  const said = deed?.do === "say" ? deed.answer : undefined;
  const shown = { options, said, right: deed ? right : [] };
  if (!deed) return { ...shown, outcome: undefined };
  if (said === undefined) {
    return { ...shown, outcome: { minutes: 0, least: 0, damage: [{ type: "left" }] } };
  }
  if (right.includes(said)) return { ...shown, outcome: { minutes: 0, least: 0, damage: [] } };
  const { damage, minutes } = wrong(said);
  return { ...shown, outcome: { minutes, least: 0, damage: [damage] } };
}

/** How does it open? A plug of the machine, of the type that the subject names; four ways, one of them its own. */
export function opensView(
  { guide }: Model,
  type: ConnectorType,
  { seed }: Setting,
  deeds: readonly Deed[],
): OpensView {
  const random = seeded(seed);
  const joint = pick(random, plugsOfType(guide, type));
  const others = shuffled(
    random,
    CONNECTOR_TYPES.filter((one) => one !== type),
  ).slice(0, 3);
  const options = shuffled(random, [type, ...others]);
  const { off } = jointMinutes(guide.joints[joint]!);
  return {
    kind: "opens",
    joint,
    type,
    ...answered(options, [type], deeds, (said) => ({
      damage: { type: "forced", joint, as: said as ConnectorType },
      minutes: off,
    })),
  };
}

export const plugsOfType = ({ joints }: Guide, type: ConnectorType): readonly string[] =>
  Object.keys(joints).filter((id) => {
    const joint = joints[id]!;
    return joint.kind === "connector" && joint.type === type && !joint.permanent;
  });

/** A caliper of the bench reads to so much, mm; screws are made to about a tenth. */
const READS = 0.05;

/** Which screw? One that was found, as the caliper reads it; the lots that it is most easily taken for. */
export function screwView({ guide }: Model, { seed }: Setting, deeds: readonly Deed[]): ScrewView {
  const random = seeded(seed);
  const lots = lotsOf(guide);
  const lot = pick(random, mistakable(guide, lots));
  const screw = screwIn(guide, lot);
  const others = lots.filter((id) => isOther(guide, lot, id));
  const mistaken = (id: string): number => {
    const other = screwIn(guide, id);
    return danger(screw, other) + 0.1 * likeness(screw, other);
  };
  const shown = new Map<string, string>();
  for (const id of [...others].sort((a, b) => mistaken(b) - mistaken(a))) {
    const key = kindKey(guide, id);
    if (!shown.has(key)) shown.set(key, id);
  }
  const options = shuffled(random, [lot, ...[...shown.values()].slice(0, 3)]);
  const length = Math.round((screw.length + (random() * 2 - 1) * 1.5 * READS) / READS) * READS;
  return {
    kind: "screw",
    measured: {
      drive: screw.drive,
      length: Math.round(length * 100) / 100,
      headWidth: screw.headWidth,
      finish: screw.finish,
    },
    ...answered(options, [lot], deeds, (said) => {
      const { off, on } = jointMinutes(guide.joints[said]!);
      const bad = mixUp(screw, screwIn(guide, said));
      return { damage: { type: "wrong-hole", lot: said, mixUp: bad }, minutes: off + on };
    }),
  };
}

/** Lots whose screw does harm in a hole that it is taken for; where there is none, those that can be told from another. */
function mistakable(guide: Guide, lots: readonly string[]): readonly string[] {
  const told = (id: string) => lots.filter((other) => isOther(guide, id, other));
  const harms = lots.filter((id) =>
    told(id).some((other) => mixUp(screwIn(guide, id), screwIn(guide, other)) !== undefined),
  );
  return harms.length > 0 ? harms : lots.filter((id) => told(id).length > 0);
}

/** Lots of a guide that screws of another kind can be taken for. */
export const lotsOf = ({ joints }: Guide): readonly string[] =>
  Object.keys(joints).filter((id) => joints[id]!.kind === "screws" && !joints[id]!.permanent);

const screwIn = ({ joints }: Guide, id: string): Screw => screwOf(joints[id] as ScrewsJoint);

const kindKey = (guide: Guide, id: string): string => {
  const { drive, thread, length, headWidth, finish } = screwIn(guide, id);
  return JSON.stringify([drive, thread, length, headWidth, finish]);
};

/** Two lots that a caliper and a look tell apart: by a fact that is seen, or a quarter of a millimetre. */
export function isOther(guide: Guide, a: string, b: string): boolean {
  const [one, other] = [screwIn(guide, a), screwIn(guide, b)];
  return (
    one.drive !== other.drive ||
    Math.abs(one.length - other.length) >= 0.25 ||
    (one.headWidth !== undefined &&
      other.headWidth !== undefined &&
      Math.abs(one.headWidth - other.headWidth) >= 0.5)
  );
}

/** Joints of a strip-down that hold a part alone when they are forgotten, each with the lift that does not come. */
export function holdings(model: Model, target: string, plan: Plan): readonly Holding[] {
  const problem = problemOf(model, { for: [target] });
  if (!problem.ok) return [];
  const found: Holding[] = [];
  for (const [i, step] of plan.down.entries()) {
    if (step.do !== "lift") continue;
    const lift = moveOf(model, step);
    for (const missed of plan.down.slice(0, i)) {
      if (missed.do !== "release") continue;
      const state = plan.down
        .slice(0, i)
        .filter((one) => one !== missed)
        .reduce((so, one) => after(so, moveOf(model, one)), closedMachine(model));
      const block = blockOf(problem.value, state, lift);
      const isHeld = block?.type === "still-joined" && model.jointIds[block.joint] === missed.joint;
      if (isHeld) {
        found.push({ joint: missed.joint, lift: step.parts, machine: savedState(model, state) });
      }
    }
  }
  return found;
}

interface Holding {
  readonly joint: string;
  readonly lift: readonly string[];
  readonly machine: SavedState;
}

/** What still holds it? A part does not come off; four joints that are shut, one of which holds it. */
export function holdsView(
  model: Model,
  target: string,
  plan: Plan,
  { seed }: Setting,
  deeds: readonly Deed[],
): HoldsView {
  const { guide } = model;
  const random = seeded(seed);
  const { joint, lift, machine } = pick(random, holdings(model, target, plan));
  const among = new Set(lift);
  const isBetween = (id: string): boolean => {
    const { joins } = guide.joints[id]!;
    return joins.some((part) => among.has(part)) && joins.some((part) => !among.has(part));
  };
  const shut = model.jointIds.filter(
    (id) => !machine.open.includes(id) && !isBetween(id) && !guide.joints[id]!.permanent,
  );
  // Those that can be seen beside it are the ones to be told from it.
  const sides = new Set(guide.joints[joint]!.at?.map(({ view }) => view));
  const beside = shut.filter((id) => guide.joints[id]!.at?.some(({ view }) => sides.has(view)));
  const sameKind = beside.filter((id) => guide.joints[id]!.kind === guide.joints[joint]!.kind);
  const mixed = [
    ...shuffled(random, sameKind).slice(0, 2),
    ...shuffled(random, beside),
    ...shuffled(random, shut),
  ];
  const options = shuffled(random, [joint, ...new Set(mixed)].slice(0, 4));
  return {
    kind: "holds",
    stuck: lift[0]!,
    machine,
    ...answered(options, [joint], deeds, (said) => {
      const { off, on } = jointMinutes(guide.joints[said]!);
      return { damage: { type: "for-nothing", joint: said }, minutes: off + on };
    }),
  };
}
