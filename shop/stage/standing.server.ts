import { fail, ok, type Result } from "../../core/base/result.ts";
import type { PinnedGuide } from "../../core/bench/index.ts";
import type { Model } from "../../core/rules/index.ts";
import {
  type Stand,
  standOf,
  type TicketTrouble,
  type TicketUnknown,
} from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { currentHash, modelFor } from "../../data/guide/index.server.ts";
import { deedsOf, ticketFacts, type TicketFacts } from "../../data/ticket/index.server.ts";

/** A ticket with what its deeds come to, and its machine by the guide as it is now. */
export interface Standing {
  readonly facts: TicketFacts;
  readonly stand: Stand;
  readonly model: Model;
  readonly pinned: PinnedGuide;
}

export async function standingOf(
  db: Database,
  number: number,
): Promise<Result<Standing, TicketUnknown | TicketTrouble>> {
  const facts = await ticketFacts(db, number);
  if (!facts) return fail({ type: "ticket-unknown" });
  const { guideId, code } = facts;
  const version = await currentHash(db, guideId);
  if (version === undefined) return fail({ type: "guide-gone", version: guideId });
  const [model, deeds] = await Promise.all([modelFor(db, version, code), deedsOf(db, number)]);
  if (!model.ok) return model;
  return ok({ facts, stand: standOf(deeds), model: model.value, pinned: { version, code } });
}
