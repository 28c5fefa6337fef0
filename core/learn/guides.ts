import {
  type Cover,
  type Guide,
  guideChanges,
  type GuideJoint,
  type GuidePart,
  type Order,
} from "../guide/index.ts";
import { bareGuide, Beliefs, FREE, HOLDS } from "./beliefs.ts";
import { draftOf, looseDraftOf } from "./draft.ts";
import { sightingsOf, type Log, machineOf, type Sighting } from "./log.ts";

/** What an order says that nobody has confirmed: the guide needs a reason. */
const IN_THIS_ORDER = "it has only been done in this order so far";
const SAID = "it was said to be needed first";

/**
 * The guide that takes every open claim as it was done: whatever it plans is a part of what was really done, in an
 * order that was done. A joint that nobody has opened is made for good, as far as anybody knows.
 */
export function safeGuide(beliefs: Beliefs): Guide {
  const { wasDone } = beliefs;
  return {
    ...bareGuide({ ...beliefs.draft, joints: shutJoints(beliefs) }, groundedParts(beliefs)),
    covers: coversOf(beliefs, (x, y) => wasDone[x] === 1 || wasDone[y] === 1),
    orders: ordersOf(beliefs, (_, b) => wasDone[b] === 1),
  };
}

/** The guide that takes every open claim as free: no way of the machine's takes less than its. */
export const boldGuide = (beliefs: Beliefs): Guide => ({
  ...bareGuide({ ...beliefs.draft, joints: shutJoints(beliefs) }, groundedParts(beliefs)),
  covers: coversOf(beliefs, () => false),
  orders: ordersOf(beliefs, () => false),
});

/** A learnt guide as a bench begins with it: read, and what follows from it worked out, once. */
export interface Begun {
  readonly guide: Guide;
  readonly known: readonly Sighting[];
  readonly before: Beliefs;
}

/** Undefined for a guide that was written, or whose record cannot be read. */
export function begunWith(guide: Guide): Begun | undefined {
  const known = sightingsOf(guide);
  if (!known) return undefined;
  const draft = draftOf({ machine: machineOf(guide), sightings: known });
  return { guide, known, before: new Beliefs(draft) };
}

/**
 * The guide of a machine that lies open on a bench and is learnt there: what was known when it came, and what was
 * entered and done since. Whatever came off first is held to be over what was done after, so that its gates and its
 * build-up mirror what was done; an order that was only assumed binds no further than it was known before. Of what
 * nobody has opened yet nothing is known: it may be opened.
 */
export function benchGuide({ guide, known, before }: Begun, sightings: readonly Sighting[]): Guide {
  const machine = machineOf(guide);
  const all: readonly Sighting[] = [...known, { do: "closed" }, ...sightings];
  const beliefs = new Beliefs(looseDraftOf({ machine, sightings: all }));
  const wasDoneBefore = (thing: number): boolean => {
    const was = before.thing(beliefs.idOf(thing));
    return was !== undefined && before.wasDone[was] === 1;
  };
  return {
    ...bareGuide(beliefs.draft, groundedParts(beliefs)),
    learnt: guide.learnt!,
    covers: coversOf(beliefs, (_, y) => beliefs.wasDone[y] === 1),
    orders: ordersOf(beliefs, (a, b) => wasDoneBefore(a) && wasDoneBefore(b)),
  };
}

/** The guide that a log comes to, with the log in it: what a shop keeps. */
export function learntGuide(log: Pick<Log, "machine" | "sightings">): Guide {
  const guide = safeGuide(new Beliefs(draftOf(log)));
  return { ...guide, learnt: log.sightings };
}

/** Whether the facts of a learnt guide are still those that its log comes to: nobody has edited them by hand. */
export function isAsLearnt(guide: Guide): boolean {
  const sightings = sightingsOf(guide);
  if (!sightings) return false;
  const made = learntGuide({ machine: machineOf(guide), sightings });
  return guideChanges({ ...guide, learnt: [] }, { ...made, learnt: [] }).length === 0;
}

/** The joints as far as they are known to open. */
function shutJoints({ draft, model, wasDone }: Beliefs): Guide["joints"] {
  const n = model.partIds.length;
  return Object.fromEntries(
    Object.entries(draft.joints).map(([id, joint], j): [string, GuideJoint] => [
      id,
      wasDone[n + j] === 1 || joint.slack === true || model.permanent[j]
        ? joint
        : { ...joint, permanent: true },
    ]),
  );
}

/** Parts that lie on what was seen to come out from under them lie in the frame. */
function groundedParts(beliefs: Beliefs): Guide["parts"] {
  const { draft, model } = beliefs;
  const frame = model.partIds[model.frame];
  return Object.fromEntries(
    Object.entries(draft.parts).map(([id, part], p): [string, GuidePart] => {
      const isOff = model.below[p]!.some((q) => beliefs.of(beliefs.key(0, p, q)) === FREE);
      return [id, isOff && frame !== undefined && id !== frame ? { ...part, on: frame } : part];
    }),
  );
}

function coversOf(
  beliefs: Beliefs,
  isAssumed: (part: number, thing: number) => boolean,
): readonly Cover[] {
  const { model, things } = beliefs;
  const parts = groundedParts(beliefs);
  return model.partIds.flatMap((id, x) => {
    const below = new Set<string>();
    for (let at = parts[id]!.on; at !== undefined; at = parts[at]?.on) below.add(at);
    const over: string[] = [];
    for (let y = 0; y < things; y++) {
      const verdict = beliefs.of(beliefs.key(0, x, y));
      if (verdict === FREE || (verdict !== HOLDS && !isAssumed(x, y))) continue;
      const under = beliefs.idOf(y);
      if (!below.has(under) && y !== model.frame) over.push(under);
    }
    return over.length === 0 ? [] : [{ part: id, over }];
  });
}

/** What has to be done first, without what follows from the rest: orders are transitive. */
function ordersOf(
  beliefs: Beliefs,
  isAssumed: (first: number, then: number) => boolean,
): readonly Order[] {
  const { things } = beliefs;
  const before = Array.from({ length: things }, () => new Uint8Array(things));
  for (let a = 0; a < things; a++) {
    for (let b = 0; b < things; b++) {
      const verdict = beliefs.of(beliefs.key(1, a, b));
      if (verdict === HOLDS || (verdict !== FREE && isAssumed(a, b))) before[b]![a] = 1;
    }
  }
  return before.flatMap((firsts, b) =>
    [...firsts.keys()]
      .filter((a) => firsts[a] === 1 && !firsts.some((is, c) => is === 1 && before[c]![a] === 1))
      .map((a) => ({
        first: beliefs.idOf(a),
        then: beliefs.idOf(b),
        strength: "must",
        why: beliefs.of(beliefs.key(1, a, b)) === HOLDS ? SAID : IN_THIS_ORDER,
      })),
  );
}
