import type { NamedGuide } from "./names.ts";
import { capital, partWord, thingWord, wordList } from "./names.ts";

/** What a guide says of itself before anything is known of its machine. */
export const NEW_MODEL_WORDS = {
  recognise: "Learnt at this bench; read the code on the underside.",
  why: "Taken in without a guide",
} as const;

export const answersWords = (many: number): string =>
  many === 1 ? "One question answered" : `${many} questions answered`;

export const learntOnWords = (ticket: number): string => `Learnt on ticket ${ticket}`;

/** A question as `core/learn` puts it, with what it takes to say it. */
interface Asked {
  readonly kind: "way" | "look";
  readonly claims: readonly {
    readonly how: "over" | "first";
    readonly first: string;
    readonly then: string;
  }[];
  readonly jobs: readonly { readonly part: string }[];
}

/** So many things are named; of more, the first few. */
const NAMED = 4;

function some(words: readonly string[]): string {
  return words.length <= NAMED
    ? wordList(words)
    : `${words.slice(0, NAMED).join(", ")} and ${words.length - NAMED} more`;
}

/**
 * A question in one sentence. A way: "With the fan and the card still in: could the battery come out?" A look: "It
 * looks as if the base plate lay over the battery plug and the memory. Is that so?"
 */
export function questionWords(guide: NamedGuide, { kind, claims, jobs }: Asked): string {
  if (kind === "look") return lookWords(guide, claims);
  const parts = jobs.map(({ part }) => `the ${partWord(guide, part)}`);
  const firsts = [...new Set(claims.map(({ first }) => first))];
  const [only] = [...new Set(claims.map(({ then }) => then))];
  if (firsts.length <= NAMED && new Set(claims.map(({ then }) => then)).size === 1) {
    const still = firsts.map((id) => `the ${thingWord(guide, id)} ${stillWord(guide, id)}`);
    return `With ${wordList(still)}: could the ${thingWord(guide, only!)} ${doneWords(guide, only!)}?`;
  }
  const each = parts.length > 1 ? `${wordList(parts)} each` : (parts[0] ?? "it");
  return `With nothing done but these steps: could ${each} come out?`;
}

const stillWord = (guide: NamedGuide, id: string): string => {
  const joint = guide.joints[id];
  if (!joint) return "still in";
  return joint.kind === "connector" ? "still plugged" : "still closed";
};

function doneWords(guide: NamedGuide, id: string): string {
  const joint = guide.joints[id];
  if (!joint) return "come out";
  return joint.kind === "connector" ? "be unplugged" : "be opened";
}

function lookWords(guide: NamedGuide, claims: Asked["claims"]): string {
  const under = new Map<string, string[]>();
  for (const { first, then } of claims) {
    under.set(first, [...(under.get(first) ?? []), `the ${thingWord(guide, then)}`]);
  }
  const lines = [...under].map(
    ([first, things]) => `the ${thingWord(guide, first)} over ${some(things)}`,
  );
  return `It looks as if these were in the way: ${lines.join("; ")}. Is that so?`;
}

/** A claim as a sentence: "The base plate is over the battery plug." */
export function claimWords(guide: NamedGuide, claim: Asked["claims"][number]): string {
  const [first, then] = [thingWord(guide, claim.first), thingWord(guide, claim.then)];
  return claim.how === "over"
    ? `${capital(`the ${first}`)} is over the ${then}`
    : `${capital(`the ${first}`)} comes before the ${then}`;
}

/** What was seen against what was said of one claim. */
export function contradictionWords(
  guide: NamedGuide,
  { claim, seen }: { readonly claim: Asked["claims"][number]; readonly seen: boolean },
): string {
  const words = claimWords(guide, claim);
  return seen
    ? `${words}: that is how it was seen, and it was said not to be.`
    : `${words}: that was said, and the ${thingWord(guide, claim.then)} was done all the same.`;
}

/** Where a fact of a learnt guide comes from, in a sentence. */
export function sourceWords(
  guide: NamedGuide,
  {
    part,
    over,
    source,
  }: {
    readonly part: string;
    readonly over: string | undefined;
    readonly source: "seen" | "said" | "decided" | "assumed";
  },
): string {
  if (over === undefined) return `${capital(thingWord(guide, part))}: entered at the bench.`;
  const lies = `The ${thingWord(guide, part)} lies over the ${thingWord(guide, over)}`;
  return source === "assumed"
    ? `${lies}: assumed, since it came off first.`
    : `${lies}: ${source}.`;
}
