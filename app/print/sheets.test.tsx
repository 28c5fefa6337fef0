import { readFileSync } from "node:fs";
import path from "node:path";
import { renderToStaticMarkup } from "react-dom/server";
import { lotsOf, trayOfPlan } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import { barcodeOf } from "./barcode.server.ts";
import { JobSheet } from "./job-sheet.tsx";
import { BagLabels, CellLabels, CellSheet, MirrorSheets } from "./sheets.tsx";

const tern = JSON.parse(
  readFileSync(path.join(import.meta.dirname, "../../guides/marrowby-tern-15.json"), "utf8"),
) as Guide;
const plan = planJob(tern, { for: ["board"] });
if (!plan.ok) throw new Error("no plan");
const { down } = plan.value;

describe("the mirror on paper", () => {
  const markup = renderToStaticMarkup(
    <MirrorSheets guide={tern} title="1004" barcode="data:," lots={lotsOf(tern, down)} />,
  );
  test("is drawn in millimetres, each sheet as wide as its part of the machine", () => {
    const sizes = [
      ...markup.matchAll(/width="([\d.]+)mm" height="([\d.]+)mm" viewBox="([^"]+)" data-sheet/g),
    ];
    expect(sizes.length).toBeGreaterThan(2);
    for (const [, width, height, box] of sizes) {
      const [, , w, h] = box!.split(" ").map(Number);
      expect([Number(width), Number(height)]).toEqual([w, h]);
      expect(Number(width)).toBeLessThanOrEqual(190);
    }
  });
  test("has a ruler of 100 mm on every sheet", () => {
    const sheets = markup.match(/data-sheet=/g)!.length;
    expect(markup.match(/aria-label="Ruler, 100 mm"/g)).toHaveLength(sheets);
    expect(markup).toContain('width="104mm" height="9mm" viewBox="-2 0 104 9"');
  });
  test("shows every screw that comes out, where it sat, and no other", () => {
    const lots = new Set([...markup.matchAll(/data-lot="([^"]+)"/g)].map(([, id]) => id));
    expect([...lots].sort()).toEqual([...lotsOf(tern, down)].sort());
  });
});

describe("the tray on paper", () => {
  const tray = trayOfPlan(tern, down, { rows: 4, columns: 6, holds: 12 })!;
  test("has a label for each cell, and the lot in it with its count", () => {
    const text = renderToStaticMarkup(
      <CellSheet guide={tern} title="1004" barcode="data:," tray={tray} />,
    ).replace(/<[^>]+>/g, " ");
    expect(text).toMatch(/Long base screws ×6/);
    for (let cell = 1; cell <= 24; cell++) expect(text).toMatch(new RegExp(`\\b${cell}\\b`));
  });
  test("names a danger that could not be avoided", () => {
    const crowded = trayOfPlan(tern, down, { rows: 1, columns: 2, holds: 99 })!;
    const text = renderToStaticMarkup(
      <CellSheet guide={tern} title="1004" barcode="data:," tray={crowded} />,
    );
    expect(text).toMatch(/is shared: a [\d.]+ mm screw in a [\d.]+ mm hole/);
  });
});

test("a label for each bag: what is in, whose, and its screws; without any it says so", () => {
  const said = renderToStaticMarkup(
    <BagLabels guide={tern} title="1004 Wren" barcode="data:," down={down} />,
  );
  const bags = [...said.matchAll(/data-bag="([^"]+)"/g)].map(([, id]) => id);
  expect(bags).toEqual(expect.arrayContaining(["board", "memory", "ssd", "wifi"]));
  expect(said).toMatch(/M\.2 drive<\/div><div>1004 Wren<\/div>.*M\.2 drive screw ×1/);
  const none = renderToStaticMarkup(
    <BagLabels guide={tern} title="1004" barcode="data:," down={[]} />,
  );
  expect(none).toMatch(/Nothing in this job goes into a shielding bag/);
});

test("labels for the cells: each lot by its cell, with the ticket's bar code", () => {
  const tray = trayOfPlan(tern, down, { rows: 4, columns: 6, holds: 12 })!;
  const code = barcodeOf("1004");
  const said = renderToStaticMarkup(
    <CellLabels guide={tern} title="1004 Wren" barcode={code} tray={tray} />,
  );
  const cells = [...said.matchAll(/data-cell-label="(\d+)"/g)].map(([, n]) => Number(n));
  expect(cells).toEqual([...tray.cells.values()].sort((a, b) => a - b));
  expect(said.split(code).length - 1).toBe(cells.length + 1);
  expect(Buffer.from(code.split(",")[1]!, "base64").toString()).toMatch(/^<svg.*<path/s);
  expect(barcodeOf("1005")).not.toBe(code);
});

test("the job on paper: every step down and up with a box, the gates by name", () => {
  if (!plan.ok) throw new Error("no plan");
  const said = renderToStaticMarkup(
    <JobSheet guide={tern} title="1004" barcode="data:," fault="Dead." plan={plan.value} />,
  ).replace(/<[^>]+>/g, " ");
  const boxes = said.match(/☐\s+\d+\./g) ?? [];
  expect(boxes).toHaveLength(plan.value.down.length + plan.value.up.length);
  expect(said.match(/Gate\. Look at each/g)).toHaveLength(plan.value.gates.length);
  expect(said).toMatch(
    /Dead\..*Charger out, machine shut down.*Strip-down.*Build-up.*Screws left over/s,
  );
});
