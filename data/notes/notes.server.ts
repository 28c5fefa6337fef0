import type { Transaction } from "sequelize";
import type { Database } from "../database/database.server.ts";
import type { NoteRow } from "../database/rows.server.ts";

/** A line that one technician leaves for the next, at a step of a model. */
export type Note = Readonly<NoteRow>;

/** The notes of a model, oldest first. */
export async function notesOf(db: Database, guideId: string): Promise<readonly Note[]> {
  return db.tables.notes.findAll({ where: { guideId }, order: ["at", "id"], raw: true });
}

export async function noteById(
  db: Database,
  id: string,
  transaction: Transaction,
): Promise<Note | undefined> {
  return (await db.tables.notes.findByPk(id, { raw: true, transaction })) ?? undefined;
}

export async function addNote(db: Database, note: Note, transaction: Transaction): Promise<void> {
  await db.tables.notes.create({ ...note }, { transaction });
}

/** Takes a note away; whether there was one. */
export async function dropNote(db: Database, id: string, transaction: Transaction): Promise<void> {
  await db.tables.notes.destroy({ where: { id }, transaction });
}
