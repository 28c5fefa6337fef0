import {
  admitNext,
  type BenchState,
  type Entry,
  type EventError,
  type Folded,
  foldOn,
  type Growth,
  leavesFor,
  type LedgerEvent,
  type PinnedGuide,
  readEvents,
  type Refusal,
  type StoredEvent,
} from "../../../core/bench/index.ts";
import { may, nameOf, type Person } from "../../../core/people/index.ts";
import type { Model } from "../../../core/rules/index.ts";
import type { TickError } from "../../../core/ticket/index.ts";
import { whoMayWords } from "../../../core/words/index.ts";
import { nanoid } from "nanoid";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { afterPaint } from "../../ui/after-paint.ts";
import { sentAnew, stillGood, takeIn, type Pages } from "./outbox.ts";
import {
  canKeep,
  dropTicks,
  keepLedger,
  keepTick,
  keptLedger,
  waitingTicks,
} from "./outbox-store.ts";
import { sendTick } from "./send.ts";
import { useStream } from "./use-stream.ts";

/** What went wrong with what was done here: nothing of it was written. */
export type Trouble =
  | { readonly type: "said"; readonly words: string }
  | { readonly type: "refused-here"; readonly refusal: Refusal }
  | { readonly type: "not-sent"; readonly error: TickError }
  | { readonly type: "others-came"; readonly who: readonly string[]; readonly refusal: Refusal }
  | { readonly type: "kept-no-longer-holds"; readonly refusal: Refusal }
  | { readonly type: "unreadable"; readonly error: EventError };

export interface Ledger {
  /** The machine as it is known now: what is learnt at the bench is in it. */
  readonly model: Model;
  readonly state: BenchState;
  readonly events: readonly LedgerEvent[];
  /** Ticks that are not acknowledged yet. */
  readonly waiting: number;
  readonly trouble: Trouble | undefined;
  /** The server cannot be reached; ticks wait and are sent again. */
  readonly isAway: boolean;
  /** Why, where the server said it. */
  readonly awayWords: string | undefined;
  /** Whether this browser keeps what waits; where it does not, nothing is taken while the server is away. */
  readonly isKept: boolean;
  /** Whether the ticket has left the bench. */
  readonly isOver: boolean;
  readonly tick: (entry: Entry) => void;
  readonly say: (words: string | undefined) => void;
}

/** The ledger that a screen begins with. */
export interface Beginning {
  readonly ticket: number;
  readonly model: Model;
  readonly guide: PinnedGuide;
  /** Read already: the page itself says where they cannot be. */
  readonly events: readonly LedgerEvent[];
  readonly who: Person;
  readonly people: readonly Person[];
}

const RETRY_MS = 1500;
const NOT_KEPT =
  "This browser keeps nothing (a private window, or no room), and the server cannot be reached: the step was not taken.";

/**
 * The ledger of a ticket on this screen. A tick shows at once, is kept in the browser, is sent with an
 * id of its own and counts as waiting until the server says that it is on disk; unanswered, the
 * same event is sent again. What others write comes in by the stream; ticks that no longer hold
 * after it are dropped, with the reason.
 */
