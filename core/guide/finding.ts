/** What a finding is about, as data; `words/finding-words.ts` says it. Ids are the guide's. */
export type About =
  // What the file as a file gets wrong.
  | { readonly type: "no-file" }
  | { readonly type: "too-big"; readonly mostBytes: number }
  | { readonly type: "no-pack" }
  /** The check did not come to its end: too many looks, too long, too much memory, too many before it, or stopped. */
  | {
      readonly type: "not-proven";
      readonly why: "looks";
      readonly looked: number;
      readonly of: number;
    }
  | {
      readonly type: "not-proven";
      readonly why: "time" | "memory" | "queue" | "left" | "died";
    }
  /** A file in a pack that does not belong there, or cannot be read. */
  | { readonly type: "pack-broken"; readonly name: string }
  | { readonly type: "not-json"; readonly why: string }
  | { readonly type: "key-unknown"; readonly key: string }
  | { readonly type: "key-missing"; readonly key: string }
  | { readonly type: "not-one-of"; readonly allowed: readonly string[] }
  | { readonly type: "not-the-value"; readonly wanted: string }
  | { readonly type: "schema"; readonly why: string }
  | { readonly type: "code-unknown"; readonly code: string; readonly known: readonly string[] }
  | { readonly type: "code-taken"; readonly code: string; readonly by: string }
  // What contradicts itself.
  /** A way of the hand adds or takes a part or a joint. */
  | { readonly type: "way-changes-machine"; readonly id: string }
  | { readonly type: "id-unknown"; readonly what: Named; readonly id: string }
  | { readonly type: "id-twice"; readonly id: string }
  | { readonly type: "part-twice"; readonly part: string }
  | { readonly type: "no-frame" }
  | { readonly type: "second-frame"; readonly first: string; readonly part: string }
  | { readonly type: "on-circle"; readonly parts: readonly string[] }
  | { readonly type: "covers-itself"; readonly part: string }
  | {
      readonly type: "covers-own-joint";
      readonly part: string;
      readonly joint: string;
      readonly other: string;
    }
  | { readonly type: "order-circle"; readonly first: string; readonly then: string }
  | { readonly type: "count-and-points"; readonly count: number; readonly points: number }
  | { readonly type: "outline-apart" }
  | { readonly type: "no-such-point"; readonly point: number; readonly points: number }
  | { readonly type: "power-out-of-reach"; readonly plug: string }
  | { readonly type: "never-off"; readonly part: string }
  /** Facts that together let no job take these parts off, or the plug be reached: one of them is wrong. */
  | {
      readonly type: "blocked-by";
      readonly ids: readonly string[];
      readonly facts: readonly BlockingFact[];
    }
  | { readonly type: "power-no-battery"; readonly joint: string }
  // What is asked of the author.
  | { readonly type: "plans-unproven"; readonly ids: readonly string[] }
  | { readonly type: "from-outside"; readonly ids: readonly string[] }
  | { readonly type: "inside-uncovered"; readonly joint: string }
  | { readonly type: "lifts-half"; readonly part: string; readonly parts: number }
  | {
      readonly type: "hangs-by-leads";
      readonly target: string;
      readonly part: string;
      readonly along: readonly string[];
    }
  | { readonly type: "hidden-bare"; readonly joint: string }
  | { readonly type: "held-by-nothing"; readonly part: string; readonly bySlack: boolean }
  | { readonly type: "holds-too"; readonly part: string; readonly others: readonly string[] }
  | { readonly type: "advice-idle"; readonly first: string; readonly then: string }
  | { readonly type: "serves-nothing"; readonly joint: string }
  | { readonly type: "priced-like-module"; readonly kind: string; readonly minutes: number }
  | { readonly type: "point-outside"; readonly view: string }
  | { readonly type: "same-place"; readonly joint: string; readonly other: string }
  | { readonly type: "cover-circle"; readonly parts: readonly string[] }
  | { readonly type: "live-early"; readonly joint: string; readonly plug: string }
  | { readonly type: "plug-in-pack"; readonly joint: string }
  | { readonly type: "order-or-cover"; readonly part: string; readonly under: string }
  | {
      readonly type: "joints-bare";
      readonly part: string;
      readonly under: string;
      readonly joints: readonly string[];
    }
  | { readonly type: "lies-loose"; readonly part: string; readonly on: string }
  | { readonly type: "lead-stays"; readonly joint: string; readonly part: string }
  | { readonly type: "no-stop"; readonly part: string; readonly lacks: "lithium" | "hot" }
  | {
      readonly type: "torque-odd";
      readonly joint: string;
      readonly torque: number;
      readonly low: number;
      readonly high: number;
      readonly thread: string;
    }
  | { readonly type: "cooler-no-order"; readonly joint: string }
  | { readonly type: "unit-no-code"; readonly parts: readonly string[] }
  | { readonly type: "hinge-at-once"; readonly joint: string; readonly count: number }
  | {
      readonly type: "against-hands";
      readonly rule: "live" | "catch" | "loose";
      readonly thing: string;
      readonly because: readonly string[];
    }
  | { readonly type: "pack-uncovered"; readonly part: string }
  | {
      readonly type: "held-elsewhere";
      readonly part: string;
      readonly on: string;
      readonly to: string;
    }
  | { readonly type: "no-plug"; readonly part: string }
  | { readonly type: "names-alike"; readonly ids: readonly string[] }
  | { readonly type: "answer-idle" };

/** A fact that may be in the way of others. */
export type BlockingFact =
  | { readonly type: "order"; readonly first: string; readonly then: string }
  | { readonly type: "cover"; readonly part: string; readonly over: string }
  | { readonly type: "power-first"; readonly id: string };

export type Named = "view" | "part" | "part or joint";

export interface Finding {
  readonly level: "error" | "warning";
  /** JSON Pointer into the guide file, "" for the whole. */
  readonly path: string;
  readonly about: About;
}
