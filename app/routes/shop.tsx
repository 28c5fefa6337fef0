import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type QuoteRates, quoteRatesSchema } from "../../core/quote/index.ts";
import { keepRates, ratesOf } from "../../shop/stage/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { Rates } from "../shop/rates.tsx";
import { Page } from "../ui/page.tsx";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/shop";

export const meta: Route.MetaFunction = () => [{ title: "Shop · Brisk Bench" }];

export async function loader() {
  return { rates: await ratesOf((await shop()).db) };
}

const readAsked = reader<{ readonly id: string; readonly rates: QuoteRates }>({
  type: "object",
  required: ["id", "rates"],
  additionalProperties: false,
  properties: { id: { type: "string", maxLength: 120 }, rates: quoteRatesSchema },
});

/** Keeps what the shop reckons by: quotes that were given stay as they are. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  if (!asked.ok) {
    return data<Sent>(
      {
        error: "Nothing was kept: amounts like 60.00, shares from 0 to 100, days as whole numbers.",
      },
      { status: 400 },
    );
  }
  const { act } = await actFor(context);
  await keepRates(act, asked.value.rates);
  return data<Sent>({ error: undefined });
});

export default function ShopPage({ loaderData }: Route.ComponentProps) {
  return (
    <Page title="Shop">
      <Rates rates={loaderData.rates} />
    </Page>
  );
}
