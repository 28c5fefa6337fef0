import { nanoid } from "nanoid";
import { data } from "react-router";
import { database } from "../../data/database/open.server.ts";
import { addPhoto, dropPhoto, MOST_PHOTO_BYTES } from "../../data/photos/photos.server.ts";
import { ticketByNumber } from "../../data/tickets/tickets.server.ts";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/photos";

/** Takes a photo of a step in, or away. */
export async function action({ params, request }: Route.ActionArgs) {
  const db = await database();
  const ticket = await ticketByNumber(db, params.number);
  if (!ticket) return bad("There is no such ticket any more.", 404);
  // Files come with a little around them; what is far too big is not even read.
  if (Number(request.headers.get("Content-Length")) > MOST_PHOTO_BYTES + 100_000) return tooBig();
  const form = await request.formData();
  if (request.method === "DELETE") {
    const id = form.get("id");
    await dropPhoto(db, ticket.number, typeof id === "string" ? id : "");
    return data({ error: undefined });
  }
  const [file, step] = [form.get("photo"), form.get("step")];
  if (!(file instanceof File) || file.size === 0) return bad("Choose a picture first.", 400);
  if (file.size > MOST_PHOTO_BYTES) return tooBig();
  const who = await whoIs(db, request);
  const facts = {
    id: nanoid(),
    ticket: ticket.number,
    step: typeof step === "string" ? step : "",
    at: new Date().toISOString(),
    by: who.name,
  };
  const added = await addPhoto(db, facts, new Uint8Array(await file.arrayBuffer()));
  if (added.ok) return data({ error: undefined });
  return added.error.type === "too-big"
    ? tooBig()
    : bad("This is no picture that can be read: take a JPEG, PNG or WebP file.", 415);
}

const tooBig = () => bad("A picture has at most 20 MB: take it with fewer pixels.", 413);
const bad = (error: string, status: number) => data({ error }, { status });
