import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { GOOD_MACHINE, type ProbeMachine, simulatedProbe } from "../../core/devices/index.ts";
import { soakFacts, soakFaults } from "../../core/soak/index.ts";
import { SoakTable, Verdict } from "./soak-verdict.tsx";

const words = (element: ReactElement): string =>
  renderToStaticMarkup(element)
    .replace(/<style[^>]*>.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

const run = (more: Partial<ProbeMachine>) =>
  soakFacts(Array.from({ length: 180 }, simulatedProbe(4, { ...GOOD_MACHINE, ...more })))!;

test("a good run is said to be good, in a word and a sign", () => {
  expect(words(<Verdict verdict={{ state: "good", seconds: 1200, sure: undefined }} />)).toMatch(
    /✓ Within the limits/,
  );
});

test("a bad run names each fault with where to look, likeliest first", () => {
  const faults = soakFaults(run({ fanRpm: 0, memoryFaults: 6 }), run({}), true);
  const said = words(<Verdict verdict={{ state: "bad", faults }} />);
  expect(said).toMatch(
    /✗ The fan turns at 0 rpm under load; at least 1200 is due\. fan plug: is it in\?/,
  );
  expect(said).toMatch(/✗ Hotter than before the work: \d+ % more rise per watt/);
  expect(said).toMatch(/✗ \d+ memory errors\. memory module: seat it again/);
});

test("before and after stand side by side; what was not run is a dash", () => {
  const said = words(<SoakTable before={undefined} after={run({})} />);
  expect(said).toMatch(/rise per watt, °C\/W – 1\.4\d?/);
  expect(said).toMatch(/memory errors – 0/);
});
