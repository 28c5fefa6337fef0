import { done, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import type { Edit } from "../../core/edit/index.ts";
import { currentHash, versionsOf } from "../../data/guide/index.server.ts";
import { guideFile, storeEdits } from "./index.server.ts";

const TERN = "marrowby-tern-15";
let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const name = (word: string): Edit => ({
  do: "set",
  of: "parts",
  id: "fan",
  keys: { name: word },
});

test("edits are the next version, by whom and why", async () => {
  const base = (await currentHash(shop.db, TERN))!;
  const edits = [name("Left fan")];
  const stored = done(
    await storeEdits(shop.act(MIREL, 5), TERN, { base, edits, why: "There are two." }),
  );
  expect(stored.version).toMatchObject({ number: 2, by: MIREL.id, why: "There are two." });
  expect(stored.changes).toMatchObject([{ path: "/parts/fan", keys: ["name"] }]);
  expect((await guideFile(shop.db, TERN))?.parts["fan"]?.name).toBe("Left fan");
});

test("two people edit one version: the second is told, and nothing is overwritten", async () => {
  const base = (await currentHash(shop.db, TERN))!;
  const [one, other] = await Promise.all([
    storeEdits(shop.act(MIREL, 5), TERN, { base, edits: [name("Left fan")], why: "" }),
    storeEdits(shop.act(TOBIN, 6), TERN, { base, edits: [name("Main fan")], why: "" }),
  ]);
  const refused = [one, other].filter(({ ok }) => !ok);
  expect(refused).toEqual([{ ok: false, error: { type: "behind" } }]);
  expect(await versionsOf(shop.db, TERN)).toHaveLength(2);
});

test("what the check refuses, and what fits nothing, is not stored", async () => {
  const base = (await currentHash(shop.db, TERN))!;
  const store = (...edits: readonly Edit[]) =>
    storeEdits(shop.act(MIREL, 5), TERN, { base, edits, why: "" });
  const screws: Edit = { do: "set", of: "joints", id: "base-screws-rear", keys: { count: 99 } };
  expect(await store(screws)).toMatchObject({
    error: { type: "findings", findings: [{ path: "/joints/base-screws-rear/count" }] },
  });
  expect(await store({ do: "drop", of: "parts", id: "never-there" })).toMatchObject({
    error: { type: "misfit" },
  });
  const sent = { base, edits: [name("x")], why: "" };
  expect(await storeEdits(shop.act(), "no-such-guide", sent)).toMatchObject({
    error: { type: "guide-unknown" },
  });
  expect(await versionsOf(shop.db, TERN)).toHaveLength(1);
});

test("edits kept as a sister are its smallest patch; the machine itself stays as it is", async () => {
  const base = (await currentHash(shop.db, TERN))!;
  const sister = { code: "MT15-S", about: "The fan is called otherwise." };
  const sent = { base, edits: [name("Left fan")], why: "", sister };
  done(await storeEdits(shop.act(MIREL, 5), TERN, sent));
  const guide = (await guideFile(shop.db, TERN))!;
  expect(guide.parts["fan"]!.name).toBe("Fan");
  expect(guide.variants![sister.code]).toEqual({
    about: sister.about,
    patch: { parts: { fan: { name: "Left fan" } } },
  });
  const number = await shop.atBench({ code: "MT15-S" });
  expect((await shop.ledger(number)).model.guide.parts["fan"]!.name).toBe("Left fan");
});

test("a sister by a code that another guide has, or that is wrong, is not stored", async () => {
  const base = (await currentHash(shop.db, TERN))!;
  const screws: Edit = { do: "set", of: "joints", id: "base-screws-rear", keys: { count: 99 } };
  const sent = { base, edits: [screws], why: "", sister: { code: "MT15-S", about: "x" } };
  const stored = await storeEdits(shop.act(MIREL, 5), TERN, sent);
  // A variant that is wrong blocks its own code alone, as in a file.
  expect(stored).toMatchObject({ ok: true, value: { blocked: [{}] } });
  await expect(shop.atBench({ code: "MT15-S" })).rejects.toThrow();
});
