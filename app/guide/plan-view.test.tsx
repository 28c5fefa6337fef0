import { readFileSync } from "node:fs";
import path from "node:path";
import { renderToStaticMarkup } from "react-dom/server";
import type { Guide } from "../../core/guide/index.ts";
import { MemoryRouter } from "react-router";
import { type Plan, planJob } from "../../core/plan/index.ts";
import type { Job } from "../../core/rules/index.ts";
import { PlanView } from "./plan-view.tsx";
import { WaysTable } from "./ways-table.tsx";

const guideOf = (id: string): Guide =>
  JSON.parse(
    readFileSync(path.join(import.meta.dirname, `../../guides/${id}.json`), "utf8"),
  ) as Guide;

function shown(id: string, job: Job): string {
  const guide = guideOf(id);
  const plan = planJob(guide, job);
  if (!plan.ok) throw new Error(`${id}: no plan`);
  return plain(
    renderToStaticMarkup(
      <PlanView guide={guide} title="Short way" job={{ for: [] }} plan={plan.value} careful={2} />,
    ),
  );
}

const plain = (markup: string): string =>
  markup
    .replace(/<style[^>]*>.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

test("a plan says its minutes, steps, gates and bits, and that it is proven", () => {
  const said = shown("marrowby-tern-15", { for: ["fan"] });
  expect(said).toMatch(/[\d.]+ minutes , 11 steps down, \d+ gates, \d+ bit changes/);
  expect(said).toMatch(/Proven: no way takes less work\. Bits: .*PH0/);
  expect(said).toMatch(/Gate: .*fan plug/);
});

test("the two ways stand side by side, with what the book does otherwise and why it is left out", () => {
  const guide = guideOf("marrowby-tern-15");
  const [short, book] = (["short", "book"] as const).map((mode) => {
    const plan = planJob(guide, { for: ["board"], mode });
    if (!plan.ok) throw new Error("no plan");
    return plan.value;
  });
  const waysOf = (other: Plan): string =>
    plain(
      renderToStaticMarkup(
        <MemoryRouter>
          <WaysTable guide={guide} short={short!} book={other} />
        </MemoryRouter>,
      ),
    );
  const said = waysOf(book!);
  expect(said).toMatch(/Short way By the book Minutes [\d.]+ [\d.]+ Steps down \d+ \d+/);
  expect(said).toMatch(/It takes [\d.]+ minutes more\. Only by the book/);
  expect(said).toMatch(/The maker.{1,7}s book .* The short way leaves this out\./);
  const same = waysOf(short!);
  expect(same).not.toMatch(/Only by the book/);
});

test("a palm rest lists what has to be moved over, less what comes new with it", () => {
  const all = shown("marrowby-tern-15", { for: ["palmrest"] });
  expect(all).toMatch(/To move over to the new part/);
  const moved = /To move over to the new part(.*)$/.exec(all)![1]!;
  expect(moved).toMatch(/Battery:/);
  const fresh = shown("marrowby-tern-15", { for: ["palmrest"], new: ["battery"] });
  expect(/To move over to the new part(.*)$/.exec(fresh)![1]).not.toMatch(/Battery:/);
});
