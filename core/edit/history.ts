import { reader, type Reader } from "../base/ajv.ts";
import type { Guide } from "../guide/index.ts";
import { type Edit, edited, type Misfit } from "./edits.ts";

/** What is being changed about a guide: the version it began with, the edits, and how many of them count. */
export interface History {
  /** Hash of the version that is edited. */
  readonly base: string;
  readonly edits: readonly Edit[];
  /** The edits that count are the first so many; those behind were undone. */
  readonly done: number;
}

export const begun = (base: string): History => ({ base, edits: [], done: 0 });

/** One edit more; what was undone before it is gone. */
export const withEdit = ({ base, edits, done }: History, ...more: readonly Edit[]): History => {
  const all = [...edits.slice(0, done), ...more];
  return { base, edits: all, done: all.length };
};

export const undone = (history: History): History => ({
  ...history,
  done: Math.max(0, history.done - 1),
});

export const redone = (history: History): History => ({
  ...history,
  done: Math.min(history.edits.length, history.done + 1),
});

/** The same edits on a newer version; what was undone is gone. */
export const rebased = ({ edits, done }: History, base: string): History => ({
  base,
  edits: edits.slice(0, done),
  done,
});

export const editsOf = ({ edits, done }: History): readonly Edit[] => edits.slice(0, done);

/** A guide with edits made, and those that could not be: on a newer version what they are about may be gone. */
export function withEdits(
  guide: Guide,
  edits: readonly Edit[],
): { readonly guide: Guide; readonly misfits: readonly Misfit[] } {
  const misfits: Misfit[] = [];
  let now = guide;
  for (const edit of edits) {
    const next = edited(now, edit);
    if (next.ok) now = next.value;
    else misfits.push({ edit, why: next.error });
  }
  return { guide: now, misfits };
}

/** More than a browser keeps. */
const MOST = 100_000;
const id = { type: "string", minLength: 1, maxLength: 120 };
const text = { type: "string", maxLength: 2000 };
const kept = { enum: ["parts", "joints", "views"] };
const one = (wanted: Edit["do"], required: readonly string[], properties: object) => ({
  type: "object",
  required: ["do", ...required],
  additionalProperties: false,
  properties: { do: { const: wanted }, ...properties },
});

const edits = {
  type: "array",
  maxItems: MOST,
  items: {
    type: "object",
    required: ["do"],
    discriminator: { propertyName: "do" },
    oneOf: [
      one("set", ["of", "id", "keys"], { of: kept, id, keys: { type: "object" } }),
      one("add", ["of", "id", "fact"], { of: kept, id, fact: { type: "object" } }),
      one("drop", ["of", "id"], { of: { enum: ["parts", "joints"] }, id }),
      one("cover", ["part", "over"], { part: id, over: { type: "array", items: id } }),
      one("order", ["order"], {
        order: {
          type: "object",
          required: ["first", "then", "strength", "why"],
          additionalProperties: false,
          properties: { first: id, then: id, strength: { enum: ["must", "advised"] }, why: text },
        },
      }),
      one("free", ["first", "then"], { first: id, then: id }),
      one("about", ["key", "value"], { key: { enum: ["recognise", "note"] }, value: text }),
      one("explain", ["path", "words"], { path: text, words: text }),
    ],
  },
};

/** Edits as they are sent. */
export const readEdits: Reader<readonly Edit[]> = reader(edits);

export const readHistory: Reader<History> = reader({
  type: "object",
  required: ["base", "edits", "done"],
  additionalProperties: false,
  properties: { base: id, edits, done: { type: "integer", minimum: 0, maximum: MOST } },
});
