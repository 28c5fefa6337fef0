import { aboutLines } from "../../core/setup/index.ts";
import { shop } from "../../shop/open.server.ts";
import { aboutOf } from "../../shop/setup/index.server.ts";
import { ticketPaper } from "../papers/ticket-papers.server.ts";
import { pdfOf } from "../papers/pdf.server.ts";
import { foundOr404, ticketNumber } from "../ui/or-404.server.ts";
import type { Route } from "./+types/papers";

/** A paper of a ticket as a PDF: `quote-2.pdf`, `intake.pdf`, `hand-back.pdf`. */
export async function loader({ params }: Route.LoaderArgs) {
  const number = ticketNumber(params.number);
  const here = await shop();
  const paper = foundOr404(
    await ticketPaper(here, number, params.paper),
    `Ticket ${number} has no paper ${params.paper}.`,
  );
  const from = aboutLines(await aboutOf(here.db));
  return new Response(Buffer.from(await pdfOf({ ...paper, from })), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `inline; filename="${number}-${params.paper}"`,
      "Cache-Control": "no-store",
    },
  });
}
