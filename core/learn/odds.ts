import { seeded } from "../base/seeded.ts";
import type { Guide, GuideJoint, GuidePart } from "../guide/index.ts";
import { Beliefs } from "./beliefs.ts";
import { draftOf } from "./draft.ts";
import type { Odds } from "./question.ts";
import { Technician } from "./technician.ts";

/** What the pictures say of a claim: one came to light as the other left, lies within its outline, or beside it. */
type Look = "bared" | "within" | "beside" | "unknown";

/** Strip-downs of each known machine that the odds are counted on. */
const RUNS = 3;
/** How many claims of its look a claim of one pair of kinds is weighed against. */
const WEIGHT = 30;
/** And how many all claims of a look are, of which one holds. */
const PRIOR = { claims: 200, held: 0.2 };
const MOST = 0.97;

class Tally {
  private readonly counts = new Map<string, { claims: number; held: number }>();

  add(name: string, holds: boolean): void {
    const { claims, held } = this.of(name);
    this.counts.set(name, { claims: claims + 1, held: held + (holds ? 1 : 0) });
  }

  of(name: string): { readonly claims: number; readonly held: number } {
    return this.counts.get(name) ?? { claims: 0, held: 0 };
  }
}

/**
 * Odds as the machines that are known would have them: each is taken apart by somebody who does not know it, and of
 * the claims that stay open then those that hold are counted, by the kinds of the two things and by how the pictures
 * show them.
 */
export function oddsOf(guides: readonly Guide[]): Odds {
  const tally = new Tally();
  for (const guide of guides) {
    const technician = new Technician(guide);
    for (let seed = 1; seed <= RUNS; seed++) count(technician, seed, tally);
  }
  return (beliefs, key) => {
    const [look, name] = namesOf(beliefs, key);
    const all = tally.of(look);
    const share = (all.held + PRIOR.held) / (all.claims + PRIOR.claims);
    const alike = tally.of(name);
    return Math.min(MOST, (alike.held + WEIGHT * share) / (alike.claims + WEIGHT));
  };
}

function count(technician: Technician, seed: number, tally: Tally): void {
  const beliefs = new Beliefs(draftOf(technician.stripDown(seeded(seed))));
  for (let key = 0; key < 2 * beliefs.things ** 2; key++) {
    if (!beliefs.isOpen(key)) continue;
    const holds = technician.holds(beliefs.claimOf(key));
    for (const name of namesOf(beliefs, key)) tally.add(name, holds);
  }
}

function namesOf(beliefs: Beliefs, key: number): readonly [string, string] {
  const { parts, joints } = beliefs.draft;
  const kind = (thing: number): string => {
    const id = beliefs.idOf(thing);
    return kindOf(parts[id], joints[id]);
  };
  const look = beliefs.isOver(key) ? lookOf(beliefs, key) : "first";
  return [look, `${look} ${kind(beliefs.firstOf(key))} ${kind(beliefs.thenOf(key))}`];
}

function lookOf(beliefs: Beliefs, key: number): Look {
  if (beliefs.hinted.has(key)) return "bared";
  const lies = beliefs.liesOver(beliefs.firstOf(key), beliefs.thenOf(key));
  return lies === undefined ? "unknown" : lies ? "within" : "beside";
}

const kindOf = (part: GuidePart | undefined, joint: GuideJoint | undefined): string =>
  joint?.kind ?? part?.kind ?? "";
