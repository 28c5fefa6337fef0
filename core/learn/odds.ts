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

/** Of claims of a name, how many were open, and how many of those held. */
interface Count {
  readonly claims: number;
  readonly held: number;
}
/** Counts by the look of a claim, and by its look and the kinds of its things; plain, to be sent. */
export type Tallies = Readonly<Record<string, Count>>;

const NONE: Count = { claims: 0, held: 0 };

/**
 * What the machines that are known say of open claims: each is taken apart by somebody who does not know it, and of
 * the claims that stay open then those that hold are counted, by the kinds of the two things and by how the pictures
 * show them.
 */
export function tallyOf(guides: readonly Guide[]): Tallies {
  const tallies = new Map<string, Count>();
  for (const guide of guides) {
    const technician = new Technician(guide);
    for (let seed = 1; seed <= RUNS; seed++) {
      const beliefs = new Beliefs(draftOf(technician.stripDown(seeded(seed))));
      for (let key = 0; key < 2 * beliefs.things ** 2; key++) {
        if (!beliefs.isOpen(key)) continue;
        const holds = technician.holds(beliefs.claimOf(key)) ? 1 : 0;
        for (const name of namesOf(beliefs, key)) {
          const { claims, held } = tallies.get(name) ?? NONE;
          tallies.set(name, { claims: claims + 1, held: held + holds });
        }
      }
    }
  }
  return Object.fromEntries(tallies);
}

/** Odds by what was counted: a pair of kinds as far as there are examples of it, else its look. */
export function oddsFrom(tallies: Tallies): Odds {
  return (beliefs, key) => {
    const [look, name] = namesOf(beliefs, key);
    const all = tallies[look] ?? NONE;
    const share = (all.held + PRIOR.held) / (all.claims + PRIOR.claims);
    const alike = tallies[name] ?? NONE;
    return Math.min(MOST, (alike.held + WEIGHT * share) / (alike.claims + WEIGHT));
  };
}

export const oddsOf = (guides: readonly Guide[]): Odds => oddsFrom(tallyOf(guides));

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
