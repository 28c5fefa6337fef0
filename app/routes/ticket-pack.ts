import { ticketPack } from "../../shop/packs/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { shown } from "../frame/allowed.server.ts";
import { foundOr404, ticketNumber } from "../ui/or-404.server.ts";
import type { Route } from "./+types/ticket-pack";

/** One ticket with all that was done and seen, as one ZIP. */
export const loader = shown(async ({ params, context }: Route.LoaderArgs) => {
  const number = ticketNumber(params.number);
  const packed = await ticketPack((await actFor(context)).act, number);
  const bytes = foundOr404(packed, `There is no ticket ${number}.`);
  return new Response(new Uint8Array(bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="ticket-${number}.zip"`,
      "Cache-Control": "no-store",
    },
  });
});
