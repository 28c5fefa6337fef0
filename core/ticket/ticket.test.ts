import { smallGuide } from "../../testing/builders.ts";
import { diveFromText } from "../plan/index.ts";
import { modelOf } from "../rules/index.ts";
import { workLine } from "./work-line.ts";
import { newModelOf, packSigns, readNewTicket, USUAL_SIZE, workOf } from "./new-ticket.ts";
import { clockMinutes, isZone, shopDay } from "./shop-day.ts";
import { dayAfter, daysBetween, WAITS } from "./stage.ts";
import { byWait, canChangeJob, DECISIONS, decisionsFor } from "./ticket.ts";

const good = {
  customer: "Wren",
  phone: "",
  fault: "Dead",
  code: "T-1",
  serial: "",
  condition: "",
  signs: [],
  work: "replace" as const,
  intake: {},
  consents: [],
  parts: ["fan"],
  mode: "short",
  promised: "2026-12-01",
};

test("a whole ticket passes", () => {
  expect(readNewTicket(good)).toEqual({ ok: true, value: good });
});

test.each<[object, string]>([
  [{ customer: "  " }, "customer"],
  [{ fault: "" }, "fault"],
  [{ code: "x".repeat(201) }, "code"],
  [{ parts: ["fan", "fan"] }, "parts"],
  [{ promised: "tomorrow" }, "promised"],
  [{ promised: "2026-13-01" }, "promised"],
  [{ promised: "2026-02-31" }, "promised"],
  [{ promised: "1999-02-28" }, "promised"],
  [{ signs: ["glows"] }, "signs"],
  [{ mode: "fast" }, "mode"],
])("%j is named", (change, field) => {
  const answer = readNewTicket({ ...good, ...change });
  expect(answer.ok ? [] : answer.error).toEqual([field]);
});

test.each<[string, string, readonly string[]]>([
  ["Dead", "", []],
  ["The bottom bulges since summer", "", ["fault-says-so"]],
  ["Dead", "battery swollen?", ["fault-says-so"]],
])("the customer's words are heard: %s, %s", (fault, condition, signs) => {
  expect(packSigns({ fault, condition, signs: [] })).toEqual(signs);
  expect(packSigns({ fault, condition, signs: ["pad-stuck"] })).toEqual(["pad-stuck", ...signs]);
});

test("nothing is known of a machine but whose it is and what is wrong: that is a ticket", () => {
  const bare = { ...good, code: "", parts: [] };
  expect(readNewTicket(bare)).toEqual({ ok: true, value: bare });
  expect(workOf(bare)).toBe("find");
  expect(workOf({ ...bare, work: "clean" })).toBe("clean");
  expect(workOf(good)).toBe("replace");
  expect(newModelOf(bare)).toBeUndefined();
});

test.each<[object, object | undefined]>([
  [
    { code: "Q-1", maker: " Zell ", model: "Kite" },
    { maker: "Zell", model: "Kite", code: "Q-1", ...USUAL_SIZE },
  ],
  [
    { code: " ", maker: "Zell", model: "Kite", width: "300", height: "" },
    { maker: "Zell", model: "Kite", code: "Zell Kite", width: 300, height: USUAL_SIZE.height },
  ],
  [{ code: "Q-1", maker: "Zell", model: "" }, undefined],
  [{ code: "Q-1", maker: "Zell", model: "Kite", width: "99" }, undefined],
  [{ code: "Q-1", maker: "Zell", model: "Kite", width: "wide" }, undefined],
])("a new model is known by its name: %j", (change, model) => {
  expect(newModelOf({ ...good, ...change })).toEqual(model);
});

test("all that is wrong is named at once", () => {
  const answer = readNewTicket({ phone: "1" });
  expect(answer.ok ? [] : answer.error).toEqual(
    expect.arrayContaining(["customer", "fault", "code", "parts", "promised"]),
  );
});

