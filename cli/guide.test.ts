import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { run } from "./run.ts";

const root = path.join(import.meta.dirname, "..");
const tern = "guides/marrowby-tern-15.json";

/** One call, in this process. */
function guide(...args: string[]): { status: number; said: Record<string, unknown> } {
  const done = run(args.map((arg) => (arg === tern ? path.join(root, tern) : arg)));
  const said = JSON.parse(JSON.stringify(done.ok ? done.value : done.error)) as object;
  return { status: done.ok ? 0 : 1, said: { ...said } };
}

test("as a command it prints one JSON object, and its exit says whether it worked", () => {
  const command = (...args: string[]) =>
    spawnSync("npx", ["tsx", "cli/guide.ts", ...args], {
      cwd: root,
      encoding: "utf8",
      env: { ...process.env, NODE_OPTIONS: "" },
    });
  const good = command("rework", tern, "--joint", "fan-plug");
  expect([good.status, JSON.parse(good.stdout)]).toMatchObject([0, { work: 8.3 }]);
  const bad = command("dance", tern);
  expect([bad.status, JSON.parse(bad.stdout)]).toMatchObject([1, { path: "" }]);
});

test("plan prints the plan and exits 0", () => {
  const { status, said } = guide("plan", tern, "--for", "fan,battery", "--mode", "book");
  expect(status).toBe(0);
  expect(said).toMatchObject({ proven: true, dropped: [] });
  expect(said).toHaveProperty("gates");
  expect(said).toHaveProperty("transfers");
});

test("rework prints the way back to a joint", () => {
  expect(guide("rework", tern, "--joint", "fan-plug").said).toMatchObject({ work: 8.3 });
});

test("snag names what still holds a part", () => {
  const done = "base-screws-rear,base-screws-front,base-clips,base,battery-plug";
  const { status, said } = guide("snag", tern, "--for", "fan", "--done", done, "--stuck", "fan");
  expect(status).toBe(0);
  const suspects = said["suspects"] as { id: string }[];
  expect(suspects.map(({ id }) => id).sort()).toEqual([
    "antenna-guides",
    "board-screw-fan",
    "fan-plug",
    "fan-screws",
    "fin-tape",
  ]);
});

test.each([
  [["snag", tern, "--for", "fan", "--stuck", "wing"], "/stuck"],
  [["snag", tern, "--for", "fan", "--stuck", "fan", "--done", "wing"], "/done/0"],
  [["snag", tern, "--for", "fan", "--stuck", "fan", "--near", "inside"], "/near"],
  [["plan", tern, "--for", "wing"], "/for/0"],
  [["plan", tern], "/for"],
  [["plan", tern, "--for", "fan", "--mode", "fast"], "/mode"],
  [["plan", tern, "--for", "fan", "--variant", "X"], "/variants"],
  [["rework", tern, "--joint", "no-such"], "/open/0"],
  [["plan", "no-such-file.json", "--for", "fan"], ""],
  [["paint", tern], ""],
  [["plan", tern, "--colour", "red"], ""],
  [["plan", tern, "--for", "fan", "--looks", "many"], "/looks"],
  [["plan", tern, "--for", "fan", "--for", "wing"], "/for/1"],
  [["plan", tern, "--open", "fan"], "/open/0"],
  [["snag", tern, "--for", "fan", "--stuck", "fan", "--near", "roof,1,2"], "/near"],
  [["bench", "no-such-folder"], ""],
])("%j prints an error with its path and exits 1", (args, at) => {
  const { status, said } = guide(...args);
  expect(status).toBe(1);
  expect(said).toMatchObject({ path: at });
  expect(said["error"]).toEqual(expect.any(String));
});

test("a list may be given in parts, a plug by itself, and help is no error", () => {
  const parts = guide("plan", tern, "--for", "fan", "--for", "battery");
  const whole = guide("plan", tern, "--for", "fan,battery");
  expect(parts.said["work"]).toBe(whole.said["work"]);
  const plug = guide("plan", tern, "--open", "fan-plug", "--looks", "1000000");
  expect(plug.said).toMatchObject({ proven: true, work: 8.3 });
  expect(guide("--help")).toMatchObject({
    status: 0,
    said: { usage: expect.any(String) as string },
  });
});

