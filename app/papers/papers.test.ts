import type { Quote } from "../../core/quote/index.ts";
import { standOf, type Deed, type Ticket } from "../../core/ticket/index.ts";
import type { Paper } from "./paper.ts";
import { handBackPaper, intakePaper, quotePaper } from "./papers.ts";
import { pdfOf } from "./pdf.server.ts";

const ticket: Ticket = {
  number: 1004,
  customer: { name: "Ödile Vařn", phone: "0550 114" },
  fault: "Roars & <smokes>",
  code: "MT15-A3",
  guideId: "g",
  machine: "Marrowby Tern 15",
  serial: "S-1",
  condition: "Corner cracked",
  signs: ["pad-stuck"],
  job: { for: ["fan", "sink"], again: ["sink"] },
  work: "replace",
  bench: "closed",
  intake: {
    marks: [{ kind: "screw-missing", view: "underside", x: 1, y: 1, joint: "base", note: "rear" }],
    data: "clone",
    dataNote: "the shop",
    password: "guest",
    came: "sleeve",
    adapter: { has: { volts: 19, amps: 3, plug: "x" }, needs: { volts: 19, amps: 3, plug: "x" } },
  },
  waits: "collection",
  promised: "2026-03-05",
  takenIn: "2026-03-01T08:00:00Z",
};

const names = {
  parts: {
    fan: { name: "Fan", kind: "fan" as const },
    sink: { name: "Heatsink", kind: "heatsink" as const },
  },
  joints: {
    base: { kind: "screws" as const, name: "base screws", joins: ["fan", "sink"], count: 4 },
  },
} as never;

const quote: Quote = {
  offers: [],
  brings: ["fan"],
  lines: [
    { kind: "part", name: "Fan, Tern 15", net: 1999, tax: 400 },
    { kind: "labour", name: "Labour", net: 2500, tax: 500 },
  ],
  net: 4499,
  tax: 900,
  total: 5399,
  deposit: 1200,
  minutes: 25,
  atMost: 30.9,
  days: 2,
  late: 5,
  good: 0.98,
  until: "2026-03-15",
};

const stand = standOf(
  (
    [
      { kind: "consent", about: "risk", given: "open", words: "It can break." },
      { kind: "quoted", quote },
      { kind: "answered", answer: "yes", quote: 1, note: "" },
      { kind: "paid", cents: 5399, way: "card" },
      { kind: "passed", note: "" },
      { kind: "collected", to: "His sister", old: [{ part: "fan", way: "recycled" }] },
    ] satisfies readonly Deed[]
  ).map((deed, i) => ({ id: `d${i}`, at: "2026-03-04T10:00:00Z", by: "tobin", deed })),
);

/** All that stands on a paper, in its order. */
const wordsOf = ({ title, head, sections }: Paper): string =>
  [
    title,
    ...head.flat(),
    ...sections.flatMap((section) => {
      if (section.type === "text")
        return section.lines.length > 0 ? [section.title, ...section.lines] : [];
      if (section.type === "table")
        return section.rows.length > 0 ? [section.title, ...section.rows.flat()] : [];
      return section.type === "sign" ? section.lines : [section.title];
    }),
  ].join(" | ");

const done = handBackPaper({
  ticket,
  stand,
  names,
  replaced: ["fan"],
  fitted: [{ part: "fan", code: "TN15-FN", old: "TN15-FO" }],
  lots: [
    {
      joint: "base",
      expected: 4,
      out: 3,
      in: 3,
      cell: 1,
      lies: "cells",
      outDiffers: { reason: "missing-at-intake" },
      inDiffers: undefined,
      loose: 0,
    },
  ],
  broken: ["Fan plug: lock of a ribbon; taped over."],
  checks: [{ do: "check", round: "shut", what: "fan", result: "pass" }],
  soaks: [
    {
      round: "after",
      facts: undefined,
      readings: [0, 60, 120].map((t) => ({
        t,
        celsius: 40 + t / 10,
        ambient: 21,
        fanRpm: 3000,
        watts: 25,
        memoryErrors: 0,
      })),
    },
  ],
  warranty: "2026-09-01",
});

test("a quote says what it costs, to the cent, until when, and what is asked for before", () => {
  const said = wordsOf(quotePaper(ticket, quote, 2, "2026-03-01"));
  for (const words of [
    "Quote 2",
    "53.99",
    "19.99",
    "2026-03-15",
    "12.00 are asked for",
    "over 31.",
  ]) {
    expect(said).toContain(words);
  }
});

test("the slip has all that was noted when the machine came in", () => {
  const paper = intakePaper(ticket, stand, names, "2026-03-01");
  const said = wordsOf(paper);
  expect(paper.code).toBe("1004");
  for (const words of [
    "Screw missing, base screws: rear",
    "Corner cracked",
    "sleeve",
    "19 V",
    "Clone",
    "guest account",
    "not answered yet. It can break.",
    "2026-03-05",
  ]) {
    expect(said).toContain(words);
  }
});

test("the hand-back has parts, codes, counts, proof, money, old parts and what to heed", () => {
  const said = wordsOf(done);
  for (const words of [
    "Fan | TN15-FN | TN15-FO",
    "2026-09-01",
    "Heatsink: taken out, cleaned",
    "3 screws in one lot counted",
    "Base screws: 3 of 4",
    "works",
    "− 53.99",
    "Fan: recycled",
    "New fan",
  ]) {
    expect(said).toContain(words);
  }
});

test.each([
  ["quote", quotePaper(ticket, quote, 2, "2026-03-01")],
  ["slip", intakePaper(ticket, stand, names, "2026-03-01")],
  ["hand-back with a chart", done],
])("%s is set as a PDF, with letters of every customer", async (_, paper) => {
  const bytes = Buffer.from(await pdfOf(paper));
  expect(bytes.subarray(0, 5).toString()).toBe("%PDF-");
  expect(bytes.subarray(-6).toString().trim()).toMatch(/%%EOF$/);
  expect(bytes.length).toBeGreaterThan(5000);
});
