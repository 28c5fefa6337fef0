import type { Guide } from "./types.ts";

/** What a sister model is called by, and what stays with the file it stands in. */
const OWN = ["codes", "variants", "answers", "learnt", "id", "format", "version"] as const;

/**
 * The smallest merge patch (RFC 7396) that makes the facts of one guide those of another: what a variant holds. A list
 * is one value to it; what is gone is null.
 */
export const sisterPatch = (from: Guide, to: Guide): Facts =>
  (patchOf(factsOf(from), factsOf(to)) ?? {}) as Facts;

type Facts = Readonly<Record<string, unknown>>;

const isFacts = (value: unknown): value is Facts =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Undefined where the two are the same. (The package that applies patches takes no two lists for equal.) */
function patchOf(from: unknown, to: unknown): unknown {
  if (!isFacts(from) || !isFacts(to)) {
    return JSON.stringify(from) === JSON.stringify(to) ? undefined : to;
  }
  const keys = [...new Set([...Object.keys(from), ...Object.keys(to)])];
  const entries = keys.flatMap((key): [string, unknown][] => {
    if (!(key in to)) return [[key, null]];
    const change = key in from ? patchOf(from[key], to[key]) : to[key];
    return change === undefined ? [] : [[key, change]];
  });
  return entries.length === 0 ? undefined : Object.fromEntries(entries);
}

const factsOf = (guide: Guide): Facts =>
  Object.fromEntries(Object.entries(guide).filter(([key]) => !OWN.some((own) => own === key)));
