import { fail, ok, type Result } from "../base/result.ts";
import { BODY_READERS } from "./entry-schemas.ts";
import type { Entry, LedgerEvent, PinnedGuide } from "./events.ts";

/** An event as it is written and sent: envelope and body, with the version of its kind. */
export interface StoredEvent {
  readonly id: string;
  /** The ledger it belongs to: `job:1004`. */
  readonly stream: string;
  readonly seq: number;
  readonly kind: string;
  readonly version: number;
  readonly at: string;
  readonly by: string;
  readonly causedBy: string | null;
  readonly body: object;
}

export const jobStream = (ticket: number): string => `job:${ticket}`;

/** Why a stored event cannot be read; each names the event. */
export type EventError =
  | { readonly type: "event-kind-unknown"; readonly id: string; readonly kind: string }
  /** Written by a newer version of the program than this one. */
  | {
      readonly type: "event-newer";
      readonly id: string;
      readonly kind: string;
      readonly version: number;
      readonly known: number;
    }
  | {
      readonly type: "event-broken";
      readonly id: string;
      readonly kind: string;
      readonly path: string;
      readonly why: string;
    };

/** Makes a body of one version into one of the next; `guide` is what the stream is pinned to. */
type Upcast = (body: object, guide: PinnedGuide) => object;

/**
 * By kind, what was changed since version 1, oldest first. A body that is read goes through those that
 * it has not seen; what is on disk stays as it was written.
 */
const UPCASTS: Readonly<Record<Entry["do"], readonly Upcast[]>> = {
  // Version 2 names the guide it is folded with; before it the stream's own was meant.
  start: [(body, guide) => ({ guide, ...body })],
  release: [],
  lift: [],
  swap: [],
  confirm: [],
  seen: [],
  "not-in": [],
  place: [],
  make: [],
  habit: [],
  answer: [],
  "power-on": [],
  check: [],
  rework: [],
  learn: [],
  snag: [],
  broke: [],
  observe: [],
  renew: [],
  "take-back": [],
  replan: [],
  close: [],
};

/** The version that events of a kind are written in. */
export const versionOf = (kind: Entry["do"]): number => UPCASTS[kind].length + 1;

const isKind = (kind: string): kind is Entry["do"] => Object.hasOwn(UPCASTS, kind);

/** An event of a ledger, read by the schema of its kind and brought to this version. */
export function readEvent(
  stored: StoredEvent,
  guide: PinnedGuide,
): Result<LedgerEvent, EventError> {
  const { id, kind, version, at, by, causedBy } = stored;
  if (!isKind(kind)) return fail({ type: "event-kind-unknown", id, kind });
  const known = versionOf(kind);
  if (version > known) return fail({ type: "event-newer", id, kind, version, known });
  const body = UPCASTS[kind]
    .slice(version - 1)
    .reduce<object>((older, upcast) => upcast(older, guide), stored.body);
  const read = BODY_READERS[kind](body);
  if (!read.ok) {
    const [first] = read.error;
    const [path, why] = [first?.instancePath ?? "", first?.message ?? "does not fit"];
    return fail({ type: "event-broken", id, kind, path, why });
  }
  const cause = causedBy === null ? {} : { causedBy };
  return ok({ id, at, by, ...cause, entry: { do: kind, ...read.value } as Entry });
}

/** All events of a ledger, oldest first, or the first that cannot be read. */
export function readEvents(
  stored: readonly StoredEvent[],
  guide: PinnedGuide,
): Result<readonly LedgerEvent[], EventError> {
  const events: LedgerEvent[] = [];
  for (const one of stored) {
    const read = readEvent(one, guide);
    if (!read.ok) return read;
    events.push(read.value);
  }
  return ok(events);
}

/** An event as it is to be written, as the `seq`th of a stream. */
export function storedEvent(stream: string, seq: number, event: LedgerEvent): StoredEvent {
  const { do: kind, ...body } = event.entry;
  const { id, at, by, causedBy = null } = event;
  return { id, stream, seq, kind, version: versionOf(kind), at, by, causedBy, body };
}

/** What has been added to a ledger, and behind how many events. */
export interface Growth {
  readonly from: number;
  readonly events: readonly StoredEvent[];
}
