import { Heap } from "../base/heap.ts";
import type { Meter } from "../base/meter.ts";
import type { HandRules } from "./hand-rules.ts";

/** By move, sets of moves of which one each must come before it. */
type Sets = readonly (readonly (readonly number[])[])[];

/** What one breach weighs beside the others: any number of the lesser is less than one of the greater. */
const LIVE = 1e4;
const CATCH = 1;
/** States of the search for the fewest breaches, before the best one so far is taken. */
const STATES = 2_000;

/** The moves that lead to the power: what takes it off, and what that needs; of several ways the plan's own. */
export function leadsTo(dead: readonly (readonly number[])[] | undefined, sets: Sets): Set<number> {
  const leads = new Set<number>();
  const wanted = (dead ?? []).map((set) => Math.min(...set));
  for (;;) {
    const i = wanted.pop();
    if (i === undefined) return leads;
    if (leads.has(i)) continue;
    leads.add(i);
    for (const set of sets[i]!) {
      if (set.some((k) => k < i && leads.has(k))) continue;
      if (set.length > 0) wanted.push(Math.min(...set));
    }
  }
  return leads;
}

interface State {
  readonly done: Uint8Array;
  readonly left: number;
  readonly cost: number;
  readonly live: readonly number[];
  readonly catch: readonly number[];
}

/**
 * What each move needs when hands have their way: beside what the rules ask, the power off and what holds opened
 * first; but for the fewest moves that leave no other order, live ones counted before the others.
 */
export function handNeeds(
  sets: Sets,
  hands: HandRules,
  leads: ReadonlySet<number>,
  meter: Meter,
): Sets {
  const dead = sets.map((_, i) => (leads.has(i) || hands.isMeantLive(i) ? [] : (hands.dead ?? [])));
  const holds = hands.holds.map((list) => list.map((k) => [k]));
  if (dead.every(({ length }) => length === 0) && holds.every(({ length }) => length === 0)) {
    return sets;
  }
  const { live, catches } = fewest(sets, dead, holds, meter);
  return sets.map((own, i) => [
    ...own,
    ...(live.has(i) ? [] : dead[i]!),
    ...(catches.has(i) ? [] : holds[i]!),
  ]);
}

/** The fewest moves that have to be made against a hand's will. */
function fewest(sets: Sets, dead: Sets, holds: Sets, meter: Meter) {
  const isMet = (list: readonly (readonly number[])[], done: Uint8Array): boolean =>
    list.every((set) => set.some((k) => done[k] === 1));
  const settled = (from: State): State => {
    const { done } = from;
    let { left } = from;
    for (let again = true; again;) {
      again = false;
      meter.spend(sets.length);
      for (const [i, own] of sets.entries()) {
        if (done[i] === 1 || !isMet(own, done)) continue;
        const isFree =
          (from.live.includes(i) || isMet(dead[i]!, done)) &&
          (from.catch.includes(i) || isMet(holds[i]!, done));
        if (!isFree) continue;
        done[i] = 1;
        left -= 1;
        again = true;
      }
    }
    return { ...from, left };
  };
  const first: State = {
    done: new Uint8Array(sets.length),
    left: sets.length,
    cost: 0,
    live: [],
    catch: [],
  };
  const waiting = new Heap<State>((a, b) => a.cost - b.cost || a.left - b.left);
  waiting.push(settled(first));
  const seen = new Set<string>();
  let best = waiting.peek()!;
  for (let state = waiting.pop(); state; state = waiting.pop()) {
    const key = state.done.join("");
    if (seen.has(key)) continue;
    seen.add(key);
    if (state.left < best.left) best = state;
    if (state.left === 0 || seen.size > STATES || meter.isOver) break;
    for (const [i, own] of sets.entries()) {
      const { done } = state;
      if (done[i] === 1 || !isMet(own, done)) continue;
      const isLive = !isMet(dead[i]!, done);
      const isCatch = !isMet(holds[i]!, done);
      waiting.push(
        settled({
          done: done.slice(),
          left: state.left,
          cost: state.cost + (isLive ? LIVE : 0) + (isCatch ? CATCH : 0),
          live: isLive ? [...state.live, i] : state.live,
          catch: isCatch ? [...state.catch, i] : state.catch,
        }),
      );
    }
  }
  // What was not looked at to its end binds nowhere that is left.
  const rest = [...best.done.keys()].filter((i) => best.done[i] === 0);
  return { live: new Set([...best.live, ...rest]), catches: new Set([...best.catch, ...rest]) };
}
