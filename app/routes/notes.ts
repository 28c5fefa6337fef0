import { data } from "react-router";
import { addNote, dropNote } from "../../data/notes/notes.server.ts";
import { database } from "../../data/database/open.server.ts";
import { ticketByNumber } from "../../data/tickets/tickets.server.ts";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/notes";

const MOST = 500;

/** Keeps a note with the model of a ticket, at a step; or takes one away. */
export async function action({ params, request }: Route.ActionArgs) {
  const form = await request.formData();
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) return bad("There is no such ticket any more.", 404);
  const field = (name: string): string => {
    const value = form.get(name);
    return typeof value === "string" ? value.trim() : "";
  };
  const id = field("id");
  if (!/^[\w-]{8,60}$/.test(id)) return bad("Reload the page and write the note again.", 400);
  if (request.method === "DELETE") {
    await dropNote(db, ticket.guideId, id);
    return data({ error: undefined });
  }
  const text = field("text");
  if (text === "") return bad("Write a line first.", 400);
  if (text.length > MOST) return bad(`A note has at most ${MOST} letters.`, 400);
  const who = await whoIs(db, request);
  await addNote(db, {
    id,
    guideId: ticket.guideId,
    step: field("step"),
    text,
    ticket: ticket.number,
    at: new Date().toISOString(),
    by: who.name,
  });
  return data({ error: undefined });
}

const bad = (error: string, status: number) => data({ error }, { status });
