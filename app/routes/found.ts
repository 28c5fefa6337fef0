import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { foundErrorWords } from "../../core/words/index.ts";
import { nameFault, openUpFor } from "../../shop/find/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/found";

const id = { type: "string", minLength: 1, maxLength: 120 };
const ids = { type: "array", items: id, maxItems: 50, uniqueItems: true };

type Asked =
  | {
      readonly does: "name";
      readonly id: string;
      readonly cause?: string;
      readonly parts: readonly string[];
      readonly note: string;
    }
  | { readonly does: "open-up"; readonly id: string; readonly reach: readonly string[] };

const readAsked = reader<Asked>({
  type: "object",
  required: ["does"],
  discriminator: { propertyName: "does" },
  oneOf: [
    {
      required: ["does", "id", "parts", "note"],
      additionalProperties: false,
      properties: {
        does: { const: "name" },
        id,
        cause: id,
        parts: ids,
        note: { type: "string", maxLength: 1000 },
      },
    },
    {
      required: ["does", "id", "reach"],
      additionalProperties: false,
      properties: { does: { const: "open-up" }, id, reach: { ...ids, minItems: 1 } },
    },
  ],
});

/** Takes something for the fault of a ticket, or has the machine opened up for a check. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const asked = await readBody(request, readAsked);
  if (!asked.ok) {
    return data<Sent>({ error: "Nothing was written: send it again." }, { status: 400 });
  }
  const { act } = await actFor(context);
  const { value } = asked;
  const done = ticketOr404(
    number,
    value.does === "name"
      ? await nameFault(act, number, value)
      : await openUpFor(act, number, value.reach),
  );
  return done.ok
    ? data<Sent>({ error: undefined })
    : data<Sent>({ error: foundErrorWords(done.error) }, { status: 409 });
});
