import { done, guideFile, MIREL, TestShop } from "../../testing/shop.ts";
import { guideForCode } from "../../core/guide/index.ts";
import { currentHash, guideOfCode, versionsOf } from "../../data/guide/index.server.ts";
import { openLines } from "../../data/ticket/index.server.ts";
import { benchPage } from "../bench/index.server.ts";
import { ticketPage } from "../ticket/index.server.ts";
import {
  guideFile as storedFile,
  guideList,
  guidePage,
  keepUnbegunLine,
  pinnedGuide,
  storeGuide,
} from "./index.server.ts";

const TERN = "marrowby-tern-15";
type File = Record<string, unknown> & {
  joints: Record<string, object>;
  parts: Record<string, object>;
};
const tern = () => structuredClone(guideFile(TERN)) as File;

/** The Tern with one of its joints called otherwise, wherever it is named. */
function renamed(joint: string, name: string): File {
  const text = JSON.stringify(tern()).replaceAll(`"${joint}"`, `"${name}"`);
  return JSON.parse(text) as File;
}

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());
const store = async (file: unknown, why = "") => storeGuide(shop.act(MIREL, 5), file, why);

test("a guide with errors is not stored, and says where", async () => {
  const stored = await store({ ...tern(), parts: {} });
  expect(stored).toMatchObject({ ok: false });
  expect(await versionsOf(shop.db, TERN)).toHaveLength(1);
});

test("a variant that is wrong blocks its own code, and no other", async () => {
  const code = "MT15-Z";
  const sister = (patch: object) => ({ [code]: { about: "a sister", patch } });
  done(await store({ ...tern(), variants: sister({ model: "Tern 15 Z" }) }));
  const before = await shop.atBench({ code });
  const wrong = { covers: [{ part: "fan", over: ["no-such-plug"] }] };
  const stored = done(await store({ ...tern(), variants: sister(wrong) }));
  expect(stored.blocked).toMatchObject([{ path: `/variants/${code}/patch/covers/0/over/0` }]);
  expect(stored.version).toMatchObject({ number: 3 });
  expect(stored.troubled).toEqual([before]);
  expect(await benchPage(shop.act(), before)).toMatchObject({ error: { type: "guide-broken" } });
  const fresh = await shop.atBench();
  expect((await benchPage(shop.act(), fresh)).ok).toBe(true);
  await expect(shop.atBench({ code })).rejects.toThrow();
});

test("the same file again changes nothing", async () => {
  expect(done(await store(tern()))).toMatchObject({ version: undefined, changes: [] });
  expect(await versionsOf(shop.db, TERN)).toHaveLength(1);
});

test("a changed file is the next version: numbered, by whom, when, why, and what differs in facts", async () => {
  const file = tern();
  file.joints["fan-plug"] = { ...file.joints["fan-plug"], fragile: 2 };
  const stored = done(await store(file, "The lead tore twice."));
  expect(stored).toMatchObject({
    version: {
      number: 2,
      by: "mirel",
      at: "2026-01-01T08:05:00.000Z",
      why: "The lead tore twice.",
    },
    changes: [{ path: "/joints/fan-plug", change: "updated", keys: ["fragile"] }],
  });
  expect((await versionsOf(shop.db, TERN)).map(({ number }) => number)).toEqual([2, 1]);
  const page = done(await guidePage(shop.act(), TERN, undefined));
  expect(page.versions.map(({ changes }) => changes.length)).toEqual([1, 0]);
});

test("going back to an older file is a new version with the old one's hash", async () => {
  const first = await currentHash(shop.db, TERN);
  done(await store({ ...tern(), model: "Tern 15 again" }));
  expect(await currentHash(shop.db, TERN)).not.toBe(first);
  expect(done(await store(tern())).version).toMatchObject({ number: 3, hash: first });
});

test("a job that has begun stays on its version, whatever becomes of the guide", async () => {
  const [begun, fresh] = [await shop.atBench(), await shop.atBench()];
  await shop.play(begun, 5);
  const before = await shop.ledger(begun);
  const stored = done(await store(renamed("base-screws-rear", "rear-screws")));
  expect(stored.staysOn).toEqual([begun]);
  expect(stored.troubled).toEqual([]);
  const after = await shop.ledger(begun);
  expect(after.guide).toEqual(before.guide);
  expect(after.folded.state.lots.has("base-screws-rear")).toBe(true);
  await shop.play(begun);
  expect((await shop.ledger(begun)).folded.state.phase).toBe("closed");
  const other = await shop.ledger(fresh);
  expect(other.guide.version).toBe(stored.version!.hash);
  expect(JSON.stringify(other.events)).toContain("rear-screws");
  for (const line of await openLines(shop.db)) expect(line.trouble).toBeUndefined();
});

