import { readdirSync, readFileSync } from "node:fs";
import type { AddressInfo } from "node:net";
import path from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { parseArgs } from "node:util";
import express from "express";
import { reader } from "../core/base/ajv.ts";
import { parseGuideText } from "../core/guide/index.ts";
import { type Item, standInItems } from "../core/supply/index.ts";

/** What the made-up supplier is told to do wrong. */
export interface Mood {
  /** Milliseconds until it answers. */
  readonly slow?: number;
  /** It answers nothing but errors. */
  readonly failing?: boolean;
  /** Codes that it has none of. */
  readonly out?: readonly string[];
  /** Days that everything under way comes later. */
  readonly late?: number;
}

const readMood = reader<Mood>({
  type: "object",
  additionalProperties: false,
  properties: {
    slow: { type: "integer", minimum: 0, maximum: 60_000 },
    failing: { type: "boolean" },
    out: { type: "array", items: { type: "string" } },
    late: { type: "integer", minimum: 0, maximum: 100 },
  },
});

const readCodes = reader<{ readonly codes: readonly string[] }>({
  type: "object",
  required: ["codes"],
  properties: { codes: { type: "array", maxItems: 500, items: { type: "string" } } },
});

const readOrder = reader<{ readonly item: string; readonly reference: string }>({
  type: "object",
  required: ["item", "reference"],
  properties: {
    item: { type: "string", maxLength: 120 },
    reference: { type: "string", maxLength: 120 },
  },
});

export interface Supplier {
  readonly url: string;
  readonly mood: (mood: Mood) => void;
  readonly close: () => Promise<void>;
}

/**
 * A supplier of parts that does not exist, as a service of its own: `POST /items` with codes gives what it has under
 * them, `POST /orders` takes an order (the same reference twice is one), `GET /orders/NAME` tells when it comes,
 * `PUT /mood` makes it slow, failing, out of stock or late.
 */
export async function startSupplier(guides: string, port = 0): Promise<Supplier> {
  const files = readdirSync(guides).filter((name) => name.endsWith(".json"));
  const known = files.flatMap((name) => {
    const guide = parseGuideText(readFileSync(path.join(guides, name), "utf8"));
    return guide.ok ? [guide.value] : [];
  });
  const items = standInItems(known);
  const orders = new Map<string, { readonly item: Item; readonly order: string }>();
  let mood: Mood = {};
  const app = express();
  app.use(express.json({ limit: "64kb" }));
  app.put("/mood", (request, response) => {
    const told = readMood(request.body);
    if (told.ok) mood = told.value;
    response.status(told.ok ? 200 : 400).json(mood);
  });
  app.use(async (_request, response, next) => {
    if (mood.slow) await pause(mood.slow);
    if (mood.failing) return void response.status(503).json({ error: "we are closed" });
    next();
  });
  const isOut = ({ code }: Item): boolean => mood.out?.includes(code) ?? false;
  app.post("/items", (request, response) => {
    const asked = readCodes(request.body);
    if (!asked.ok) return void response.status(400).json({ error: "send codes" });
    const codes = new Set(asked.value.codes);
    const found = items.filter(({ code }) => codes.has(code));
    response.json({ items: found.map((item) => (isOut(item) ? { ...item, stock: 0 } : item)) });
  });
  app.post("/orders", (request, response) => {
    const asked = readOrder(request.body);
    const item = asked.ok ? items.find(({ id }) => id === asked.value.item) : undefined;
    if (!asked.ok || !item) return void response.status(404).json({ error: "no such thing" });
    if (isOut(item)) return void response.status(409).json({ error: "sold out" });
    const { reference } = asked.value;
    const order = orders.get(reference) ?? { item, order: `HV-${4100 + orders.size}` };
    orders.set(reference, order);
    response.json({ order: order.order, days: item.days, late: item.late });
  });
  app.get("/orders/:order", (request, response) => {
    const found = [...orders.values()].find(({ order }) => order === request.params.order);
    if (!found) return void response.status(404).json({ error: "no such order" });
    const more = mood.late ?? 0;
    const { days, late } = found.item;
    response.json({ order: found.order, days: days + more, late: late + more });
  });
  const server = app.listen(port, "127.0.0.1");
  await new Promise((resolve, reject) => {
    server.once("listening", resolve);
    server.once("error", reject);
  });
  const address = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${address.port}`,
    mood: (next) => {
      mood = next;
    },
    close: () =>
      new Promise((resolve) => {
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}

if (process.argv[1]?.endsWith("supplier.ts")) {
  const { values } = parseArgs({
    options: {
      guides: { type: "string", default: "guides" },
      port: { type: "string", default: "4610" },
    },
  });
  const { url } = await startSupplier(values.guides, Number(values.port));
  console.log(`[supplier] the made-up parts supplier answers at ${url}`);
}
