import path from "node:path";
import { run } from "./run.ts";
import type { Walk } from "./walk.ts";

const guide = (name: string): string => path.join(import.meta.dirname, `../guides/${name}.json`);
function walk(...args: readonly string[]): Walk {
  const result = run(["walk", ...args]);
  if (!result.ok) throw new Error(JSON.stringify(result.error));
  return result.value as Walk;
}
const says = (lines: Walk["down"], what: string): readonly string[] =>
  lines.filter((line) => line.do === what).map(({ say }) => say);

test("a job is walked line by line: stops, steps, gates, power-ons and checks, with live or dead beside", () => {
  const { down, up, back, minutes } = walk(guide("marrowby-tern-15"), "--for", "fan");
  expect(back).toEqual([]);
  expect(minutes).toBeGreaterThan(10);
  expect(down[0]).toMatchObject({ do: "stop", power: "Live" });
  expect(says(down, "stop").join(" ")).toMatch(/Look at the battery.*ten seconds/);
  expect(down.find(({ say }) => say === "Unplug the fan plug")!.power).toBe("Dead");
  expect(says(up, "gate").join(" ")).toMatch(/look at the fan plug/);
  const on = up.find((line) => line.do === "power-on")!;
  expect(on.say).toBe("Power it on, to try battery and fan");
  expect(on.beside.join(" ")).toMatch(/clear of the fan.*no charger/);
  expect(says(up, "check")).toContain("Try fan");
  expect(up.at(-1)).toMatchObject({ do: "close" });
});

test("a function that fails is gone back to with the power off, and tried again", () => {
  const { back } = walk(guide("marrowby-tern-15"), "--for", "fan", "--fail", "fan");
  expect(says(back, "fails")).toEqual(["Fan fails."]);
  const kinds = back.map(({ do: what }) => what);
  expect(kinds.indexOf("stop")).toBeLessThan(kinds.indexOf("step"));
  const plug = back.find(({ say }) => say === "Unplug the fan plug")!;
  expect(plug.power).toBe("Dead");
  expect(says(back, "check")).toContain("Try fan");
});

test("with the machine shut, all of it comes off again and the battery plug with it", () => {
  const args = ["--for", "heatsink", "--fail", "temperature under load", "--round", "shut"];
  const { back } = walk(guide("marrowby-tern-15"), ...args);
  const steps = says(back, "step");
  expect(steps).toContain("Unplug the battery plug");
  expect(steps.indexOf("Unplug the battery plug")).toBeLessThan(
    steps.findIndex((step) => /^(Loosen|Renew) the (heatsink|paste)/.test(step)),
  );
  expect(says(back, "stop").join(" ")).toMatch(/Charger out.*cold since the last load/);
});

test("where the battery goes back last, it is connected for the test, and comes off again", () => {
  const { up } = walk(guide("pennick-calder-15"), "--for", "board");
  const on = up.find((line) => line.do === "power-on")!;
  expect(on.beside[0]).toMatch(/^For this test only, connect the outer battery/);
  const after = up.slice(up.indexOf(on)).filter((line) => line.do === "stop");
  expect(after.map(({ say }) => say).slice(0, 2)).toEqual([
    expect.stringMatching(/^Charger out/),
    expect.stringMatching(/^Battery off again/),
  ]);
});

test("it can be read aloud; what it cannot do is an error that says what to do", () => {
  const text = run(["walk", guide("ostrel-wick-14"), "--for", "jack", "--text"]);
  expect(text.ok && String(text.value)).toMatch(/== Strip-down\n\[Live\] STOP Charger out/);
  const errors = (...args: readonly string[]) => run(["walk", guide("ostrel-wick-14"), ...args]);
  expect(errors("--for", "fan", "--fail", "telephone")).toMatchObject({
    ok: false,
    error: { error: '"telephone" is not tried in this job', path: "/fail" },
  });
  expect(errors("--for", "fan", "--round", "later")).toMatchObject({ error: { path: "/round" } });
  expect(errors("--for", "no-such")).toMatchObject({
    error: { error: 'there is no part "no-such"' },
  });
});
