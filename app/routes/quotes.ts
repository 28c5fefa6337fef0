import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { MOST_MINUTES } from "../../core/price/index.ts";
import { orderErrorWords } from "../../core/words/index.ts";
import { type Asked, makeQuote } from "../../shop/price/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/quotes";

const id = { type: "string", minLength: 1, maxLength: 200 };
const cents = { type: "integer", minimum: 1, maximum: 100_000_000 };

const readAsked = reader<Asked>({
  type: "object",
  required: ["id", "offers", "hand"],
  additionalProperties: false,
  properties: {
    id: { type: "string", minLength: 1, maxLength: 120 },
    offers: { type: "array", items: id, maxItems: 100, uniqueItems: true },
    hand: {
      type: "array",
      maxItems: 30,
      items: {
        type: "object",
        required: ["name", "part", "price", "days"],
        additionalProperties: false,
        properties: {
          name: { type: "string", pattern: "\\S", maxLength: 120 },
          part: id,
          price: cents,
          days: { type: "integer", minimum: 0, maximum: 400 },
        },
      },
    },
    worth: cents,
    minutes: { type: "integer", minimum: 1, maximum: MOST_MINUTES },
  },
});

/** Makes a numbered quote of a choice of offers. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const asked = await readBody(request, readAsked);
  if (!asked.ok) {
    return data<Sent>(
      { error: "Nothing was written: amounts like 45.00, days as a whole number." },
      { status: 400 },
    );
  }
  const { act } = await actFor(context);
  const made = ticketOr404(number, await makeQuote(act, number, asked.value));
  return made.ok
    ? data<Sent>({ error: undefined })
    : data<Sent>({ error: orderErrorWords(made.error) }, { status: 409 });
});
