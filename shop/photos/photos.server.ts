import { createHash } from "node:crypto";
import sharp from "sharp";
import { fail, ok, type Result } from "../../core/base/result.ts";
import type { Spot } from "../../core/learn/index.ts";
import { AT_INTAKE, type TicketUnknown } from "../../core/ticket/index.ts";
import { addPhoto, dropPhoto, photosOf, type Photo } from "../../data/photos/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { ticketFacts } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { inTurn, TooManyPictures } from "./in-turn.server.ts";
import { pictureOf } from "./picture.server.ts";
import { straighten } from "./straighten.server.ts";
import { hasStep } from "../guide/index.server.ts";

export const MOST_PHOTO_BYTES = 20_000_000;
export type PhotoError =
  | TicketUnknown
  | { readonly type: "too-big" }
  | { readonly type: "no-photo" }
  /** Others are being shrunk: it may be sent again. */
  | { readonly type: "too-many" }
  | { readonly type: "no-corners" }
  | { readonly type: "step-not-here" };

const THUMB = 220;
/** A picture that is drawn on belongs to no step: it is not among those that are taken away there. */
const VIEW = "view";

/**
 * Keeps a photo of a step, and gives the ticket's photos. It is written anew as JPEG, so nothing else that
 * was in the file (place, camera, owner) is kept.
 */
export async function keepPhoto(
  act: Act,
  ticket: number,
  step: string,
  bytes: Uint8Array,
): Promise<Result<readonly Photo[], PhotoError>> {
  allow(act, "photo");
  const facts = await ticketFacts(act.db, ticket);
  if (!facts) return fail({ type: "ticket-unknown" });
  if (step !== AT_INTAKE && !(await hasStep(act.db, facts, step))) {
    return fail({ type: "step-not-here" });
  }
  if (bytes.length > MOST_PHOTO_BYTES) return fail({ type: "too-big" });
  const id = contentId(ticket, step, bytes);
  const before = await photosOf(act.db, ticket);
  if (before.some((photo) => photo.id === id)) return ok(before);
  const made = await inTurn(() => photoAndThumb(bytes)).catch(notNow);
  if (made === "busy") return fail({ type: "too-many" });
  if (!made) return fail({ type: "no-photo" });
  const { width, height } = made.info;
  const photo = { id, ticket, step, width, height, ...stampOf(act) };
  const files = { full: made.data, thumb: made.thumb };
  try {
    await addPhoto(act.db, photo, files);
  } catch (error) {
    // The same picture, sent twice at once, has just been kept.
    if (!(await photosOf(act.db, ticket)).some((one) => one.id === id)) throw error;
  }
  return ok(await photosOf(act.db, ticket));
}

/** Keeps a picture of an open machine, straightened by its four corners; gives its id. */
export async function keepView(
  act: Act,
  ticket: number,
  bytes: Uint8Array,
  corners: readonly Spot[],
  size: { readonly width: number; readonly height: number },
): Promise<Result<string, PhotoError>> {
  allow(act, "photo");
  if (!(await ticketFacts(act.db, ticket))) return fail({ type: "ticket-unknown" });
  if (bytes.length > MOST_PHOTO_BYTES) return fail({ type: "too-big" });
  const straight = await inTurn(() => straighten(bytes, corners, size)).catch(notNow);
  if (straight === "busy") return fail({ type: "too-many" });
  if (!straight) return fail({ type: "no-photo" });
  if (!straight.ok) return fail({ type: straight.error });
  const made = await inTurn(() => photoAndThumb(straight.value)).catch(notNow);
  if (made === "busy") return fail({ type: "too-many" });
  if (!made) return fail({ type: "no-photo" });
  const { width, height } = made.info;
  const photo = { id: act.newId(), ticket, step: VIEW, width, height, ...stampOf(act) };
  await addPhoto(act.db, photo, { full: made.data, thumb: made.thumb });
  return ok(photo.id);
}

/** A picture by what it shows and where: sent again after an answer that got lost, it is the same one. */
const contentId = (ticket: number, step: string, bytes: Uint8Array): string =>
  createHash("sha256")
    .update(`${ticket}\n${step}\n`)
    .update(bytes)
    .digest("base64url")
    .slice(0, 21);

const notNow = (error: unknown): "busy" | undefined =>
  error instanceof TooManyPictures ? "busy" : undefined;

/** A picture as it is kept: written anew as JPEG, and a small one of it; undefined for what is no picture. */
export async function photoAndThumb(bytes: Uint8Array) {
  const picture = await pictureOf(bytes);
  if (!picture) return undefined;
  const { data, info } = await picture.jpeg({ quality: 86 }).toBuffer({ resolveWithObject: true });
  const thumb = await sharp(data).resize(THUMB, THUMB, { fit: "inside" }).jpeg().toBuffer();
  return { data, info, thumb };
}

/** Takes a photo away, and gives those that are left. */
export async function takePhotoAway(
  act: Act,
  ticket: number,
  id: string,
): Promise<Result<readonly Photo[], TicketUnknown>> {
  const { db } = act;
  if (!(await ticketFacts(db, ticket))) return fail({ type: "ticket-unknown" });
  const photo = (await photosOf(db, ticket)).find((one) => one.id === id);
  if (photo) {
    allow(act, "take-away", { by: photo.by });
    await dropPhoto(db, ticket, id);
    await db.write((transaction) =>
      addRecord(db, stampOf(act), { what: "taken-away", kind: "photo", id }, transaction),
    );
  }
  return ok(await photosOf(db, ticket));
}
