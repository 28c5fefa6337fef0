import { fail, ok, type Result } from "../../core/base/result.ts";
import type { TicketUnknown } from "../../core/ticket/index.ts";
import { addNote, dropNote, noteById, notesOf, type Note } from "../../data/notes/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { ticketFacts } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { hasStep } from "../guide/index.server.ts";

export type NoteError =
  TicketUnknown | { readonly type: "id-taken" } | { readonly type: "step-not-here" };
export interface NewNote {
  readonly id: string;
  readonly step: string;
  readonly text: string;
}

/**
 * Keeps a note with the model of a ticket, at a step, and gives the model's notes. The same note sent
 * twice is kept once; its id with other words, or by somebody else, is refused.
 */
export async function keepNote(
  act: Act,
  ticket: number,
  note: NewNote,
): Promise<Result<readonly Note[], NoteError>> {
  allow(act, "note");
  const { db } = act;
  const facts = await ticketFacts(db, ticket);
  if (!facts) return fail({ type: "ticket-unknown" });
  const { guideId } = facts;
  if (!(await hasStep(db, facts, note.step))) return fail({ type: "step-not-here" });
  const kept = await db.write(async (transaction) => {
    const known = await noteById(db, note.id, transaction);
    const fresh: Note = { ...note, guideId, ticket, ...stampOf(act) };
    if (known) return isSame(known, fresh);
    await addNote(db, fresh, transaction);
    return true;
  });
  return kept ? ok(await notesOf(db, guideId)) : fail({ type: "id-taken" });
}

const isSame = (a: Note, b: Note): boolean =>
  a.by === b.by && a.guideId === b.guideId && a.step === b.step && a.text === b.text;

/** Takes a note away, and gives those that are left. */
export async function takeNoteAway(
  act: Act,
  ticket: number,
  id: string,
): Promise<Result<readonly Note[], TicketUnknown>> {
  const { db } = act;
  const facts = await ticketFacts(db, ticket);
  if (!facts) return fail({ type: "ticket-unknown" });
  await db.write(async (transaction) => {
    const note = await noteById(db, id, transaction);
    if (note?.guideId !== facts.guideId) return;
    allow(act, "take-away", { by: note.by });
    await dropNote(db, id, transaction);
    await addRecord(db, stampOf(act), { what: "taken-away", kind: "note", id }, transaction);
  });
  return ok(await notesOf(db, facts.guideId));
}
