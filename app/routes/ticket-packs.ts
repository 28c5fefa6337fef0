import { data } from "react-router";
import { ticketPackErrorWords } from "../../core/words/index.ts";
import { MOST_PACK_BYTES, takeTicketIn } from "../../shop/packs/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { formOf } from "../ui/form-of.server.ts";
import type { Route } from "./+types/ticket-packs";

export interface TakenPack {
  readonly error: string | undefined;
  /** The number it has here. */
  readonly number: number | undefined;
}

/** Takes a ticket in that was packed elsewhere, whole or not at all. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const refused = (error: string, status: number) =>
    data<TakenPack>({ error, number: undefined }, { status });
  if (Number(request.headers.get("Content-Length") ?? 0) > MOST_PACK_BYTES + 10_000) {
    return refused(ticketPackErrorWords({ type: "too-big" }), 413);
  }
  const form = await formOf(request).catch(() => undefined);
  const file = form?.get("pack");
  if (!(file instanceof File)) return refused("Nothing was taken in: choose a ZIP file.", 400);
  const { act } = await actFor(context);
  const taken = await takeTicketIn(act, new Uint8Array(await file.arrayBuffer()));
  return taken.ok
    ? data<TakenPack>({ error: undefined, number: taken.value })
    : refused(ticketPackErrorWords(taken.error), 422);
});
