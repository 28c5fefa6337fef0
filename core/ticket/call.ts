import type { CallAbout } from "./deeds.ts";
import { tooSoon } from "./due.ts";
import type { Stand } from "./stand.ts";
import { consentsOpen, type StageFacts, waitsOf } from "./waits.ts";

/** Somebody who waits for a call of the shop: what about, since when, and how often it was tried. */
export interface Call {
  readonly about: CallAbout;
  /** ISO 8601, UTC. */
  readonly since: string;
  /** Calls about it that nobody answered. */
  readonly tries: number;
}

/**
 * Whom the shop has to call: a machine that is ready, a day that cannot be kept or was changed, a price or a consent that
 * waits for its word. A call that was answered, or a word that was left, ends it.
 */
export function callFor(
  facts: StageFacts & { readonly promised: string; readonly takenIn: string },
  stand: Stand,
  today: string,
): Call | undefined {
  const waits = waitsOf(facts, stand);
  if (waits === "nothing") return undefined;
  const found = [...reasons(facts, stand, today, waits)];
  for (const { about, since } of found) {
    const calls = stand.calls.filter((call) => call.about === about && call.at >= since);
    if (calls.some(({ outcome }) => outcome !== "no-answer")) continue;
    return { about, since, tries: calls.length };
  }
  return undefined;
}

function* reasons(
  facts: StageFacts & { readonly promised: string; readonly takenIn: string },
  stand: Stand,
  today: string,
  waits: ReturnType<typeof waitsOf>,
): Generator<Pick<Call, "about" | "since">> {
  if (waits === "collection") {
    const { passed, worked, answer } = stand;
    const since = [passed, worked, answer]
      .flatMap((one) => one?.at ?? [])
      .sort()
      .at(-1);
    if (since !== undefined) yield { about: "ready", since };
    return;
  }
  const change = stand.corrections.findLast(({ changes }) =>
    changes.some(({ field }) => field === "promised"),
  );
  if (change && change.told === undefined) yield { about: "day", since: change.at };
  const late = tooSoon(facts, stand, today);
  const order = stand.orders.findLast(({ state }) => state === "under-way");
  if (late && order) yield { about: "day", since: order.at };
  if (waits !== "customer") return;
  const quote = stand.quotes.at(-1);
  if (stand.held) yield { about: "held", since: stand.held.at };
  else if (quote && (stand.answer?.at ?? "") < quote.at) yield { about: "quote", since: quote.at };
  else if (consentsOpen(stand).length > 0 && stand.answer) {
    yield { about: "consent", since: stand.answer.at };
  }
}
