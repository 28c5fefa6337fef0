import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import {
  customersToHand,
  eraseCustomerData,
  handOutCustomer,
} from "../../shop/customer/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed, shown } from "../frame/allowed.server.ts";
import type { Erased } from "../shop/customers.tsx";
import { foundOr404 } from "../ui/or-404.server.ts";
import { readBody } from "../ui/read-body.server.ts";
import type { Route } from "./+types/customer-data";

/** Customers by letters (`q`), or all that is kept of one (`id`) as a file. */
export const loader = shown(async ({ request, context }: Route.LoaderArgs) => {
  const { searchParams } = new URL(request.url);
  const { act } = await actFor(context);
  const id = searchParams.get("id");
  if (id === null) {
    return data(await customersToHand(act, (searchParams.get("q") ?? "").trim().slice(0, 80)));
  }
  const found = foundOr404(await handOutCustomer(act, id), "There is no such customer.");
  return new Response(JSON.stringify(found, undefined, 2), {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="customer.json"`,
    },
  });
});

const readAsked = reader<{
  readonly id: string;
  readonly customer: string;
  readonly photos?: boolean;
}>({
  type: "object",
  required: ["customer"],
  properties: {
    customer: { type: "string", minLength: 1, maxLength: 120 },
    photos: { type: "boolean" },
  },
});

/** Takes a person out of the record. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  if (!asked.ok)
    return data<Erased>({ error: "Nothing was erased: choose a customer." }, { status: 400 });
  const { act } = await actFor(context);
  const tickets = await eraseCustomerData(act, asked.value.customer, {
    photos: asked.value.photos === true,
  });
  return tickets === undefined
    ? data<Erased>({ error: "There is no such customer any more." }, { status: 404 })
    : data<Erased>({ error: undefined, tickets });
});
