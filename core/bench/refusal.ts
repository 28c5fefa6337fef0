import type { Block } from "../rules/index.ts";
import type { Round } from "./events.ts";
import type { UpBlock } from "./mirror.ts";
import type { Stop } from "./stops.ts";

/**
 * Why an entry is not taken into the ledger, as data; `words/refusal-words.ts` says it. Joints and
 * parts are the guide's ids, or numbers of the model within a block.
 */
export type Refusal =
  | { readonly type: "held"; readonly stop: Stop }
  | { readonly type: "started-already" }
  /** The job can be changed only while the machine comes apart. */
  | { readonly type: "change-too-late" }
  | { readonly type: "job-unknown" }
  | { readonly type: "strip-down-over" }
  | { readonly type: "strip-down-left" }
  | { readonly type: "not-building" }
  | { readonly type: "step-unknown" }
  | { readonly type: "id-unknown" }
  | { readonly type: "blocked"; readonly block: Block }
  | { readonly type: "not-in-plan" }
  /** Opened now, it would pull a group apart that is to be lifted as one. */
  | { readonly type: "lift-first"; readonly parts: readonly string[] }
  | { readonly type: "stop-open"; readonly stop: Stop }
  | { readonly type: "count-invalid" }
  | { readonly type: "count-differs"; readonly count: number; readonly expected: number }
  | { readonly type: "not-made"; readonly joint: string }
  | { readonly type: "in-place-already" }
  | { readonly type: "up-blocked"; readonly block: UpBlock }
  | { readonly type: "live-glue"; readonly because: readonly string[] }
  | { readonly type: "go-back-to"; readonly joint: string }
  | { readonly type: "gate-open"; readonly joints: readonly string[] }
  | { readonly type: "checks-left"; readonly round: Round; readonly checks: readonly string[] }
  | { readonly type: "closed-already" }
  | { readonly type: "nothing-to-take-back" }
  | { readonly type: "not-the-last" }
  | { readonly type: "build-up-left"; readonly steps: number }
  | { readonly type: "left-invalid" }
  /** Screws over (above 0) or short (below) at the end, with no word about it. */
  | { readonly type: "count-open"; readonly over: number }
  | { readonly type: "stop-unknown" }
  | { readonly type: "held-without-a-word" }
  /** A bad pack: where is it now? */
  | { readonly type: "where-missing" }
  | { readonly type: "on-already" }
  /** The battery cannot be connected as the machine lies. */
  | { readonly type: "no-power-here" }
  /** Nothing can be tried without power. */
  | { readonly type: "not-on" }
  /** The code is not the old part's, and there is no word why it goes in. */
  | { readonly type: "wrong-code"; readonly part: string; readonly code: string }
  /** No way leads to opening that from here. */
  | { readonly type: "no-way" }
  /** Nobody has found the battery's plug yet: nothing is unplugged while it may be on. */
  | { readonly type: "power-unknown" }
  /** This guide was written, not learnt: what is wrong with it is told to its author. */
  | { readonly type: "not-learning" }
  /** What was entered makes no guide: the id, or the place, that is wrong. */
  | { readonly type: "entry-invalid"; readonly at: string }
  | { readonly type: "check-unknown" }
  | { readonly type: "reason-missing" }
  | { readonly type: "not-shut" }
  | { readonly type: "hangs-on-open"; readonly joints: readonly string[] }
  | { readonly type: "not-made-here"; readonly joint: string };
