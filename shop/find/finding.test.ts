import { standOf } from "../../core/ticket/index.ts";
import { deedsOf, ticketFacts } from "../../data/ticket/index.server.ts";
import { done, TestShop } from "../../testing/shop.ts";
import { reopen } from "../bench/index.server.ts";
import { record } from "../stage/index.server.ts";
import { decide } from "../ticket/index.server.ts";
import { findingOf, nameFault, openUpFor } from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const waits = async (number: number) => (await ticketFacts(shop.db, number))!.waits;

test("a fault that is named becomes the job of the smallest thing that can be ordered", async () => {
  const number = await shop.ticket({ work: "find", parts: [] });
  expect(await waits(number)).toBe("finding");
  const named = { id: "f1", cause: "keyboard-dead", parts: ["keyboard"], note: "The keyboard" };
  done(await nameFault(shop.act(), number, named));
  const facts = (await ticketFacts(shop.db, number))!;
  expect([facts.job.for, facts.waits]).toEqual([["palmrest"], "customer"]);
  // Sent again, it is there once.
  done(await nameFault(shop.act(), number, named));
  const found = (await deedsOf(shop.db, number)).filter(({ deed }) => deed.kind === "found");
  expect(found).toHaveLength(1);
  expect(
    await nameFault(shop.act(), number, { ...named, id: "f2", parts: ["gone"] }),
  ).toMatchObject({
    error: { type: "part-unknown", id: "gone" },
  });
});

test("what is none of the list is a finding in words, and changes no job", async () => {
  const number = await shop.ticket({ work: "find", parts: [] });
  done(await nameFault(shop.act(), number, { id: "f", parts: [], note: "A mouse lives in it" }));
  expect(await waits(number)).toBe("customer");
  expect((await ticketFacts(shop.db, number))!.job.for).toEqual([]);
});

test("a machine is opened up for a check, found out from where it lies, and goes on to its job", async () => {
  const number = await shop.ticket({ work: "find", parts: [] });
  done(await openUpFor(shop.act(), number, ["fan"]));
  expect(await waits(number)).toBe("finding");
  await shop.play(number, 4);
  const finding = done(await findingOf(shop.db, number));
  expect(finding.from).toBeDefined();
  done(await nameFault(shop.act(), number, { id: "f", parts: ["fan"], note: "The fan" }));
  expect((await ticketFacts(shop.db, number))!.job.for).toEqual(["fan"]);
  expect(await waits(number)).toBe("customer");
  done(await decide(shop.act(), number, "yes-ready", ""));
  await shop.play(number);
  expect(await waits(number)).toBe("soak");
});

test("a machine that was only looked into, and shut, is opened once more for its job", async () => {
  const number = await shop.ticket({ work: "find", parts: [] });
  done(await openUpFor(shop.act(), number, ["fan"]));
  await shop.play(number);
  expect(await waits(number)).toBe("finding");
  done(await nameFault(shop.act(), number, { id: "f", parts: ["fan"], note: "The fan" }));
  done(await decide(shop.act(), number, "yes-ready", ""));
  expect(await waits(number)).toBe("bench");
  done(await reopen(shop.act(), number, ""));
  await shop.play(number);
  expect(await waits(number)).toBe("soak");
});

test("what it turned out to be bends the odds of the next one", async () => {
  const number = await shop.ticket({ work: "find", parts: [] });
  const named = { id: "f", cause: "fan-dead", parts: ["fan"], note: "The fan" };
  done(await nameFault(shop.act(), number, named));
  done(await decide(shop.act(), number, "yes-ready", ""));
  await shop.play(number);
  const said = { kind: "turned-out", cause: "fan-dead", was: true } as const;
  for (let i = 0; i < 2; i++) done(await record(shop.act(), number, [said]));
  const next = await shop.ticket({ work: "find", parts: [] });
  expect(done(await findingOf(shop.db, next)).told.counts).toEqual({ "fan-dead": 1 });
});

test("a fault whose job cannot be had is not said to be found", async () => {
  const number = await shop.atBench({ parts: ["fan"] });
  await shop.play(number);
  const named = { id: "f", parts: ["jack"], note: "The jack" };
  expect(await nameFault(shop.act(), number, named)).toMatchObject({
    error: { type: "change-too-late" },
  });
  expect(standOf(await deedsOf(shop.db, number)).cause).toBeUndefined();
});
