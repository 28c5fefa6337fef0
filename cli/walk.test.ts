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
  expect(says(up, "gate").join(" ")).toMatch(/^Look, [^:]+: .*fan plug/m);
  const on = up.find((line) => line.do === "power-on")!;
  expect(on.say).toBe("Power it on: battery and fan");
  expect(on.beside).toEqual(["Turn it: feet down, lid open.", "Picture first, then the rest."]);
  expect(says(up, "check")).toContain("Try fan");
  expect(up.find(({ say }) => say === "Try fan")!.beside).toEqual([
    "Good: it turns, and nothing scrapes.",
  ]);
  // Every line says what it is about, whether it is live, and how the machine lies.
  const plug = up.find(({ say }) => say === "Plug in the battery plug")!;
  expect(plug).toMatchObject({ id: "battery-plug", live: false, posture: "underside-up" });
  const looks = up.filter((line) => line.do === "gate");
  expect(looks.map(({ live }) => live)).toEqual([false, true]);
  expect(looks[0]!.ids).toContain("fan-plug");
  expect(looks[1]!.ids).toEqual(["battery-plug"]);
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
