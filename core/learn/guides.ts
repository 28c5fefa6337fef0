import type { Cover, Guide, GuideJoint, GuidePart, Order } from "../guide/index.ts";
import { bareGuide, type Beliefs, FREE, HOLDS } from "./beliefs.ts";

/** What an order says that nobody has confirmed: the guide needs a reason. */
const IN_THIS_ORDER = "it has only been done in this order so far";
const SAID = "it was said to be needed first";

/**
 * The guide that takes every open claim as it was done: whatever it plans is a part of what was really done, in an
 * order that was done. A joint that nobody has opened is made for good, as far as anybody knows.
 */
export const safeGuide = (beliefs: Beliefs): Guide => guideOf(beliefs, true);

/** The guide that takes every open claim as free: no way of the machine's takes less than its. */
export const boldGuide = (beliefs: Beliefs): Guide => guideOf(beliefs, false);

function guideOf(beliefs: Beliefs, isSafe: boolean): Guide {
  const { draft, model } = beliefs;
  const n = model.partIds.length;
  const parts = groundedParts(beliefs);
  const joints = Object.fromEntries(
    Object.entries(draft.joints).map(([id, joint], j): [string, GuideJoint] => [
      id,
      beliefs.wasDone[n + j] === 1 || joint.slack === true || model.permanent[j]
        ? joint
        : ({ ...joint, permanent: true } as GuideJoint),
    ]),
  );
  return {
    ...bareGuide({ ...draft, joints }, parts),
    covers: coversOf(beliefs, isSafe, parts),
    orders: ordersOf(beliefs, isSafe),
  };
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

function coversOf(beliefs: Beliefs, isSafe: boolean, parts: Guide["parts"]): readonly Cover[] {
  const { model, things, wasDone } = beliefs;
  return model.partIds.flatMap((id, x) => {
    const below = new Set<string>();
    for (let at = parts[id]!.on; at !== undefined; at = parts[at]?.on) below.add(at);
    const over: string[] = [];
    for (let y = 0; y < things; y++) {
      const verdict = beliefs.of(beliefs.key(0, x, y));
      const isAssumed = isSafe && verdict !== FREE && (wasDone[x] === 1 || wasDone[y] === 1);
      if (verdict !== HOLDS && !isAssumed) continue;
      const under = beliefs.idOf(y);
      if (!below.has(under) && !(y === model.frame && x !== y)) over.push(under);
    }
    return over.length === 0 ? [] : [{ part: id, over }];
  });
}

/**
 * What has to be done first, without what follows from the rest: orders are transitive. Of open claims only those
 * stand whose second was done, as the first then was done before it every time.
 */
function ordersOf(beliefs: Beliefs, isSafe: boolean): readonly Order[] {
  const { things, wasDone } = beliefs;
  const before = Array.from({ length: things }, () => new Uint8Array(things));
  for (let a = 0; a < things; a++) {
    for (let b = 0; b < things; b++) {
      const verdict = beliefs.of(beliefs.key(1, a, b));
      const isAssumed = isSafe && verdict !== FREE && wasDone[b] === 1;
      if (verdict === HOLDS || isAssumed) before[b]![a] = 1;
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
