import { readStockItem, shelfItems, type StockItem, tooFew } from "./index.ts";

const item: StockItem = {
  id: "s1",
  code: "F-1",
  name: "Fan",
  condition: "pulled",
  place: "B3",
  price: 900,
  least: 2,
  story: "from ticket 1004",
  count: 1,
};

test("what lies on the shelf is here at once, without carriage", () => {
  expect(shelfItems([item])).toEqual([
    expect.objectContaining({
      id: "s1",
      code: "F-1",
      days: 0,
      late: 0,
      carriage: 0,
      stock: 1,
    }),
  ]);
});

test("too few are told, the emptiest first", () => {
  const few = tooFew([
    { ...item, id: "a", name: "A", count: 1 },
    { ...item, id: "b", name: "B", count: 2 },
    { ...item, id: "c", name: "C", count: 0, least: 5 },
  ]);
  expect(few.map(({ name }) => name)).toEqual(["C", "A"]);
});

const { id: _, ...plain } = item;
test.each<[object, boolean]>([
  [{}, true],
  [{ code: " " }, false],
  [{ price: 1.5 }, false],
  [{ price: -1 }, false],
  [{ count: -1 }, false],
  [{ condition: "stolen" }, false],
  [{ story: "x".repeat(501) }, false],
])("%j of a thing is taken: %s", (change, isTaken) => {
  expect(readStockItem({ ...plain, ...change }).ok).toBe(isTaken);
});
