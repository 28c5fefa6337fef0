import { useState } from "react";
import { stepKey } from "../../../core/plan/index.ts";
import type { Step } from "../../../core/plan/index.ts";
import type { Draft } from "../step/count-box.tsx";
import type { ScrewStep } from "./bench-view.ts";

/** What is typed for a screw step; begins anew with each step. */
export function useDraft(
  step: Step | undefined,
  screws: ScrewStep | undefined,
): readonly [Draft, (draft: Draft) => void] {
  const key = step ? `${step.do} ${stepKey(step)}` : "";
  const fresh: Draft = {
    count: screws?.expected ?? 0,
    cell: screws?.cell,
    reason: undefined,
  };
  const [held, setHeld] = useState<{ key: string; draft: Draft }>({ key, draft: fresh });
  const draft = held.key === key ? held.draft : fresh;
  return [draft, (next) => setHeld({ key, draft: next })];
}

/** How many screws of this step have been turned; begins anew with each step. */
export function useTurn(step: Step | undefined): readonly [number, () => void] {
  const key = step ? `${step.do} ${stepKey(step)}` : "";
  const [held, setHeld] = useState({ key, turn: 0 });
  const turn = held.key === key ? held.turn : 0;
  return [turn, () => setHeld({ key, turn: turn + 1 })];
}
