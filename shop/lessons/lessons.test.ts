import { done, MIREL, only, TestShop } from "../../testing/shop.ts";
import type { Observation } from "../../core/bench/index.ts";
import { currentVersion, versionsOf } from "../../data/guide/index.server.ts";
import { talliesFor } from "../../data/minutes/index.server.ts";
import { benchPage, renewJob } from "../bench/index.server.ts";
import { guideFile, storeGuide } from "../guide/index.server.ts";
import { rebuild } from "../rebuild.server.ts";
import { ticketPage } from "../ticket/index.server.ts";
import { judgeLesson, lessonsFor } from "./index.server.ts";

const TERN = "marrowby-tern-15";
let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const reach: Observation = { type: "in-reach", part: "base", thing: "fan-plug" };

/** A job that is under way, in which somebody said something. */
async function said(what: Observation, entries = 6, more: object = {}): Promise<number> {
  const number = await shop.atBench(more);
  await shop.play(number, entries);
  const { events } = await shop.ledger(number);
  done(await shop.tick(number, `said-${number}-1`, { do: "observe", what }, events.length));
  return number;
}
const open = async () => (await lessonsFor(shop.db, TERN))!.open;
const judge = (verdict: "accepted" | "refused" | "machine", key: string, why = "") =>
  judgeLesson(shop.act(MIREL, 90), TERN, { key, verdict, why });

test("accepted it is the next version, said why, and the job that told it can go over to it", async () => {
  const number = await said(reach);
  const lesson = only(await open());
  expect(lesson.evidence).toMatchObject([{ ticket: number, serial: "A2-1", by: "tobin" }]);
  expect(done(await judge("accepted", lesson.key))).toEqual({ version: 2 });
  const [newest] = await versionsOf(shop.db, TERN);
  expect(newest).toMatchObject({ number: 2, by: "mirel" });
  expect(newest!.why).toContain("can be reached with the");
  const guide = await guideFile(shop.db, TERN);
  expect(guide!.covers.find(({ part }) => part === "base")!.over).not.toContain("fan-plug");
  expect(await open()).toEqual([]);
  // The job goes by its version until it is asked to go over.
  const before = await shop.ledger(number);
  expect(done(await ticketPage(shop.shop, number)).work).toMatchObject({
    ok: true,
    value: { newer: { number: 2, changes: [{ name: "base over fan-plug", change: "removed" }] } },
  });
  done(await renewJob(shop.act(MIREL, 95), number));
  const after = await shop.ledger(number);
  expect(after.guide.version).toBe((await currentVersion(shop.db, TERN))!.hash);
  expect(after.folded.state.machine).toEqual(before.folded.state.machine);
  expect(after.events.slice(before.events.length).map(({ entry }) => entry.do)).toEqual([
    "renew",
    "replan",
  ]);
  await shop.play(number);
  expect((await shop.ledger(number)).folded.state.phase).toBe("closed");
  expect(await renewJob(shop.act(), number)).toMatchObject({ error: { type: "nothing-newer" } });
});

test("what is counted of a job that went over is what a rebuild counts", async () => {
  const number = await said(reach);
  done(await judge("accepted", only(await open()).key));
  const slower = await guideFile(shop.db, TERN);
  const parts = { ...slower!.parts, base: { ...slower!.parts["base"], lift: 2 } };
  done(await storeGuide(shop.act(MIREL, 92), { ...slower, parts }, ""));
  done(await renewJob(shop.act(MIREL, 95), number));
  await shop.play(number);
  const told = await talliesFor(shop.db, "tobin");
  await rebuild(shop.db);
  expect(await talliesFor(shop.db, "tobin")).toEqual(told);
});

test("a job keeps its version where what was done goes against the newer one, and in the build-up", async () => {
  const number = await said(reach);
  const guide = (await guideFile(shop.db, TERN))!;
  const [first, second] = (await shop.ledger(number)).events.flatMap(({ entry }) =>
    entry.do === "release" ? [entry.joint] : [],
  );
  const order = { first: second!, then: first!, strength: "must", why: "it was found so" } as const;
  const turned = { ...guide, orders: [...guide.orders, order] };
  done(await storeGuide(shop.act(MIREL, 91), turned, ""));
  expect(await renewJob(shop.act(), number)).toMatchObject({ error: { type: "goes-against" } });
  const late = await said(reach, 0);
  const phase = async () => (await shop.ledger(late)).folded.state.phase;
  while ((await phase()) !== "up") await shop.play(late, 1);
  done(await storeGuide(shop.act(MIREL, 93), guide, ""));
  expect(await renewJob(shop.act(), late)).toMatchObject({ error: { type: "change-too-late" } });
  expect(await renewJob(shop.act(), 9999)).toMatchObject({ error: { type: "ticket-unknown" } });
});

test("refused it is not asked again for the same jobs, and comes back with another", async () => {
  await said(reach);
  const { key } = only(await open());
  done(await judge("refused", key, "Only with long tweezers."));
  expect(await open()).toEqual([]);
  expect(await judge("accepted", key)).toMatchObject({ error: { type: "lesson-gone" } });
  const { decided } = (await lessonsFor(shop.db, TERN))!;
  expect(decided).toMatchObject([{ verdict: "refused", why: "Only with long tweezers." }]);
  expect(await versionsOf(shop.db, TERN)).toHaveLength(1);
  await said(reach, 6, { serial: "A2-2" });
  expect(await open()).toHaveLength(1);
});

test("what is of one machine stays with its serial, and is told when that machine is back", async () => {
  await said({ type: "words", about: "base", words: "One clip at the front is gone." });
  done(await judge("machine", only(await open()).key));
  const back = await shop.atBench();
  expect(done(await ticketPage(shop.shop, back)).ofMachine).toMatchObject([{ serial: "A2-1" }]);
  const told = only(done(await benchPage(shop.act(), back)).ofMachine);
  expect(told.words).toContain("One clip at the front is gone.");
  expect(told.things).toEqual(["base"]);
  const other = await shop.atBench({ serial: "A2-9" });
  expect(done(await ticketPage(shop.shop, other)).ofMachine).toEqual([]);
  expect(await versionsOf(shop.db, TERN)).toHaveLength(1);
});

test("without a serial it stays with no machine; a guide that is not there has nothing to decide", async () => {
  await said({ type: "words", about: "base", words: "Scratched." }, 6, { serial: "" });
  const { key } = only(await open());
  expect(await judge("machine", key)).toMatchObject({ error: { type: "no-serial" } });
  expect(await lessonsFor(shop.db, "no-such")).toBeUndefined();
  const nobody = await judgeLesson(shop.act(), "no-such", { key, verdict: "refused", why: "" });
  expect(nobody).toMatchObject({ error: { type: "guide-unknown" } });
});

test("a lesson that the check would refuse is for the editor", async () => {
  // The base lies over the fan; said to be held by the fan as well, neither would come off.
  const guide = (await guideFile(shop.db, TERN))!;
  const under = guide.covers
    .find(({ part }) => part === "base")!
    .over.find((id) => guide.parts[id])!;
  await said({ type: "held-by", thing: "base", by: under });
  expect(await judge("accepted", only(await open()).key)).toMatchObject({
    error: { type: "needs-editing" },
  });
  expect(await versionsOf(shop.db, TERN)).toHaveLength(1);
});
