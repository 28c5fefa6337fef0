import { nanoid } from "nanoid";
import { useCallback, useEffect, useMemo, useState } from "react";
import {
  admit,
  foldLedger,
  type BenchState,
  type Entry,
  type LedgerEvent,
  type Machinery,
} from "../../core/bench/index.ts";
import type { Answer } from "../routes/events.ts";

export interface Ledger {
  readonly state: BenchState;
  readonly events: readonly LedgerEvent[];
  /** Ticks that are not acknowledged yet. */
  readonly waiting: number;
  readonly trouble: string | undefined;
  /** The server cannot be reached; ticks wait and are sent again. */
  readonly isAway: boolean;
  /** Whether the ticket has left the bench. */
  readonly isOver: boolean;
  readonly tick: (entry: Entry) => void;
  readonly say: (trouble: string | undefined) => void;
}

const RETRY_MS = 1500;

/**
 * The ledger of a ticket on this screen. A tick shows at once, is sent with an id of its own and
 * counts as waiting until the server says that it is on disk; unanswered, the same event is sent
 * again. What the server refuses disappears, with the reason.
 */
export function useLedger(
  ticket: string,
  machinery: Machinery,
  loaded: readonly LedgerEvent[],
  by: string,
): Ledger {
  const [known, setKnown] = useState(loaded);
  const [queue, setQueue] = useState<readonly LedgerEvent[]>([]);
  const [trouble, say] = useState<string>();
  const [isAway, setAway] = useState(false);
  const [isOver, setOver] = useState(false);

  useEffect(() => {
    setKnown((now) => (loaded.length > now.length ? loaded : now));
  }, [loaded]);

  const first = queue[0];
  useEffect(() => {
    if (!first) return;
    let isStale = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const settle = (answer: Answer) => {
      if (isStale) return;
      setAway(false);
      setKnown((now) => [...now, ...answer.events]);
      setQueue((now) => (answer.ok ? now.slice(1) : []));
      if (!answer.ok) say(answer.message);
      if (answer.ok && first.entry.do === "close") setOver(true);
    };
    const send = () => {
      post(ticket, first, known.length).then(settle, () => {
        if (isStale) return;
        setAway(true);
        timer = setTimeout(send, RETRY_MS);
      });
    };
    send();
    return () => {
      isStale = true;
      clearTimeout(timer);
    };
    // `known` changes only together with the queue; sending anew for it would send twice.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [first, ticket]);

  const events = useMemo(() => [...known, ...queue], [known, queue]);
  const state = useMemo(() => foldLedger(machinery, events), [machinery, events]);

  const tick = useCallback(
    (entry: Entry) => {
      const admitted = admit(machinery, state, entry);
      if (!admitted.ok) {
        say(admitted.error.message);
        return;
      }
      say(undefined);
      const event: LedgerEvent = { id: nanoid(), at: new Date().toISOString(), by, entry };
      setQueue((now) => [...now, event]);
    },
    [machinery, state, by],
  );

  return { state, events, waiting: queue.length, trouble, isAway, isOver, tick, say };
}

async function post(ticket: string, event: LedgerEvent, after: number): Promise<Answer> {
  const response = await fetch(`/tickets/${ticket}/events`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ id: event.id, at: event.at, entry: event.entry, after }),
  });
  const isAnswer = response.headers.get("Content-Type")?.includes("json") ?? false;
  if (!isAnswer) throw new Error(`no answer: ${response.status}`);
  return (await response.json()) as Answer;
}
