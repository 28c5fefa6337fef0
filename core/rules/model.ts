import {
  type Guide,
  type GuideJoint,
  type GuidePart,
  type LearntFact,
  isAppliedFirst,
  isPermanent,
  jointMinutes,
  jointPosture,
  jointTool,
  keepsInPlace,
  partMinutes,
} from "../guide/index.ts";

/** What is to be done to a machine, in the guide's ids. */
export interface Job {
  readonly for: readonly string[];
  readonly reach?: readonly string[];
  /** Joints that are to be opened, a plug to reseat: reached with the power off. */
  readonly open?: readonly string[];
  /** Parts that come out of the way and go back as they are: an outer pack. */
  readonly off?: readonly string[];
  readonly new?: readonly string[];
  /** Parts of `for` that go back in themselves: cleaned, pasted anew. */
  readonly again?: readonly string[];
  readonly mode?: Mode;
}
export type Mode = "book" | "short";

/** Joints that carry weight: what hangs on by any other kind, or by slack, is another hand's piece. */
const HANGS = new Set<GuideJoint["kind"]>(["connector", "tape", "route"]);

/**
 * A joint that takes the battery off the machine. A plug does it by being opened; behind a latch the
 * battery must be out as well: lifted, or, where the latch sits on the battery itself, parted from
 * all that the latch joins.
 */
export interface Cut {
  readonly joint: number;
  readonly battery: number | undefined;
  readonly partedFrom: readonly number[];
}

/** What core/learn makes of a guide that is learnt; sightings are its own (`Sighting`). */
export interface Learning {
  readonly grow: (sightings: readonly LearntFact[]) => Model;
  /** What a job on a closed machine is planned by: where all it asks for was done before, only what was done. */
  readonly planBy: (job: Job) => Guide;
  /** Where sightings that were entered, and that `guide` has in it, do not fit; undefined where all is well. */
  readonly misfit: (sightings: readonly LearntFact[], guide: Guide) => string | undefined;
}

/**
 * A guide with numbers for names: parts 0…n−1, joints 0…m−1 in the file's order. Everything the
 * planner asks is a lookup here. Times in minutes.
 */
export interface Model {
  readonly guide: Guide;
  /** Of a machine that is learnt at the bench: how it is known once more has been entered and done. */
  readonly learning?: Learning;
  readonly partIds: readonly string[];
  readonly jointIds: readonly string[];
  readonly partOf: ReadonlyMap<string, number>;
  readonly jointOf: ReadonlyMap<string, number>;
  readonly frame: number;
  /** Parts a joint joins; the first is its host. */
  readonly joins: readonly (readonly number[])[];
  readonly host: readonly number[];
  readonly jointsOfPart: readonly (readonly number[])[];
  /** Parts that must lie in another stack than the joint's host before it can be reached. */
  readonly overJoint: readonly (readonly number[])[];
  /** Parts over a part: covers, and all that lies on it, down the chain. */
  readonly overPart: readonly (readonly number[])[];
  /** What a part lies on, nearest first, down to the frame. */
  readonly below: readonly (readonly number[])[];
  readonly permanent: readonly boolean[];
  /** Holds a rigid group together: closed, it moves its parts as one. */
  readonly rigid: readonly boolean[];
  /** Holds a piece together: rigid and not a connector, tape or route. */
  readonly carries: readonly boolean[];
  /** Closed, it keeps its parts in place when the machine is turned. */
  readonly keeps: readonly boolean[];
  readonly power: readonly boolean[];
  /** On the way up it is made before its parts are brought together. */
  readonly appliedFirst: readonly boolean[];
  /** May be released only when every power joint is open. */
  readonly afterPower: readonly boolean[];
  readonly cuts: readonly Cut[];
  /** A part that may be lifted only when every power joint is open. */
  readonly esd: readonly boolean[];
  readonly jointCost: readonly number[];
  readonly lift: readonly number[];
  readonly place: readonly number[];
  readonly tool: readonly (string | undefined)[];
  readonly posture: readonly (string | undefined)[];
  readonly partPosture: readonly (string | undefined)[];
}

