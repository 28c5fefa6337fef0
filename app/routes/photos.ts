import { data } from "react-router";
import type { Photo } from "../../data/photos/index.server.ts";
import { keepPhoto, MOST_PHOTO_BYTES, takePhotoAway } from "../../shop/photos/index.server.ts";
import type { KeptPhotos } from "../bench/aside/photo-panel.tsx";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { formOf } from "../ui/form-of.server.ts";
import type { Route } from "./+types/photos";

/** Takes a photo of a step in, or away; gives the photos there are. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  // Files come with a little around them; what is far too big is not even read.
  if (Number(request.headers.get("Content-Length")) > MOST_PHOTO_BYTES + 100_000) return tooBig();
  const form = await formOf(request);
  const { act } = await actFor(context);
  if (request.method === "DELETE") {
    const id = form.get("id");
    const left = await takePhotoAway(act, number, typeof id === "string" ? id : "");
    const photos = ticketOr404(number, left);
    return photos.ok ? kept(photos.value) : tooBig();
  }
  const [file, step] = [form.get("photo"), form.get("step")];
  if (!(file instanceof File) || file.size === 0) return bad("Choose a picture first.", 400);
  if (file.size > MOST_PHOTO_BYTES) return tooBig();
  const at = typeof step === "string" ? step.slice(0, 4000) : "";
  const bytes = new Uint8Array(await file.arrayBuffer());
  const photos = ticketOr404(number, await keepPhoto(act, number, at, bytes));
  if (photos.ok) return kept(photos.value);
  if (photos.error.type === "step-not-here") {
    return bad("The guide has no such step any more. Reload the page and take it again.", 400);
  }
  if (photos.error.type === "too-many") return tooMany();
  return photos.error.type === "too-big"
    ? tooBig()
    : bad("This is no picture that can be read: take a JPEG, PNG or WebP file.", 415);
});

const kept = (photos: readonly Photo[]) => data<KeptPhotos>({ error: undefined, photos });
const tooMany = () => bad("Many pictures are being kept just now: take it again in a minute.", 503);
const tooBig = () => bad("A picture has at most 20 MB: take it with fewer pixels.", 413);
const bad = (error: string, status: number) =>
  data<KeptPhotos>({ error, photos: undefined }, { status });