export function useLedger({
  ticket,
  model,
  guide,
  events: loaded,
  who,
  people,
}: Beginning): Ledger {
  const [pages, setPages] = useState<Pages>({ known: loaded, queue: [] });
  const [trouble, setTrouble] = useState<Trouble>();
  const [isAway, setAway] = useState(false);
  const [awayWords, setAwayWords] = useState<string>();
  const [isKept, setKept] = useState(true);
  const [isOver, setOver] = useState(false);
  const latest = useRef(pages);
  const by = who.id;

  const settle = useCallback(
    (next: Pages) => {
      const { queue, refused } = stillGood(model, next);
      const gone = latest.current.queue.filter((event) => !queue.includes(event));
      const fresh = next.known.slice(latest.current.known.length);
      latest.current = { known: next.known, queue };
      setPages(latest.current);
      if (fresh.length > 0) {
        const { known: all } = latest.current;
        afterPaint(() => void keepLedger(ticket, all).catch(() => undefined));
      }
      if (gone.length > 0) void dropTicks(ticket, ids(gone));
      if (fresh.some(({ entry }) => leavesFor(model.guide, entry))) setOver(true);
      return { refused, fresh };
    },
    [model, ticket],
  );

  const take = useCallback(
    (from: number, events: readonly LedgerEvent[]): boolean => {
      // What comes from the server shows that it is there, even where the answer to a tick was lost.
      setAway(false);
      const next = takeIn(latest.current, from, events);
      if (!next) return false;
      // The job goes on by another version of its guide: the page has to be that one's. What waits is kept.
      const pinned = versionAfter(next.known);
      if (pinned !== undefined && pinned !== guide.version) {
        window.location.reload();
        return true;
      }
      const { refused, fresh } = settle(next);
      if (refused === undefined) return true;
      const others = [...new Set(fresh.map((event) => event.by))].filter((id) => id !== by);
      const names = others.map((id) => nameOf(people, id));
      setTrouble({ type: "others-came", who: names, refusal: refused });
      return true;
    },
    [by, people, settle, guide],
  );

  /** Takes in what the server sent; what cannot be read is told, and nothing of it is taken. */
  const hear = useCallback(
    (from: number, stored: readonly StoredEvent[]): boolean => {
      const events = readEvents(stored, guide);
      if (events.ok) return take(from, events.value);
      setTrouble({ type: "unreadable", error: events.error });
      return true;
    },
    [guide, take],
  );

  useEffect(() => void take(0, loaded), [take, loaded]);
  const known = useCallback(() => latest.current.known.length, []);
  const onGrowth = useCallback(({ from, events }: Growth) => hear(from, events), [hear]);
  useStream(ticket, known, onGrowth);

  useEffect(() => {
    let isStale = false;
    void comeBack();
    async function comeBack(): Promise<void> {
      const [before, kept] = await Promise.all([
        keptLedger(ticket, guide).catch(() => []),
        waitingTicks(ticket, guide),
      ]);
      if (isStale) return;
      // A page that came without its server knows less than this screen was told already.
      const { known } = latest.current;
      if (before.length > known.length && known.every(({ id }, i) => before[i]?.id === id)) {
        take(0, before);
      }
      if (!kept.ok) return setTrouble({ type: "unreadable", error: kept.error });
      if (kept.value.length === 0) return;
      const queue = [...kept.value, ...latest.current.queue];
      const once = queue.filter((event, i) => queue.findIndex(({ id }) => id === event.id) === i);
      const next = takeIn({ ...latest.current, queue: once }, 0, latest.current.known)!;
      const { refused } = settle(next);
      const waiting = new Set(ids(latest.current.queue));
      void dropTicks(
        ticket,
        ids(kept.value).filter((id) => !waiting.has(id)),
      );
      if (refused !== undefined) setTrouble({ type: "kept-no-longer-holds", refusal: refused });
    }
    return () => {
      isStale = true;
    };
  }, [settle, take, ticket, guide]);

  useEffect(() => {
    void canKeep().then(setKept);
    // A browser that is short of room forgets first what nobody asked it to keep.
    void navigator.storage?.persist?.().catch(() => undefined);
  }, []);
  const isWaiting = pages.queue.length > 0;
  useEffect(() => {
    if (!isWaiting) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [isWaiting]);

  const first = pages.queue[0];
  useEffect(() => {
    if (!first) return;
    let isStale = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const answered = (after: number, sent: Awaited<ReturnType<typeof sendTick>>) => {
      if (isStale) return;
      setAway(!sent.ok);
      setAwayWords(sent.ok ? undefined : sent.error.words);
      if (!sent.ok) {
        timer = setTimeout(send, RETRY_MS);
        return;
      }
      const reply = sent.value;
      if (reply.ok) return void hear(after, reply.value);
      const { error } = reply;
      // Others came first: what they wrote is heard, and the tick goes out again if it still holds.
      if (error.type === "stale" && error.events.length > 0 && hear(after, error.events)) {
        if (latest.current.queue[0] === first) send();
        return;
      }
      if (error.type === "ahead") {
        settle(sentAnew(latest.current, error.length));
        for (const event of latest.current.queue)
          void keepTick(ticket, event).catch(() => undefined);
      } else {
        // It alone is dropped: those behind it are judged without it.
        settle({ ...latest.current, queue: latest.current.queue.filter((one) => one !== first) });
      }
      setTrouble({ type: "not-sent", error });
    };
    const send = () => {
      const after = latest.current.known.length;
      void sendTick(ticket, first, after).then((sent) => answered(after, sent));
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
  const now = useMemo(() => (last.current = foldOn(model, last.current, events)), [model, events]);

  const tick = useCallback(
    (entry: Entry) => {
      if (!may(who, "tick")) return setTrouble({ type: "said", words: whoMayWords("tick") });
      const { known, queue } = latest.current;
      if (!isKept && isAway) return setTrouble({ type: "said", words: NOT_KEPT });
      const event: LedgerEvent = { id: nanoid(), at: new Date().toISOString(), by, entry };
      const admitted = admitNext(foldOn(model, last.current, [...known, ...queue]), event);
      if (!admitted.ok) return setTrouble({ type: "refused-here", refusal: admitted.error });
      setTrouble(undefined);
      latest.current = { known, queue: [...queue, event] };
      setPages(latest.current);
      afterPaint(() => void keepTick(ticket, event).catch(() => setKept(false)));
    },
    [model, who, by, ticket, isKept, isAway],
  );
  const say = useCallback(
    (words: string | undefined) =>
      setTrouble(words === undefined ? undefined : { type: "said", words }),
    [],
  );

  return {
    model: now.model,
    state: now.state,
    events,
    waiting: pages.queue.length,
    trouble,
    isAway,
    awayWords,
    isKept,
    isOver,
    tick,
    say,
  };
}

const ids = (events: readonly LedgerEvent[]): readonly string[] => events.map(({ id }) => id);

/** The version of the guide that a ledger went over to last; undefined: it goes by the one it began with. */
function versionAfter(events: readonly LedgerEvent[]): string | undefined {
  const last = events.findLast(({ entry }) => entry.do === "renew")?.entry;
  return last?.do === "renew" ? last.guide.version : undefined;
}