test("tickets by what they wait for, the earliest promise first, then by number", () => {
  const ticket = (number: number, waits: (typeof WAITS)[number], promised: string) => ({
    number,
    waits,
    promised,
  });
  const lists = byWait([
    ticket(3, "bench", "2026-01-02"),
    ticket(2, "bench", "2026-01-01"),
    ticket(1, "bench", "2026-01-02"),
    ticket(4, "part", "2026-01-01"),
  ]);
  expect(lists.get("bench")!.map(({ number }) => number)).toEqual([2, 1, 3]);
  expect(lists.get("soak")).toEqual([]);
});

test.each([
  ["2026-03-01", "2026-03-04", 3],
  ["2026-03-01", "2026-02-27", -2],
  ["2026-10-24T22:00:00Z", "2026-10-26", 2],
])("from %s to %s are %d days", (from, to, days) => {
  expect(daysBetween(from, to)).toBe(days);
});

test("every ticket comes as far as its hand-back, and none leaves the bench by a decision", () => {
  const none: readonly (typeof WAITS)[number][] = ["bench", "collection", "nothing"];
  for (const wait of none) expect(decisionsFor(wait)).toEqual([]);
  for (const wait of WAITS) {
    if (none.includes(wait)) continue;
    expect(decisionsFor(wait).length).toBeGreaterThan(0);
  }
  expect(new Set(DECISIONS.map(({ id }) => id)).size).toBe(DECISIONS.length);
});

test.each([
  ["2026-10-24T23:30:00Z", "Europe/Berlin", "2026-10-25"],
  ["2026-10-24T23:30:00Z", "UTC", "2026-10-24"],
  ["2026-03-01T03:00:00Z", "America/New_York", "2026-02-28"],
])("%s in %s is %s", (now, zone, day) => {
  expect(shopDay(new Date(now), zone)).toBe(day);
});

test("what is no time zone is known", () => {
  expect([isZone("Europe/Berlin"), isZone("Nowhere/Port")]).toEqual([true, false]);
});

test.each([
  ["finding", true],
  ["customer", true],
  ["part", true],
  ["bench", true],
  ["soak", false],
  ["collection", false],
  ["nothing", false],
] as const)("the job of a ticket that waits for %s can be changed: %s", (wait, can) => {
  expect(canChangeJob(wait)).toBe(can);
});

test("decisions that are offered, by what a ticket waits for", () => {
  expect(decisionsFor("customer").map(({ id }) => id)).toEqual(["yes-order", "yes-ready", "no"]);
  expect(decisionsFor("finding").map(({ id }) => id)).toEqual(["no"]);
  expect(decisionsFor("part").map(({ id }) => id)).toEqual(["part-in"]);
});

test("a ticket's work is its machine, its parts by name, and its line", () => {
  const model = modelOf(smallGuide());
  const job = { for: ["fan", "gone"] };
  const dive = diveFromText("S0D0w0");
  expect(workLine(model, job, dive)).toEqual({
    machine: "Test Test",
    work: "Fan, gone",
    dive: "S0D0w0",
    trouble: undefined,
  });
  expect(workLine(model, job, undefined).dive).toBeUndefined();
});

test.each([
  ["2026-02-27", 3, "2026-03-02"],
  ["2026-12-31", 1, "2027-01-01"],
  ["2026-03-02", 0, "2026-03-02"],
  ["2026-03-02", -2, "2026-02-28"],
])("%s and %d days is %s", (day, days, then) => {
  expect(dayAfter(day, days)).toBe(then);
});

test.each([
  ["2026-10-24T23:30:00Z", "Europe/Berlin", 90],
  ["2026-10-24T22:00:00Z", "Europe/Berlin", 0],
  ["2026-01-01T12:05:59Z", "UTC", 725],
  ["2026-01-01T18:30:00Z", "Asia/Kolkata", 0],
])("%s in %s: %d minutes since midnight", (now, zone, minutes) => {
  expect(clockMinutes(new Date(now), zone)).toBe(minutes);
});
