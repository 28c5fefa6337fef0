import { keepHandWay } from "../../data/people/index.server.ts";
import { done, guideFile, MIREL, TestShop } from "../../testing/shop.ts";
import { goThisWay, storeGuide } from "../guide/index.server.ts";
import { readLedger } from "./ledgers.server.ts";

let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

test("the bench goes the way of who begins, for ever; who has no habit goes the guide's own", async () => {
  done(await storeGuide(shop.act(MIREL), guideFile("corrin-sable-15"), ""));
  const machine = { code: "CS15-X", serial: "S-1", parts: ["display"] };
  const [first, second] = [await shop.atBench(machine), await shop.atBench(machine)];
  const postureFor = async (number: number, person: string) => {
    const { model, guide } = done(await readLedger(shop.db, number, person));
    const { posture } = model.guide.joints["hinge-left-last"]!;
    return { posture, code: guide.code };
  };
  const flat = { posture: "underside-up", code: "CS15-X#hinges:lid-flat" };
  const hanging = { posture: "hanging", code: "CS15-X" };
  const way = { person: "tobin", guideId: "corrin-sable-15", choice: "hinges" };
  const go = (guide: string, choice: string, to: string) =>
    goThisWay(shop.act(), guide, choice, to);
  for (const [guide, choice, to] of [
    ["no-guide", "hinges", "lid-flat"],
    ["corrin-sable-15", "paste", "lid-flat"],
    ["corrin-sable-15", "hinges", "toString"],
  ] as const) {
    expect(await go(guide, choice, to)).toBe(false);
  }
  expect(await postureFor(first, "tobin")).toEqual(hanging);
  expect(await go("corrin-sable-15", "hinges", "lid-flat")).toBe(true);
  expect(await postureFor(first, "tobin")).toEqual(flat);
  expect(await postureFor(first, "mirel")).toEqual(hanging);
  await shop.play(first, 3);
  // It began: another habit, or another pair of hands, changes nothing of it.
  await keepHandWay(shop.db, { ...way, way: "lid-hanging" });
  expect(await postureFor(first, "mirel")).toEqual(flat);
  expect(await postureFor(second, "tobin")).toEqual(hanging);
  await shop.play(first);
  expect(done(await readLedger(shop.db, first, "tobin")).folded.state.phase).toBe("closed");
  // A way that the guide does not have (any more) is none.
  await keepHandWay(shop.db, { ...way, way: "nobody's" });
  expect(await postureFor(second, "tobin")).toEqual(hanging);
});
