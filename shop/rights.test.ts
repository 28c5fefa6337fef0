import { USUAL_SHOP } from "../core/days/index.ts";
import { type Doing, may, type Person, ROLES } from "../core/people/index.ts";
import { USUAL_RATES } from "../core/quote/index.ts";
import { correctingOf } from "../core/ticket/index.ts";
import { FACTS, TestShop } from "../testing/shop.ts";
import { type Act, NotAllowed } from "./act.server.ts";
import { changeJob, renewJob, reopen, tick } from "./bench/index.server.ts";
import { keepHours, newCalendarSecret, pin } from "./days/index.server.ts";
import { experienceNow, experienceRows } from "./experience/index.server.ts";
import { promisedLines, rowsOf } from "./exports/index.server.ts";
import { nameFault, openUpFor } from "./find/index.server.ts";
import { keepAnswers, storeEdits, storeGuide } from "./guide/index.server.ts";
import { judgeLesson } from "./lessons/index.server.ts";
import { keepNote } from "./notes/index.server.ts";
import { takePackIn, takeTicketIn, ticketPack } from "./packs/index.server.ts";
import { addMember, changeMember, keepIdle, renewPin } from "./people/index.server.ts";
import { keepPhoto, keepView } from "./photos/index.server.ts";
import {
  beginExercise,
  exercisePage,
  practicePage,
  practise,
  progress,
} from "./practice/index.server.ts";
import { makeQuote } from "./price/index.server.ts";
import { keepSoak } from "./soak/index.server.ts";
import { keepRates, record } from "./stage/index.server.ts";
import { restock, shelve } from "./stock/index.server.ts";
import { arrive, askSupplier, orderParts, undoArrival } from "./supply/index.server.ts";
import { customersToHand, eraseCustomerData, handOutCustomer } from "./customer/index.server.ts";
import { addExample, endSetup, keepAbout } from "./setup/index.server.ts";
import { correct, decide, takeIn } from "./ticket/index.server.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await TestShop.open();
});
afterAll(() => shop.close());

const NOWHERE = 9999;
const NOTHING = new Uint8Array();
const SAYS = { customer: "A", phone: "", fault: "x", code: "", serial: "", condition: "" };
const TWICE = { id: "nobody", week: [], off: [] };
const item = {
  code: "F-1",
  name: "Fan",
  condition: "new",
  place: "",
  price: 1,
  least: 0,
  story: "",
  count: 1,
} as const;

/**
 * Every use case that somebody may be kept from, with what it asks. They are asked about things that are not there:
 * who may hears that, and nothing is changed.
 */
