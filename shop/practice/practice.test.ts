import { must } from "../../core/base/must.ts";
import type { Deed } from "../../core/practice/index.ts";
import { done, guideFile, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import { storeGuide } from "../guide/index.server.ts";
import { beginExercise, exercisePage, practicePage, practise, progress } from "./index.server.ts";

let shop: TestShop;
beforeAll(async () => {
  shop = await TestShop.open();
});
afterAll(() => shop.close());

const begin = async (subject?: string, by = TOBIN, minute = 0) =>
  done(await beginExercise(shop.act(by, minute), "UTC", subject));
const page = async (id: string, by = TOBIN) => done(await exercisePage(shop.act(by), id));

/** Answers an exercise of four answers. */
async function answer(id: string, isRight: boolean, by = TOBIN, minute = 0): Promise<void> {
  const { view, after } = await page(id, by);
  if (view.kind !== "opens") throw new Error("another exercise");
  const said = isRight ? view.type : view.options.find((one) => one !== view.type)!;
  done(await practise(shop.act(by, minute), id, { do: "say", answer: said }, after));
}

test("an exercise is set, done and told; it has a ledger of its own and no ticket", async () => {
  const id = await begin("opens:wire-plug");
  expect(await page(id)).toMatchObject({ after: 0, view: { kind: "opens", outcome: undefined } });
  await answer(id, true);
  expect(await page(id)).toMatchObject({ after: 1, view: { outcome: { damage: [] } } });
  const head = await shop.db.tables.streams.findByPk(`practice:${id}`, { raw: true });
  expect(head).toMatchObject({ ticket: null, length: 4 });
});

test("what is over, or was gone on with, takes nothing more", async () => {
  const id = await begin("opens:wire-plug");
  const deed: Deed = { do: "leave" };
  expect(await practise(shop.act(), id, deed, 5)).toMatchObject({
    error: { type: "exercise-moved-on" },
  });
  const both = await Promise.all([
    practise(shop.act(), id, deed, 0),
    practise(shop.act(), id, deed, 0),
  ]);
  expect(both.filter(({ ok }) => ok)).toHaveLength(1);
  expect(await practise(shop.act(), id, deed, 1)).toMatchObject({
    error: { type: "exercise-moved-on" },
  });
});

test("somebody else's exercise is not there", async () => {
  const id = await begin("opens:wire-plug");
  const unknown = { ok: false, error: { type: "exercise-unknown" } };
  expect(await exercisePage(shop.act(MIREL), id)).toEqual(unknown);
  expect(await practise(shop.act(MIREL), id, { do: "leave" }, 0)).toEqual(unknown);
  expect(await exercisePage(shop.act(), "none")).toEqual(unknown);
});

test("what was missed is due again and comes first; a subject that nobody offers is none", async () => {
  const id = await begin("opens:board-press", MIREL);
  await answer(id, false, MIREL, 1);
  const seen = await practicePage(shop.act(MIREL, 30), "UTC");
  expect(seen).toMatchObject({ due: 1, next: { subject: "opens:board-press" } });
  expect(await beginExercise(shop.act(MIREL), "UTC", "opens:none")).toMatchObject({ ok: false });
});

test("the lead sees how far each has come, and each sees only what is theirs", async () => {
  const all = await progress(shop.act(MIREL, 30), "UTC", [TOBIN, MIREL, { id: "nobody" }]);
  expect(all.map(({ person }) => person)).toEqual(["tobin", "mirel"]);
  expect(all[1]!.standing).toMatchObject({ done: 1, level: 1 });
  const own = await practicePage(shop.act(TOBIN, 30), "UTC");
  expect(own.standing.known.map(({ subject }) => subject)).not.toContain("opens:board-press");
});

test("a guide that was written this morning can be practised at noon", async () => {
  const screw = "screw:halden-ferro-13";
  expect(await beginExercise(shop.act(), "UTC", screw)).toMatchObject({ ok: false });
  done(await storeGuide(shop.act(MIREL), guideFile("halden-ferro-13"), ""));
  const id = await begin(screw);
  expect((await page(id)).guide.id).toBe("halden-ferro-13");
});

test("an exercise goes on by the guide it was set with, though there is a newer one", async () => {
  const id = await begin("order:marrowby-tern-15:battery");
  const before = await page(id);
  const facts = guideFile("marrowby-tern-15");
  done(await storeGuide(shop.act(MIREL), { ...facts, note: "Changed since" }, "note"));
  expect(await page(id)).toEqual(before);
  const { view } = before;
  if (view.kind !== "order") throw new Error("another exercise");
  const step = must(view.hint, "the hint of the first level");
  done(await practise(shop.act(), id, { do: "try", step }, 0));
  expect((await page(id)).view).toMatchObject({ done: [step] });
});
