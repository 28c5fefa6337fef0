import { aboutLines, NO_NAME, readAbout } from "../../core/setup/index.ts";
import { recordLines } from "../../data/people/index.server.ts";
import { done, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import { guideList } from "../guide/index.server.ts";
import {
  aboutOf,
  addExample,
  endSetup,
  examples,
  keepAbout,
  newShop,
  setupNow,
} from "./index.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const ABOUT = { name: "Oakes", address: "Ropewalk 4\n Ternmouth ", phone: "" };
const now = () => setupNow(shop.db, new Date());

test("a shop says what it is called: it stands on its papers, and in the record", async () => {
  expect(await aboutOf(shop.db)).toEqual(NO_NAME);
  expect(aboutLines(NO_NAME)).toEqual([]);
  await keepAbout(shop.act(MIREL), ABOUT);
  expect(aboutLines(await aboutOf(shop.db))).toEqual(["Oakes", "Ropewalk 4", "Ternmouth"]);
  expect(JSON.stringify(await recordLines(shop.db, 5))).toContain("about");
  await expect(keepAbout(shop.act(TOBIN), ABOUT)).rejects.toThrow();
});

test.each([
  { ...ABOUT, name: "  " },
  { ...ABOUT, name: "x".repeat(101) },
  { ...ABOUT, address: "x".repeat(401) },
  { ...ABOUT, more: 1 },
  {},
])("%j is no name and address", (about) => {
  expect(readAbout(about).ok).toBe(false);
});

test("what is set up is seen by what is there; enough is enough", async () => {
  // Two people and a guide are there from the start.
  expect(await now()).toEqual({ done: ["people", "guides"], isOver: false });
  expect((await newShop(shop.db, new Date()))?.done).toHaveLength(2);
  await keepAbout(shop.act(MIREL), ABOUT);
  expect((await now()).done).toContain("about");
  await expect(endSetup(shop.act(TOBIN))).rejects.toThrow();
  await endSetup(shop.act(MIREL));
  expect((await now()).isOver).toBe(true);
  expect(await newShop(shop.db, new Date())).toBeUndefined();
});

test("an example that comes with the program is a guide of the shop with a press, once", async () => {
  const all = await examples(shop.db);
  expect(all.length).toBeGreaterThan(6);
  expect(all.filter(({ isHere }) => isHere).map(({ name }) => name)).toEqual(["Marrowby Tern 15"]);
  const { file } = all.find(({ isHere }) => !isHere)!;
  for (let i = 0; i < 2; i++) done(await addExample(shop.act(), file));
  expect((await examples(shop.db)).filter(({ isHere }) => isHere)).toHaveLength(2);
  const { lines } = await guideList(shop.db);
  expect(new Set(lines.map(({ guideId }) => guideId)).size).toBe(2);
  for (const wrong of ["../package.json", "none.json", ""]) {
    expect(await addExample(shop.act(), wrong)).toEqual({ ok: false, error: "not-there" });
  }
});
