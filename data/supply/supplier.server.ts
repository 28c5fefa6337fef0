import { readJson, type Reader } from "../../core/base/ajv.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  type Item,
  type OrderReply,
  readItems,
  readOrderReply,
  type SupplierTrouble,
} from "../../core/supply/index.ts";

type Answer<T> = Promise<Result<T, SupplierTrouble>>;

/** Whoever sells parts. A real one takes the place of the one that ships by answering the same. */
export interface Supplier {
  readonly name: string;
  /** What it has under these codes. */
  readonly items: (codes: readonly string[]) => Answer<readonly Item[]>;
  /** Orders a thing; the same reference twice is one order. */
  readonly order: (item: string, reference: string) => Answer<OrderReply>;
  readonly lookUp: (order: string) => Answer<OrderReply>;
}

/** Longer nobody at a counter waits. */
const MOST_MS = 4000;
const MOST_BYTES = 4_000_000;

/** A supplier that answers over HTTP with JSON. */
export function httpSupplier(name: string, url: string): Supplier {
  async function ask<T>(read: Reader<T>, way: string, body?: object): Answer<T> {
    try {
      const response = await fetch(`${url}${way}`, {
        method: body ? "POST" : "GET",
        ...(body ? { body: JSON.stringify(body) } : {}),
        headers: { "Content-Type": "application/json" },
        signal: AbortSignal.timeout(MOST_MS),
        // Where it would lead us is nobody's to say but the shop's.
        redirect: "error",
      });
      if (response.status === 409) return fail({ type: "sold-out" });
      if (!response.ok) return fail({ type: "away" });
      const text = await textUpTo(response, MOST_BYTES);
      if (text === undefined) return fail({ type: "odd-answer" });
      const value = readJson(read, text);
      return value.ok ? value : fail({ type: "odd-answer" });
    } catch (error) {
      const isSlow = error instanceof DOMException && error.name === "TimeoutError";
      return fail({ type: isSlow ? "slow" : "away" });
    }
  }
  return {
    name,
    items: async (codes) => {
      const answer = await ask(readItems, "/items", { codes });
      return answer.ok ? ok(answer.value.items) : answer;
    },
    order: (item, reference) => ask(readOrderReply, "/orders", { item, reference }),
    lookUp: (order) => ask(readOrderReply, `/orders/${encodeURIComponent(order)}`),
  };
}

/** The text of an answer; undefined where it is longer than so many bytes: the rest is not read. */
async function textUpTo({ body }: Response, most: number): Promise<string | undefined> {
  if (!body) return "";
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  // Leaving the loop lets go of the line.
  for await (const chunk of body as AsyncIterable<Uint8Array>) {
    bytes += chunk.length;
    if (bytes > most) return undefined;
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString("utf8");
}

/** The supplier of this process, by BENCH_SUPPLIER; none: the shop types its own prices. */
export function supplierHere(): Supplier | undefined {
  const url = process.env["BENCH_SUPPLIER"];
  return url ? httpSupplier(process.env["BENCH_SUPPLIER_NAME"] ?? "Harbour Parts", url) : undefined;
}
