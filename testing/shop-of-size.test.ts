import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { openShop } from "../shop/open.server.ts";
import { rebuild } from "../shop/rebuild.server.ts";
import { makeShopOfSize } from "./shop-of-size.ts";

test("a made shop is a real one: its ledgers fold, and its projections are what they lead to", async () => {
  const folder = mkdtempSync(path.join(tmpdir(), "bench-made-"));
  await makeShopOfSize(folder, path.join(import.meta.dirname, "../guides"), 120, 5);
  const { db } = await openShop(folder);
  const kept = async () =>
    Promise.all(
      ["ticket_lines", "step_tallies", "ticket_counts"].map(async (table) =>
        (await db.select<object>(`SELECT * FROM ${table}`))
          .map((row) => JSON.stringify(row))
          .sort(),
      ),
    );
  const before = await kept();
  expect(before[0]).toHaveLength(120);
  expect(before[0]!.filter((line) => !line.includes('"trouble":null'))).toEqual([]);
  await rebuild(db);
  expect(await kept()).toEqual(before);
  await db.close();
  rmSync(folder, { recursive: true });
});
