import { readFileSync } from "node:fs";
import path from "node:path";
import { parseGuideText } from "../guide/index.ts";
import { planJob, type Plan } from "./plan.ts";
import { waysApart } from "./ways.ts";

const guide = () => {
  const file = path.join(import.meta.dirname, "../../guides/marrowby-tern-15.json");
  const read = parseGuideText(readFileSync(file, "utf8"));
  if (!read.ok) throw new Error("no guide");
  return read.value;
};
const planOf = (part: string, mode: "short" | "book"): Plan => {
  const plan = planJob(guide(), { for: [part], mode });
  if (!plan.ok) throw new Error("no plan");
  return plan.value;
};

test("the book's way of a motherboard has steps of its own, and their minutes", () => {
  const [short, book] = [planOf("board", "short"), planOf("board", "book")];
  const apart = waysApart(short, book);
  expect(apart.more).toBeCloseTo(
    book.work + book.handling.minutes - short.work - short.handling.minutes,
  );
  expect(apart.onlySecond.length).toBeGreaterThan(0);
  expect(short.down.length + apart.onlySecond.length - apart.onlyFirst.length).toBe(
    book.down.length,
  );
  const back = waysApart(book, short);
  expect(back.onlyFirst).toEqual(apart.onlySecond);
  expect(back.more).toBeCloseTo(-apart.more);
});

test("a plan does nothing otherwise than itself", () => {
  const plan = planOf("fan", "short");
  expect(waysApart(plan, plan)).toEqual({ onlyFirst: [], onlySecond: [], more: 0 });
});
