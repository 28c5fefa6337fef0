import { guide, part, plug, screws } from "../../testing/builders.ts";
import type { Damage } from "../practice/index.ts";
import { damageWords, outcomeWords, subjectWords } from "./practice-words.ts";

const facts = guide({
  model: "Tern 15",
  parts: { frame: part(undefined, { name: "Palm rest" }), fan: part("frame", { name: "Fan" }) },
  joints: {
    "fan-plug": plug(["fan", "frame"], { name: "Fan plug" }),
    "fan-screws": screws(["fan", "frame"], { name: "Fan screws", count: 3 }),
  },
});
const faults = { causes: { jack: { name: "Jack broken", prior: 1, minutes: 5 } } };

test.each<[Damage, string]>([
  [{ type: "pulled", joint: "fan-plug" }, "Pulled while the fan plug still held: it tears."],
  [{ type: "live", thing: "fan" }, "Worked on the fan with the battery on."],
  [
    { type: "unmade", joint: "fan-plug", minutes: 14.21 },
    "The fan plug was left unmade: 14.2 minutes to go back to it.",
  ],
  [{ type: "unmade", joint: "fan-plug", minutes: 0 }, "The fan plug was left unmade."],
  [
    { type: "wrong-hole", lot: "fan-screws", mixUp: { type: "too-long", screw: 6, hole: 4 } },
    "Among the fan screws: 6 mm in a hole for 4 mm dents or cracks what is behind it.",
  ],
  [{ type: "wrong-hole", lot: "fan-screws", mixUp: undefined }, "It is not one of the fan screws."],
  [
    { type: "forced", joint: "fan-plug", as: "zif-flip" },
    "Opened as a flip-lock ribbon, the fan plug breaks.",
  ],
  [{ type: "replaced", cause: "jack" }, "Jack broken: repaired for nothing."],
  [
    { type: "starved", share: 0.224, kelvin: 10.3 },
    "22 % of the die has no paste: 10.3 °C warmer at its hottest.",
  ],
  [
    { type: "askew", newtons: 46.2 },
    "One corner of the die bore 46 N alone: that is how dies crack.",
  ],
])("%j in words", (damage, words) => {
  expect(damageWords(facts, faults, damage)).toBe(words);
});

test("how it came out: what it took, and what of it was above the least", () => {
  const words = (minutes: number, least: number, damage: readonly Damage[] = []) =>
    outcomeWords({ minutes, least, damage });
  expect(words(0, 0)).toBe("Right.");
  expect(words(12.4, 12.4)).toBe("Right. 12.4 minutes, the least there is.");
  expect(words(15, 12)).toBe(
    "Right, but not the quickest way. 15 minutes: 3 minutes above the least.",
  );
  expect(words(14, 0, [{ type: "left" }])).toBe("Missed. It costs 14 minutes.");
});

test("what an exercise is about", () => {
  const words = (subject: string) =>
    subjectWords(
      subject,
      { "tern-15": facts },
      {
        symptoms: { dead: { name: "Dead", under: {}, otherwise: "never" } },
      },
    );
  expect(words("opens:wire-plug")).toBe("Wire plug");
  expect(words("order:tern-15:fan")).toBe("Tern 15, fan");
  expect(words("screw:tern-15")).toBe("Tern 15");
  expect(words("screw:gone")).toBe("gone");
  expect(words("find:dead")).toBe("Dead");
  expect(words("paste:bead")).toBe("A bead");
});
