import {
  admit,
  type BenchState,
  type Entry,
  type Folded,
  foldOn,
  leavesFor,
  type LedgerEvent,
} from "../../../core/bench/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import { refusalWords } from "../../../core/words/index.ts";
import { nanoid } from "nanoid";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Answer } from "../../routes/events.ts";
import type { Growth } from "../../../data/ledger/announce.server.ts";
import { afterPaint } from "../screen/after-paint.ts";
import { stillGood, takeIn, type Pages } from "./outbox.ts";
import { dropTicks, keepTick, waitingTicks } from "./outbox-store.ts";

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
 * The ledger of a ticket on this screen. A tick shows at once, is kept in the browser, is sent with an
 * id of its own and counts as waiting until the server says that it is on disk; unanswered, the
 * same event is sent again. What others write comes in by the stream; ticks that no longer hold
 * after it are dropped, with the reason.
 */
export function useLedger(
  ticket: string,
  model: Model,
  loaded: readonly LedgerEvent[],
  by: string,
): Ledger {
  const [pages, setPages] = useState<Pages>({ known: loaded, queue: [] });
  const [trouble, say] = useState<string>();
  const [isAway, setAway] = useState(false);
  const [isOver, setOver] = useState(false);
  const latest = useRef(pages);

  const settle = useCallback(
    (next: Pages) => {
      const { queue, refused } = stillGood(model, next);
      const gone = latest.current.queue.filter((event) => !queue.includes(event));
      const fresh = next.known.slice(latest.current.known.length);
      latest.current = { known: next.known, queue };
      setPages(latest.current);
      if (gone.length > 0) {
        void dropTicks(
          ticket,
          gone.map(({ id }) => id),
        );
      }
      if (fresh.some(({ entry }) => leavesFor(model.guide, entry))) setOver(true);
      return { refused, fresh };
    },
    [model, ticket],
  );

  const hear = useCallback(
    (from: number, events: readonly LedgerEvent[]): boolean => {
      // What comes from the server shows that it is there, even where the answer to a tick was lost.
      setAway(false);
      const next = takeIn(latest.current, from, events);
      if (!next) return false;
      const { refused, fresh } = settle(next);
      const others = [...new Set(fresh.map((event) => event.by))].filter((name) => name !== by);
      if (refused !== undefined) {
        const who = others.join(" and ") || "Another screen";
        say(
          `${who} went on with this job; your last step was not written. ${refusalWords(model, refused)}`,
        );
      }
      return true;
    },
    [by, settle],
  );

  useEffect(() => void hear(0, loaded), [hear, loaded]);
  useStream(ticket, latest, hear);

  useEffect(() => {
    let isStale = false;
    void waitingTicks(ticket).then((kept) => {
      if (isStale || kept.length === 0) return;
      const queue = [...kept, ...latest.current.queue];
      const once = queue.filter((event, i) => queue.findIndex(({ id }) => id === event.id) === i);
      const next = takeIn({ ...latest.current, queue: once }, 0, latest.current.known)!;
      const { refused } = settle(next);
      const waiting = new Set(latest.current.queue.map(({ id }) => id));
      void dropTicks(
        ticket,
        kept.map(({ id }) => id).filter((id) => !waiting.has(id)),
      );
      if (refused !== undefined)
        say(`A step kept in this browser no longer holds. ${refusalWords(model, refused)}`);
    });
    return () => {
      isStale = true;
    };
  }, [settle, ticket]);

  const first = pages.queue[0];
  useEffect(() => {
    if (!first) return;
    let isStale = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const again = () => {
      timer = setTimeout(send, RETRY_MS);
    };
    const answered = (after: number, answer: Answer) => {
      if (isStale) return;
      setAway(false);
      if (answer.ok) return void hear(after, answer.events);
      // Others came first: what they wrote is heard, and the tick goes out again if it still holds.
      if (answer.why === "stale" && answer.events.length > 0 && hear(after, answer.events)) {
        if (latest.current.queue[0] === first) send();
        return;
      }
      settle({ ...latest.current, queue: [] });
      say(answer.message);
    };
    const send = () => {
      const after = latest.current.known.length;
      post(ticket, first, after).then(
        (answer) => answered(after, answer),
        () => {
          if (isStale) return;
          setAway(true);
          again();
        },
      );
    };
    const cancel = afterPaint(send);
    return () => {
      isStale = true;
      cancel();
      clearTimeout(timer);
    };
  }, [first, hear, settle, ticket]);

  const events = useMemo(() => [...pages.known, ...pages.queue], [pages]);
  const last = useRef<Folded>(undefined);
  const state = useMemo(() => {
    last.current = foldOn(model, last.current, events);
    return last.current.state;
  }, [model, events]);

  const tick = useCallback(
    (entry: Entry) => {
      const { known, queue } = latest.current;
      const now = foldOn(model, last.current, [...known, ...queue]);
      const admitted = admit(model, now.state, entry);
      if (!admitted.ok) {
        say(refusalWords(model, admitted.error));
        return;
      }
      say(undefined);
      const event: LedgerEvent = { id: nanoid(), at: new Date().toISOString(), by, entry };
      latest.current = { known, queue: [...queue, event] };
      setPages(latest.current);
      afterPaint(() => void keepTick(ticket, event));
    },
    [model, by, ticket],
  );

  return { state, events, waiting: pages.queue.length, trouble, isAway, isOver, tick, say };
}

/**
 * Listens to what others write; opened anew where something was missed. A page that is not shown does
 * not listen: a browser has six connections to a server, and a shop more benches than that.
 */
function useStream(
  ticket: string,
  latest: { readonly current: Pages },
  hear: (from: number, events: readonly LedgerEvent[]) => boolean,
): void {
  useEffect(() => {
    let source: EventSource | undefined;
    const open = () => {
      source?.close();
      source = new EventSource(`/tickets/${ticket}/stream?after=${latest.current.known.length}`);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const heard = JSON.parse(data) as Growth;
        if (!hear(heard.from, heard.events)) open();
      };
    };
    const toggle = () => {
      if (document.visibilityState === "hidden") source?.close();
      else open();
    };
    toggle();
    document.addEventListener("visibilitychange", toggle);
    return () => {
      document.removeEventListener("visibilitychange", toggle);
      source?.close();
    };
  }, [ticket, latest, hear]);
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
