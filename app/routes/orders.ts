import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { orderErrorWords } from "../../core/words/index.ts";
import { arrive, askSupplier, orderParts, undoArrival } from "../../shop/supply/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/orders";

const id = { type: "string", minLength: 1, maxLength: 120 };
const line = { type: "string", maxLength: 200 };

type Asked =
  | { readonly does: "order" | "ask"; readonly id: string }
  | {
      readonly does: "undo";
      readonly id: string;
      readonly order: string;
      readonly why: string;
    }
  | {
      readonly does: "arrive";
      readonly id: string;
      readonly order: string;
      readonly code: string;
      readonly serial: string;
      readonly why?: string;
    };

const readAsked = reader<Asked>({
  type: "object",
  required: ["does", "id"],
  discriminator: { propertyName: "does" },
  oneOf: [
    {
      required: ["does", "id"],
      additionalProperties: false,
      properties: { does: { enum: ["order", "ask"] }, id },
    },
    {
      required: ["does", "id", "order", "why"],
      additionalProperties: false,
      properties: {
        does: { const: "undo" },
        id,
        order: id,
        why: { type: "string", pattern: "\\S", maxLength: 1000 },
      },
    },
    {
      required: ["does", "id", "order", "code", "serial"],
      additionalProperties: false,
      properties: {
        does: { const: "arrive" },
        id,
        order: id,
        code: { type: "string", pattern: "\\S", maxLength: 200 },
        serial: line,
        why: { type: "string", maxLength: 1000 },
      },
    },
  ],
});

/** Orders what was agreed to, asks when it comes, takes in what came. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const asked = await readBody(request, readAsked);
  if (!asked.ok) {
    return data<Sent>(
      { error: "Nothing was written: type or scan the code that stands on the part." },
      { status: 400 },
    );
  }
  const { act } = await actFor(context);
  const { value } = asked;
  const ways = { order: orderParts, ask: askSupplier } as const;
  const done = ticketOr404<unknown, Parameters<typeof orderErrorWords>[0]>(
    number,
    value.does === "arrive"
      ? await arrive(act, number, value)
      : value.does === "undo"
        ? await undoArrival(act, number, value)
        : await ways[value.does](act, number),
  );
  return done.ok
    ? data<Sent>({ error: undefined })
    : data<Sent>({ error: orderErrorWords(done.error) }, { status: 409 });
});
