import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { offer } from "../testing/builders.ts";
import { runBench } from "./run-bench.ts";

const TERN = "guides/marrowby-tern-15.json";
const folder = mkdtempSync(path.join(tmpdir(), "bench-command-"));
const file = (name: string, value: unknown): string => {
  const place = path.join(folder, name);
  writeFileSync(place, typeof value === "string" ? value : JSON.stringify(value));
  return place;
};
const offers = file("offers.json", {
  format: "brisk-bench-offers",
  version: 1,
  offers: [
    offer("fan-new", ["fan"], { price: 3100 }),
    offer("fan-used", ["fan"], { price: 1200, condition: "used", bad: 0.15, late: 3 }),
    offer("cooling", ["fan", "heatsink"], { price: 4800, late: 8 }),
    offer("sink", ["heatsink"], { price: 3900 }),
    offer("none-left", ["battery"], { stock: 0 }),
  ],
});

test("find-out says what to do next, and what is likeliest", () => {
  const said = runBench(["find-out", TERN, "--says", "noisy,hot", "--found", "spin-fan=rough"]);
  expect(said).toMatchObject({ ok: true, value: { odd: [], how: expect.any(String) as string } });
  const { causes } = said.ok ? (said.value as { causes: { cause: string }[] }) : { causes: [] };
  expect(causes[0]!.cause).toBe("fan-worn");
});

test("price gives the front, the cheapest first, with the labour of exactly each choice", () => {
  const said = runBench(["price", TERN, "--broken", "fan,heatsink", "--offers", offers]);
  const { front } = said.ok
    ? (said.value as { front: { offers: string[]; expected: number; late: number }[] })
    : { front: [] };
  expect(front[0]!.offers).toEqual(["cooling"]);
  expect(front.map((way) => way.expected)).toEqual(
    front.map((way) => way.expected).sort((a, b) => a - b),
  );
  expect(front.some((way) => way.late < 8)).toBe(true);
});

test("adapter and battery are judged by figures alone", () => {
  const has = "19.5,3.34,4.5x3,plus";
  expect(runBench(["adapter", "--has", has, "--needs", has])).toMatchObject({
    value: { verdict: "fits" },
  });
  const both = { has: { volts: 12, amps: 2, plug: "x" }, needs: { volts: 19, amps: 2, plug: "x" } };
  expect(runBench(["adapter", file("adapter.json", both)])).toMatchObject({
    value: { verdict: "no" },
  });
  const pack = { design: 48, full: 20, cycles: 900, celsius: 25, cells: [3.8, 3.8, 3.8] };
  expect(runBench(["battery", file("pack.json", pack)])).toMatchObject({
    value: { verdict: "replace" },
  });
});

test.each([
  [["find-out", TERN, "--says", "sings"], "/says/0"],
  [["find-out", TERN, "--found", "spin-fan"], "/found/0"],
  [["find-out", TERN, "--found", "spin-fan=sings"], "/found/spin-fan"],
  [["find-out", TERN, "--counts", "fan-worn=many"], "/counts/fan-worn"],
  [["find-out", TERN, "--faults", offers], ""],
  [["find-out", file("no.json", "{"), "--says", "hot"], ""],
  [["price", TERN, "--offers", offers], "/broken"],
  [["price", TERN, "--broken", "fan,wings", "--offers", offers], "/broken/1"],
  [["price", TERN, "--broken", "battery", "--offers", offers], "/broken/0"],
  [["price", TERN, "--broken", "fan", "--offers", offers, "--tax", "20"], "/tax"],
  [["price", TERN, "--broken", "fan", "--offers", offers, "--hour", "60.5"], "/hour"],
  [["battery", file("bad.json", { design: 48 })], ""],
  [["adapter", "--has", "19.5,3.34,x", "--needs", "nine,2,x"], "/needs/volts"],
  [["adapter", "--has"], ""],
  [["boil"], ""],
])("%j is an error with a path", (argv, wrong) => {
  expect(runBench(argv)).toMatchObject({ ok: false, error: { path: wrong } });
});