test("a job that has not begun and is not possible any more is one row that says so", async () => {
  const [lost, whole] = [await shop.atBench({ parts: ["coin-cell"] }), await shop.atBench()];
  const text = JSON.stringify(tern()).replaceAll('"coin-cell"', '"clock-cell"');
  const stored = done(
    await store(JSON.parse(text.replace('"kind":"clock-cell"', '"kind":"coin-cell"'))),
  );
  expect(stored.troubled).toEqual([lost]);
  const lines = await openLines(shop.db);
  expect(lines.find(({ number }) => number === lost)).toMatchObject({
    dive: undefined,
    trouble: { type: "part-unknown", id: "coin-cell" },
  });
  expect(lines.find(({ number }) => number === whole)!.dive).toBeDefined();
  const page = done(await ticketPage(shop.shop, lost));
  expect(page.work).toMatchObject({ ok: false, error: { type: "part-unknown" } });
  expect(await benchPage(shop.act(), lost)).toMatchObject({ error: { type: "part-unknown" } });
  expect((await benchPage(shop.act(), whole)).ok).toBe(true);
});

test("a stored file that is damaged stops its own tickets and its own line, nothing else", async () => {
  const ours = await shop.atBench();
  done(await store(guideFile("ostrel-wick-14")));
  const theirs = await shop.atBench({ code: "OW14-C", parts: ["battery"] });
  const SEVENTH = "7".padStart(64, "0");
  // A version that no one has read yet, so that none is kept in memory.
  await shop.byHand(`INSERT INTO guide_bodies VALUES ('${SEVENTH}', '{}')`);
  await shop.byHand(
    `INSERT INTO guide_versions VALUES ('${TERN}', 2, '${SEVENTH}', '2026-01-01', NULL, '')`,
  );
  expect(done(await ticketPage(shop.shop, ours)).work).toMatchObject({
    error: { type: "guide-broken" },
  });
  expect(done(await ticketPage(shop.shop, theirs)).work.ok).toBe(true);
  expect((await openLines(shop.db)).map(({ number }) => number)).toEqual([ours, theirs]);
  const list = await guideList(shop.db);
  expect(list.broken.map(({ guideId }) => guideId)).toEqual([TERN]);
  expect(list.lines.length).toBeGreaterThan(0);
  expect(await guidePage(shop.act(), TERN, undefined)).toMatchObject({
    error: { type: "guide-unreadable" },
  });
});

test("a code names one machine: a guide that takes another's is refused", async () => {
  const wick = guideFile("ostrel-wick-14");
  const stored = await store({ ...wick, codes: ["MT15-A3"] });
  expect(stored).toMatchObject({
    ok: false,
    error: [{ path: "/codes", about: { type: "code-taken", code: "MT15-A3", by: TERN } }],
  });
  expect(await versionsOf(shop.db, "ostrel-wick-14")).toEqual([]);
});

test("a machine is found by its code, whatever its case and blanks; a code that is gone, not", async () => {
  expect(await guideOfCode(shop.db, " mt15 -a3")).toEqual({ guideId: TERN, code: "MT15-A3" });
  expect(await guideOfCode(shop.db, "MT15")).toBeUndefined();
  done(await store({ ...tern(), codes: ["MT15-A2"] }));
  expect(await guideOfCode(shop.db, "MT15-A2")).toBeDefined();
  expect(await guideOfCode(shop.db, "MT15-A3")).toBeUndefined();
});

test("a version is asked for by its hash and code, and its file stays to be had", async () => {
  const hash = (await currentHash(shop.db, TERN))!;
  done(await store({ ...tern(), model: "Tern 15 again" }));
  expect((await pinnedGuide(shop.db, hash, "MT15-A2"))!.codes).toContain("MT15-A2");
  expect(await pinnedGuide(shop.db, hash, "NO-CODE")).toBeUndefined();
  expect(await pinnedGuide(shop.db, "0".repeat(64), "MT15-A2")).toBeUndefined();
  expect((await storedFile(shop.db, TERN, hash))!.model).toBe("Tern 15");
  expect((await storedFile(shop.db, TERN))!.model).toBe("Tern 15 again");
  expect(await storedFile(shop.db, "another", hash)).toBeUndefined();
  expect(guideForCode((await storedFile(shop.db, TERN))!, "MT15-A2").ok).toBe(true);
});

test("a line that is drawn late is kept while nothing has begun, and not over the bench's own", async () => {
  const [waits, begun] = [await shop.atBench(), await shop.atBench()];
  await shop.play(begun, 6);
  const before = await openLines(shop.db);
  const version = (await currentHash(shop.db, TERN))!;
  const job = { for: ["fan"] };
  for (const number of [waits, begun]) {
    await keepUnbegunLine(shop.db, number, { version, code: "MT15-A2" }, job);
  }
  const lineIn = (lines: typeof before, one: number) => lines.find(({ number }) => number === one)!;
  const after = await openLines(shop.db);
  expect(lineIn(after, begun)).toEqual(lineIn(before, begun));
  expect(lineIn(after, waits).dive).toBeDefined();
  expect(lineIn(after, waits)).not.toEqual(lineIn(before, waits));
});
