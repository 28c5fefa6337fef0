import { Bench } from "../../testing/bench.ts";
import { plug, smallGuide } from "../../testing/builders.ts";
import { routeDown } from "../bench/index.ts";
import { modelOf } from "../rules/index.ts";
import { MOST_WORDS, stepSpeech, wordCount } from "./step-speech.ts";

const LONG = Array.from({ length: 30 }, (_, i) => `word${i}`).join(" ");
const small = smallGuide();
const wordy = {
  ...small,
  joints: {
    ...small.joints,
    "base-screws": { ...small.joints["base-screws"]!, care: `${LONG}.`, careOff: `Also ${LONG}.` },
    "fan-plug": plug(["board", "fan"], { fragile: 3, serves: ["fan"], hidden: "under the foil" }),
  },
};

test("a step says what fits one breath; the rest is asked for, and nothing is lost", () => {
  const model = modelOf(wordy);
  const bench = new Bench(model, { for: ["fan"] });
  const step = { do: "release", joint: "base-screws" } as const;
  const { say, posture, tool, now, more } = stepSpeech(model, bench.state, step);
  const spoken = [say, posture ?? "", `with ${tool ?? ""}`, ...now.map(({ text }) => text)].join(
    " ",
  );
  expect(wordCount(spoken)).toBeLessThanOrEqual(MOST_WORDS);
  const rest = more.map(({ text }) => text).join(" ");
  expect(rest).toContain("word29");
  expect(rest).toContain("It holds the base cover to the palm rest.");
});

test("it says why it comes now, and what hides; a plug that is dead without it is asked for", () => {
  const model = modelOf(wordy);
  const bench = new Bench(model, { for: ["fan"] });
  const lift = { do: "lift", parts: ["base"] } as const;
  for (let i = 0; i < 9; i++) {
    const [next] = routeDown(model, bench.state).steps;
    if (JSON.stringify(next) === JSON.stringify(lift)) break;
    bench.tick(next!);
  }
  const all = stepSpeech(model, bench.state, lift).now.map(({ text }) => text);
  expect(all.join(" ")).toMatch(/Before the .*: it lies over it\./);
  const { now, more } = stepSpeech(model, bench.state, { do: "release", joint: "fan-plug" });
  expect(now.map(({ text }) => text).join(" ")).toMatch(/Hides: under the foil/);
  expect(more.map(({ text }) => text)).toContain("If left unplugged, dead: fan.");
});