const USE_CASES: Readonly<Record<string, readonly [Doing, (act: Act) => Promise<unknown>]>> = {
  takeIn: ["take-in", (act) => takeIn(act, { ...FACTS, code: "none" })],
  decide: ["decide", (act) => decide(act, NOWHERE, "no", "")],
  pin: ["pin", (act) => pin(act, NOWHERE, true)],
  beginExercise: ["practise", (act) => beginExercise(act, "UTC", "opens:none")],
  practise: ["practise", (act) => practise(act, "none", { do: "leave" }, 0)],
  exercisePage: ["practise", (act) => exercisePage(act, "none")],
  practicePage: ["practise", (act) => practicePage(act, "UTC")],
  experienceNow: ["progress", (act) => experienceNow(act, (id) => id)],
  experienceRows: ["progress", (act) => experienceRows(act, "none", (id) => id)],
  progress: ["progress", (act) => progress(act, "UTC", [])],
  newCalendarSecret: ["export", (act) => newCalendarSecret(act)],
  keepHours: ["hours", (act) => keepHours(act, { ...USUAL_SHOP, people: [TWICE, TWICE] }, "UTC")],
  "record an answer": [
    "decide",
    (act) => record(act, NOWHERE, [{ kind: "answered", answer: "no", note: "" }]),
  ],
  "record a check": [
    "find-out",
    (act) => record(act, NOWHERE, [{ kind: "checked", check: "plug", outcome: "loose" }]),
  ],
  "record a call": [
    "decide",
    (act) =>
      record(act, NOWHERE, [{ kind: "called", about: "ready", outcome: "reached", note: "" }]),
  ],
  "take a payment back": [
    "release",
    (act) => record(act, NOWHERE, [{ kind: "reversed", payment: "none", why: "none" }]),
  ],
  "take a hand-back back": [
    "release",
    (act) => record(act, NOWHERE, [{ kind: "not-collected", why: "none" }]),
  ],
  "let go unpaid": [
    "release",
    (act) => record(act, NOWHERE, [{ kind: "collected", to: "him", old: [], release: "a friend" }]),
  ],
  correct: [
    "decide",
    (act) => correct(act, NOWHERE, correctingOf({ ...SAYS, work: "find", promised: "2026-01-01" })),
  ],
  undoArrival: ["order", (act) => undoArrival(act, NOWHERE, { id: "u", order: "x", why: "none" })],
  keepAbout: ["rates", (act) => keepAbout(act, { name: "Oakes", address: "", phone: "" })],
  endSetup: ["rates", (act) => endSetup(act)],
  addExample: ["guide", (act) => addExample(act, "none.json")],
  "record work": ["tick", (act) => record(act, NOWHERE, [{ kind: "worked", note: "" }])],
  nameFault: ["find-out", (act) => nameFault(act, NOWHERE, { id: "x", parts: [], note: "" })],
  openUpFor: ["find-out", (act) => openUpFor(act, NOWHERE, ["fan"])],
  makeQuote: ["price", (act) => makeQuote(act, NOWHERE, { id: "x", offers: [], hand: [] })],
  orderParts: ["order", (act) => orderParts(act, NOWHERE)],
  askSupplier: ["order", (act) => askSupplier(act, NOWHERE)],
  arrive: ["order", (act) => arrive(act, NOWHERE, { id: "x", order: "x", code: "x", serial: "" })],
  changeJob: ["change-job", (act) => changeJob(act, NOWHERE, { for: ["fan"] })],
  renewJob: ["change-job", (act) => renewJob(act, NOWHERE)],
  reopen: ["reopen", (act) => reopen(act, NOWHERE, "")],
  keepSoak: ["soak", (act) => keepSoak(act, NOWHERE, { id: "x", round: "after", readings: [] })],
  keepNote: ["note", (act) => keepNote(act, NOWHERE, { id: "x", step: "x", text: "x" })],
  keepPhoto: ["photo", (act) => keepPhoto(act, NOWHERE, "intake", NOTHING)],
  keepView: ["photo", (act) => keepView(act, NOWHERE, NOTHING, [], { width: 1, height: 1 })],
  storeGuide: ["guide", (act) => storeGuide(act, {}, "")],
  storeEdits: ["guide", (act) => storeEdits(act, "none", { base: "", edits: [], why: "" })],
  keepAnswers: ["guide", (act) => keepAnswers(act, "none", [])],
  takePackIn: ["guide", (act) => takePackIn(act, NOTHING, "")],
  judgeLesson: [
    "teach",
    (act) => judgeLesson(act, "none", { key: "", verdict: "refused", why: "" }),
  ],
  shelve: ["stock", (act) => shelve(act, item)],
  restock: ["stock", (act) => restock(act, "none", 1, "")],
  ticketPack: ["pack", (act) => ticketPack(act, NOWHERE)],
  takeTicketIn: ["unpack", (act) => takeTicketIn(act, NOTHING)],
  rowsOf: ["export", (act) => rowsOf(act, "none.csv")],
  promisedLines: ["export", (act) => promisedLines(act)],
  keepRates: ["rates", (act) => keepRates(act, USUAL_RATES)],
  addMember: ["people", (act) => addMember(act, "Mirel Oakes", "learner")],
  changeMember: ["people", (act) => changeMember(act, "none", { role: "learner", gone: false })],
  renewPin: ["people", (act) => renewPin(act, "none")],
  keepIdle: ["people", (act) => keepIdle(act, 720)],
  customersToHand: ["customer", (act) => customersToHand(act, "none")],
  handOutCustomer: ["customer", (act) => handOutCustomer(act, "none")],
  eraseCustomerData: ["customer", (act) => eraseCustomerData(act, "none")],
};

/** The people themselves do not matter here: an id that is in the record, with each role in turn. */
const as = (role: Person["role"]): Act => shop.act({ id: "mirel", name: "Mirel Oakes", role });

const isKeptOut = (work: Promise<unknown>): Promise<boolean> =>
  work.then(
    () => false,
    (error: unknown) => {
      if (error instanceof NotAllowed) return true;
      throw error;
    },
  );

test.each(Object.entries(USE_CASES))(
  "%s is open to whom the table says, and to nobody else",
  async (_, [doing, work]) => {
    for (const role of ROLES) {
      const act = as(role);
      expect([role, await isKeptOut(work(act))]).toEqual([role, !may(act.actor, doing)]);
    }
  },
);

test("a tick says who may as its answer: at the bench it is shown, and may have waited", async () => {
  const number = await shop.atBench({ parts: ["fan"] });
  const { events } = await shop.ledger(number);
  const close = (explained: string) =>
    ({ do: "close", left: 1, ...(explained === "" ? {} : { explained }) }) as const;
  for (const [entry, doing] of [
    [{ do: "habit", habit: "mirror" }, "tick"],
    [close("one rolled away"), "close-short"],
  ] as const) {
    for (const role of ROLES) {
      const act = as(role);
      const sent = {
        id: `sent-${doing}-${role}`,
        at: act.now().toISOString(),
        entry,
        after: events.length + 9,
      };
      const reply = await tick(act, number, sent);
      expect([role, !reply.ok && reply.error.type]).toEqual([
        role,
        may(act.actor, doing) ? "ahead" : "not-allowed",
      ]);
    }
  }
});
