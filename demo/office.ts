import { must } from "../core/base/must.ts";
import type { Result } from "../core/base/result.ts";
import type { Deed, NewTicket } from "../core/ticket/index.ts";
import type { Act } from "../shop/act.server.ts";
import { makeQuote, priced } from "../shop/price/index.server.ts";
import { record } from "../shop/stage/index.server.ts";
import { shelve } from "../shop/stock/index.server.ts";
import { orderParts } from "../shop/supply/index.server.ts";
import { takeIn } from "../shop/ticket/index.server.ts";
import { startSupplier } from "../stand-ins/supplier.ts";

type Asked = Omit<NewTicket, "promised">;

const machine = {
  code: "MT15-A3",
  mode: "short" as const,
  signs: [],
  serial: "",
  condition: "",
  intake: {},
};

/** Tickets that are not at the bench yet: one to be found out, one whose customer thinks it over, one whose part is late. */
const TICKETS = {
  find: {
    ...machine,
    customer: "Idris Malloy",
    phone: "0550 318",
    fault: "Dead since this morning. The charger light flickers.",
    serial: "A3-80114",
    work: "find",
    parts: [],
    intake: {
      data: "not-backed-up",
      password: "owner-present",
      marks: [
        { kind: "dent", view: "underside", x: 30, y: 205, note: "rear corner" },
        { kind: "scratch", view: "underside", x: 200, y: 60 },
      ],
      adapter: {
        has: { volts: 19.5, amps: 3.34, plug: "4.5 × 3.0 mm", centre: "plus" },
        needs: { volts: 19.5, amps: 4.62, plug: "4.5 × 3.0 mm", centre: "plus" },
      },
    },
    consents: [
      { about: "risk", given: "yes" },
      { about: "data", given: "yes" },
    ],
  },
  quoted: {
    ...machine,
    code: "BV16-R",
    customer: "Petra Sandoval",
    phone: "0550 702",
    fault: "Fan on the left screams under load.",
    serial: "R-30118",
    work: "replace",
    parts: ["fan-left"],
    consents: [],
  },
  late: {
    ...machine,
    customer: "Emeric Stroud",
    phone: "0550 455",
    fault: "Charges only when the plug is bent.",
    serial: "A3-66120",
    work: "replace",
    parts: ["jack"],
    consents: [],
  },
} as const satisfies Readonly<Record<string, Asked>>;

const SHELF = [
  ["BV16-FNR", "Right fan, Vortan 16", "new", "B2", 2400, 2, 1, ""],
  ["TN-DC-5525", "Charging jack, Tern 15", "pulled", "B4", 600, 0, 1, "from a board that took tea"],
  ["PH0 M2x3", "Screws M2 × 3, fifty", "new", "A1", 150, 2, 6, ""],
] as const;

function done<T, E>(result: Result<T, E>): T {
  if (result.ok) return result.value;
  throw new Error(`demo, the office: ${JSON.stringify(result.error)}`);
}

/** Writes what goes on beside the bench; the supplier that ships answers while it is done. */
export async function loadOffice(
  at: (name: string, days: number) => Act,
  promised: string,
): Promise<void> {
  const supplier = await startSupplier("guides");
  const before = process.env["BENCH_SUPPLIER"];
  process.env["BENCH_SUPPLIER"] = supplier.url;
  try {
    for (const [i, [code, name, condition, place, price, least, count, story]] of SHELF.entries()) {
      const item = { code, name, condition, place, price, least, count, story };
      await shelve(at(`shelf-${i}`, -9), item);
    }
    const taken = async (name: keyof typeof TICKETS, days: number) =>
      done(await takeIn(at(name, days), { ...TICKETS[name], promised }));
    const say = async (number: number, name: string, days: number, ...deeds: readonly Deed[]) =>
      done(await record(at(name, days), number, deeds));

    const find = await taken("find", -1);
    await say(find, "find-says", -1, { kind: "says", says: ["dead"] });

    const quoted = await taken("quoted", -2);
    const { offers } = done(await priced(at("look", -2).db, quoted));
    for (const condition of ["used", "new"] as const) {
      const offer = must(
        offers.find((one) => one.brings[0] === "fan-left" && one.condition === condition),
        `a ${condition} fan`,
      );
      const asked = { id: `demo-quote-${condition}`, offers: [offer.id], hand: [], worth: 90_000 };
      done(await makeQuote(at(`quote-${condition}`, -1), quoted, asked));
    }
    const later: Deed = {
      kind: "answered",
      answer: "later",
      quote: 2,
      way: "phone",
      note: "asks his wife",
    };
    await say(quoted, "later", -1, later);

    const late = await taken("late", -8);
    const jack = must(
      done(await priced(at("look-late", -8).db, late)).offers.find(
        ({ brings, condition, source }) =>
          brings[0] === "jack" && condition === "new" && source === "supplier",
      ),
      "a jack",
    );
    const asked = { id: "demo-quote-late", offers: [jack.id], hand: [] };
    done(await makeQuote(at("quote-late", -8), late, asked));
    const yes: Deed = { kind: "answered", answer: "yes", quote: 1, way: "counter", note: "" };
    await say(late, "yes-late", -8, yes, { kind: "paid", cents: 1500, way: "cash" });
    done(await orderParts(at("order-late", -7), late));
  } finally {
    if (before === undefined) delete process.env["BENCH_SUPPLIER"];
    else process.env["BENCH_SUPPLIER"] = before;
    await supplier.close();
  }
}
