import { data } from "react-router";
import { reader, readJson } from "../../core/base/ajv.ts";
import type { Spot } from "../../core/learn/index.ts";
import { keepView, MOST_PHOTO_BYTES } from "../../shop/photos/index.server.ts";
import type { KeptView } from "../bench/learn/view-taking.tsx";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { formOf } from "../ui/form-of.server.ts";
import type { Route } from "./+types/views";

const share = { type: "number", minimum: -0.5, maximum: 1.5 };
const readCorners = reader<readonly Spot[]>({
  type: "array",
  minItems: 4,
  maxItems: 4,
  items: { type: "object", required: ["x", "y"], properties: { x: share, y: share } },
});
/** No machine is larger, mm. */
const MOST_MM = 1000;

/** Takes a picture of an open machine, straightens it to scale by its corners, and keeps it. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  if (Number(request.headers.get("Content-Length")) > MOST_PHOTO_BYTES + 100_000) return tooBig();
  const form = await formOf(request);
  const { act } = await actFor(context);
  const [file, corners] = [form.get("photo"), form.get("corners")];
  const [width, height] = [Number(form.get("width")), Number(form.get("height"))];
  if (!(file instanceof File) || file.size === 0) return bad("Choose a picture first.", 400);
  if (file.size > MOST_PHOTO_BYTES) return tooBig();
  const taps = readJson(readCorners, typeof corners === "string" ? corners : "");
  const isSize = [width, height].every((mm) => mm > 0 && mm <= MOST_MM);
  if (!taps.ok || !isSize) return bad("Tap the four corners of the machine on the picture.", 400);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const size = { width, height };
  const kept = ticketOr404(number, await keepView(act, number, bytes, taps.value, size));
  if (kept.ok) return data<KeptView>({ error: undefined, photo: kept.value });
  switch (kept.error.type) {
    case "no-corners":
      return bad("These are no four corners: tap them again.", 400);
    case "too-big":
      return tooBig();
    default:
      return bad("This is no picture that can be read: take a JPEG, PNG or WebP file.", 415);
  }
});

const tooBig = () => bad("A picture has at most 20 MB: take it with fewer pixels.", 413);
const bad = (error: string, status: number) =>
  data<KeptView>({ error, photo: undefined }, { status });
