import { wrap, type Remote } from "comlink";
import { useEffect, useState } from "react";

/** How far a question to a worker is. */
export type Asked<T> =
  | { readonly state: "idle" }
  | { readonly state: "working" }
  | { readonly state: "done"; readonly value: T }
  /** The worker died, or could not do it: what the screen says then is its own. */
  | { readonly state: "failed" };

const IDLE = { state: "idle" } as const;
const WORKING = { state: "working" } as const;
const FAILED = { state: "failed" } as const;

/**
 * The answer of a worker to a question; a new question ends the worker of the last one, and so does
 * leaving the screen. A worker that dies, at its start or over its work, is an answer too. `make` and
 * `ask` are functions that stay the same; `undefined` asks nothing.
 */
export function useWorker<Api, Question, Answer>(
  make: () => Worker,
  ask: (api: Remote<Api>, question: Question) => Promise<Answer>,
  question: Question | undefined,
): Asked<Answer> {
  const [asked, setAsked] = useState<Asked<Answer>>(IDLE);
  useEffect(() => {
    if (question === undefined) return setAsked(IDLE);
    setAsked(WORKING);
    return askOnce(make, ask, question, setAsked);
  }, [make, ask, question]);
  return asked;
}

/** The last answer that came: while the next one is worked out it stays in sight. */
export function useLastAnswer<T>(asked: Asked<T>): T | undefined {
  const [last, setLast] = useState<T>();
  useEffect(() => {
    if (asked.state === "done") setLast(asked.value);
  }, [asked]);
  return last;
}

/** Asks a worker of its own; gives the way to end it before it has answered. */
export function askOnce<Api, Question, Answer>(
  make: () => Worker,
  ask: (api: Remote<Api>, question: Question) => Promise<Answer>,
  question: Question,
  tell: (asked: Asked<Answer>) => void,
): () => void {
  const worker = make();
  let isOver = false;
  const end = (asked?: Asked<Answer>) => {
    if (isOver) return;
    isOver = true;
    worker.terminate();
    if (asked) tell(asked);
  };
  worker.onerror = () => end(FAILED);
  worker.onmessageerror = () => end(FAILED);
  ask(wrap<Api>(worker), question).then(
    (value) => end({ state: "done", value }),
    () => end(FAILED),
  );
  return () => end();
}
