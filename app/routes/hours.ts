import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { readHours, type ShopHours } from "../../core/days/index.ts";
import { hoursFaultWords } from "../../core/words/index.ts";
import { keepHours } from "../../shop/days/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/hours";

const readAsked = reader<{ readonly id: string; readonly hours: ShopHours }>({
  type: "object",
  required: ["id", "hours"],
  additionalProperties: false,
  properties: { id: { type: "string", maxLength: 120 }, hours: { type: "object" } },
});

/** Keeps the shop's hours and places. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  const hours = asked.ok ? readHours(asked.value.hours) : asked;
  if (!hours.ok) {
    return data<Sent>(
      {
        error:
          "Nothing was kept: 1 to 50 benches, 1 to 200 soak places, hours like 9:00-12:30, days like 2026-12-24.",
      },
      { status: 400 },
    );
  }
  const { shop, act, people } = await actFor(context);
  const done = await keepHours(act, hours.value, shop.zone);
  const name = (id: string) => people.find((one) => one.id === id)?.name ?? id;
  return done.ok
    ? data<Sent>({ error: undefined })
    : data<Sent>({ error: hoursFaultWords(done.error, name) }, { status: 400 });
});
