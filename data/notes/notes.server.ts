import type { Database } from "../database/database.server.ts";
import type { NoteRow } from "../database/tables.server.ts";

/** A line that one technician leaves for the next, at a step of a model. */
export type Note = Readonly<NoteRow>;

/** The notes of a model, oldest first. */
export async function notesOf(db: Database, guideId: string): Promise<readonly Note[]> {
  return db.models.notes.findAll({ where: { guideId }, order: ["at", "id"], raw: true });
}

/** Keeps a note; one whose id is there already is kept once. */
export async function addNote(db: Database, note: Note): Promise<void> {
  await db.models.notes.upsert({ ...note });
}

/** Takes a note away; whether there was one. */
export async function dropNote(db: Database, guideId: string, id: string): Promise<boolean> {
  return (await db.models.notes.destroy({ where: { id, guideId } })) > 0;
}