test("bench times every job of a folder, in both modes; guides may begin with a byte-order mark", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "bench-folder-"));
  const text = readFileSync(path.join(root, tern), "utf8");
  writeFileSync(path.join(folder, "tern.json"), `\uFEFF${text}`);
  expect(guide("check", path.join(folder, "tern.json")).said).toEqual({ findings: [] });
  const jobs = [{ for: ["fan"] }, { for: ["battery"], new: [] }];
  const both = { guide: JSON.parse(text) as unknown, jobs };
  writeFileSync(path.join(folder, "with-jobs.json"), JSON.stringify(both));
  const parts = Object.keys((both.guide as { parts: object }).parts).length;
  const { status, said } = guide("bench", folder);
  expect(status).toBe(0);
  const all = 2 * (parts + 2);
  expect(said).toMatchObject({ machines: 2, jobs: all, proven: all, noPlan: 0, unproven: [] });
  for (const odd of ['{ "guide": 3 }', "null", "[]", "{", '{ "guide": null, "jobs": 3 }']) {
    writeFileSync(path.join(folder, "odd.json"), odd);
    const { status, said } = guide("bench", folder);
    expect([odd, status, said["path"]]).toEqual([odd, 1, expect.stringMatching(/^odd\.json/)]);
  }
});

test("check prints findings; a broken file is one of them, or an error", () => {
  const folder = mkdtempSync(path.join(tmpdir(), "bench-guide-"));
  const write = (name: string, text: string): string => {
    const file = path.join(folder, name);
    writeFileSync(file, text);
    return file;
  };
  expect(guide("check", tern)).toEqual({ status: 0, said: { findings: [] } });
  const half = guide("check", write("half.json", '{ "format": "brisk-bench-guide" }'));
  expect(half.status).toBe(0);
  expect(half.said["findings"]).not.toEqual([]);
  expect(guide("check", write("broken.json", "{")).status).toBe(1);
  expect(guide("plan", write("half2.json", "{}"), "--for", "fan").status).toBe(1);
});

describe("learning a machine", () => {
  const place = mkdtempSync(path.join(tmpdir(), "learn-"));
  const file = (name: string, value: unknown): string => {
    const at = path.join(place, name);
    writeFileSync(at, JSON.stringify(value));
    return at;
  };
  const frame = { do: "part", part: "frame", facts: { name: "Palm rest", kind: "palmrest" } };
  const part = (id: string, kind: string) => ({
    do: "part",
    part: id,
    facts: { name: id, kind, on: "frame" },
  });
  const clips = (joint: string, id: string) => [
    { do: "joint", joint, facts: { kind: "clips", joins: [id, "frame"] } },
    { do: "release", joint },
    { do: "lift", parts: [id] },
  ];
  const machine = { id: "new-14", maker: "M", model: "N", codes: ["N14"], recognise: "New." };
  const log = (sightings: readonly unknown[]) => ({
    format: "brisk-bench-log",
    version: 1,
    machine,
    sightings,
  });
  const opened = [frame, part("lid", "cover"), part("fan", "fan")];

  test("a log prints its guide, the gap by job and the next question", () => {
    const sightings = [...opened, ...clips("lid-clips", "lid"), ...clips("fan-clips", "fan")];
    const { status, said } = guide("learn", file("log.json", log(sightings)));
    expect(status).toBe(0);
    expect(said).toMatchObject({
      gap: { minutes: 2.8, jobs: [{ part: "fan", safe: 5.6, bold: 2.8, gap: 2.8 }] },
      contradictions: [],
      question: { kind: "way", jobs: ["fan"], fall: 2.8 },
    });
  });

  test("a log without a frame, and what is no log, are refused with a path", () => {
    expect(guide("learn", file("bare.json", log([])))).toMatchObject({
      status: 1,
      said: { path: "/sightings" },
    });
    expect(guide("learn", tern)).toMatchObject({ status: 1, said: { path: "" } });
  });

  test("diff says in facts what differs, as a patch too, and what it makes of the usual jobs", () => {
    const read = readFileSync(path.join(root, tern), "utf8");
    const heavy = JSON.parse(read) as { parts: { base: { lift: number } } };
    heavy.parts.base.lift = 9;
    const { said } = guide("diff", tern, file("heavy.json", heavy));
    expect(said["changes"]).toMatchObject([{ name: "base", change: "updated", keys: ["lift"] }]);
    expect(said["patch"]).toEqual({ parts: { base: { lift: 9 } } });
    const jobs = said["jobs"] as { before: number; after: number }[];
    expect(jobs.length).toBeGreaterThan(3);
    // None takes less, and some take longer: where there is no time to prove a plan, two can come out the same.
    expect(jobs.every(({ before, after }) => after >= before)).toBe(true);
    expect(jobs.some(({ before, after }) => after > before)).toBe(true);
    expect(guide("diff", tern).status).toBe(1);
    const broken = JSON.parse(read) as { covers: unknown[] };
    broken.covers.push({ part: "base", over: ["ghost"] });
    expect(guide("diff", tern, file("broken.json", broken)).status).toBe(1);
  });

  test("interview refuses a seed that is no number", () => {
    expect(guide("interview", tern, "--seed", "x").said).toMatchObject({ path: "/seed" });
  });
});
