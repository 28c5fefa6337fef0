import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type PlainDeed, readPlainDeed } from "../../core/ticket/index.ts";
import { decideErrorWords } from "../../core/words/index.ts";
import { adoptQuote } from "../../shop/price/index.server.ts";
import { record } from "../../shop/stage/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/deeds";

const readSent = reader<{ readonly id: string; readonly deed: unknown }>({
  type: "object",
  required: ["id", "deed"],
  additionalProperties: false,
  properties: { id: { type: "string", minLength: 1, maxLength: 120 }, deed: { type: "object" } },
});

/** Writes what was done about a ticket, as it was sent; the same id twice is written once. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const sent = await readBody(request, readSent);
  const deed = sent.ok ? readPlainDeed(sent.value.deed) : undefined;
  if (!sent.ok || !deed?.ok) return data<Sent>({ error: badWords(deed) }, { status: 400 });
  const { act } = await actFor(context);
  const written = ticketOr404(
    number,
    await record(act, number, [deed.value], { id: sent.value.id }),
  );
  if (!written.ok) return data<Sent>({ error: decideErrorWords(written.error) }, { status: 409 });
  if (deed.value.kind === "answered") await adoptQuote(act, number);
  return data<Sent>({ error: undefined });
});

/** What is wrong with a deed, by the field that is. */
function badWords(read: ReturnType<typeof readPlainDeed> | undefined): string {
  const [first] = read && !read.ok ? read.error : [];
  const field = first?.instancePath.split("/")[1] as keyof PlainDeed | "cents" | undefined;
  if (field === ("cents" as string)) return "Nothing was written: write the amount, like 120.00.";
  return `Nothing was written: look at ${field ?? "what was sent"} again.`;
}
