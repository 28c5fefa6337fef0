import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type NewStockItem, readStockItem } from "../../core/stock/index.ts";
import { restock, shelve, shelves } from "../../shop/stock/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { Shelves } from "../stock/shelves.tsx";
import { Page } from "../ui/page.tsx";
import { readBody, type Sent } from "../ui/read-body.server.ts";
import type { Route } from "./+types/stock";

export const meta: Route.MetaFunction = () => [{ title: "Stock · Brisk Bench" }];

export async function loader() {
  return shelves((await shop()).db);
}

type Asked =
  | { readonly id: string; readonly does: "shelve"; readonly item: unknown }
  | {
      readonly id: string;
      readonly does: "restock";
      readonly stock: string;
      readonly change: number;
      readonly why: string;
    };
const id = { type: "string", minLength: 1, maxLength: 120 };
const readAsked = reader<Asked>({
  type: "object",
  required: ["does"],
  discriminator: { propertyName: "does" },
  oneOf: [
    {
      required: ["does", "id", "item"],
      additionalProperties: false,
      properties: { does: { const: "shelve" }, id, item: { type: "object" } },
    },
    {
      required: ["does", "id", "stock", "change", "why"],
      additionalProperties: false,
      properties: {
        does: { const: "restock" },
        id,
        stock: id,
        change: { type: "integer", minimum: -10_000, maximum: 10_000 },
        why: { type: "string", maxLength: 500 },
      },
    },
  ],
});

const bad = (error: string, status = 400) => data<Sent>({ error }, { status });

/** What is wrong with a field of a new thing, and what belongs there. */
const FIELDS: Readonly<Partial<Record<keyof NewStockItem, string>>> = {
  code: "Type or scan the code that stands on it.",
  name: "Say what it is.",
  price: "Write its price, like 24.00.",
  count: "Say how many there are, as a whole number.",
  least: "Say below how many there are too few, as a whole number.",
};

/** Puts a new thing on the shelves, or more or fewer of one that is there. */
export const action = allowed(async ({ request, context }: Route.ActionArgs) => {
  const asked = await readBody(request, readAsked);
  if (!asked.ok) return bad("Nothing was written: send it again.");
  const { act } = await actFor(context);
  if (asked.value.does === "shelve") {
    const item = readStockItem(asked.value.item);
    if (!item.ok) {
      const field = item.error[0]?.instancePath.split("/")[1] as keyof NewStockItem | undefined;
      return bad(
        `Nothing was written. ${FIELDS[field ?? "code"] ?? "Look at what was typed again."}`,
      );
    }
    await shelve(act, item.value, asked.value.id);
    return data<Sent>({ error: undefined });
  }
  const { stock, change, why } = asked.value;
  const done = await restock(act, stock, change, why, asked.value.id);
  if (done.ok) return data<Sent>({ error: undefined });
  return done.error.type === "too-few"
    ? bad(`Nothing was written: there are only ${done.error.count}.`, 409)
    : bad("Nothing was written: there is no such thing on the shelves.", 404);
});

export default function Stock({ loaderData }: Route.ComponentProps) {
  return (
    <Page title="Stock">
      <Shelves {...loaderData} />
    </Page>
  );
}