/** Numbers a guide that has passed `checkGuide`; a broken one throws, naming the id. */
export function modelOf(guide: Guide): Model {
  const partIds = Object.keys(guide.parts);
  const jointIds = Object.keys(guide.joints);
  const partOf = new Map(partIds.map((id, index) => [id, index]));
  const jointOf = new Map(jointIds.map((id, index) => [id, index]));
  const parts = partIds.map((id) => guide.parts[id]!);
  const joints = jointIds.map((id) => guide.joints[id]!);
  const part = (id: string): number => {
    const index = partOf.get(id);
    if (index === undefined)
      throw new Error(`guide ${guide.id}: no part ${id}; run checkGuide first`);
    return index;
  };
  const joins = joints.map((joint) => joint.joins.map(part));
  const esd = parts.map((p) => (p.handling?.includes("esd") ?? false) && p.beforePower !== true);
  const power = joints.map((joint) => joint.power === true);
  return {
    guide,
    partIds,
    jointIds,
    partOf,
    jointOf,
    frame: parts.findIndex((p) => p.on === undefined),
    joins,
    host: joins.map((list) => list[0]!),
    jointsOfPart: partIds.map((_, p) => joins.flatMap((list, j) => (list.includes(p) ? [j] : []))),
    ...overs(guide, partOf, jointOf, part),
    below: partIds.map((id) => chainBelow(guide, id).map(part)),
    permanent: joints.map(isPermanent),
    rigid: joints.map((joint) => joint.slack !== true),
    carries: joints.map((joint) => joint.slack !== true && !HANGS.has(joint.kind)),
    keeps: joints.map((joint) => keepsInPlace(guide, joint)),
    power,
    appliedFirst: joints.map(isAppliedFirst),
    afterPower: joints.map(
      (joint, j) =>
        !power[j] &&
        joint.beforePower !== true &&
        (joint.kind === "connector" || joins[j]!.some((p) => esd[p])),
    ),
    cuts: power.flatMap((is, j) => (is ? [cutOf(parts, joints[j]!, joins[j]!, j)] : [])),
    esd,
    jointCost: joints.map((joint) => {
      const { off, on } = jointMinutes(joint);
      return off + on;
    }),
    lift: parts.map((p) => partMinutes(p).lift),
    place: parts.map((p) => partMinutes(p).place),
    tool: joints.map(jointTool),
    posture: joints.map((joint) => jointPosture(guide, joint)),
    partPosture: parts.map((p) => p.posture),
  };
}

function cutOf(
  parts: readonly GuidePart[],
  { kind }: GuideJoint,
  joins: readonly number[],
  joint: number,
): Cut {
  const battery = kind === "connector" ? undefined : joins.find((p) => isBattery(parts[p]!));
  const partedFrom = battery === joins[0] ? joins.filter((p) => p !== battery) : [];
  return { joint, battery, partedFrom };
}

const isBattery = ({ kind }: GuidePart): boolean => kind === "battery";

function chainBelow(guide: Guide, id: string): string[] {
  const chain: string[] = [];
  for (let at = guide.parts[id]!.on; at !== undefined; at = guide.parts[at]!.on) chain.push(at);
  return chain;
}

function overs(
  guide: Guide,
  partOf: ReadonlyMap<string, number>,
  jointOf: ReadonlyMap<string, number>,
  part: (id: string) => number,
): Pick<Model, "overJoint" | "overPart"> {
  const overPart = Array.from({ length: partOf.size }, () => new Set<number>());
  const overJoint = Array.from({ length: jointOf.size }, () => new Set<number>());
  for (const id of Object.keys(guide.parts)) {
    for (const below of chainBelow(guide, id)) overPart[part(below)]!.add(part(id));
  }
  for (const { part: x, over } of guide.covers) {
    for (const id of over) {
      const joint = jointOf.get(id);
      (joint === undefined ? overPart[part(id)]! : overJoint[joint]!).add(part(x));
    }
  }
  return { overPart: overPart.map((set) => [...set]), overJoint: overJoint.map((set) => [...set]) };
}
