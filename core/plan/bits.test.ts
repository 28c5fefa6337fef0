import { guide, part, plug, screws } from "../../testing/builders.ts";
import { bitsOf } from "./bits.ts";
import { stepKey } from "./step-key.ts";

const facts = guide({
  parts: { frame: part(undefined), lid: part("frame"), fan: part("frame") },
  joints: {
    "lid-screws": screws(["lid", "frame"], { drive: "T5" }),
    "fan-screws": screws(["fan", "frame"], { drive: "PH1" }),
    "fan-plug": plug(["frame", "fan"]),
    "last-screw": screws(["fan", "frame"], { drive: "T5" }),
  },
});

test("bits and tools each once, in the order they are taken up; what the hand opens takes none", () => {
  const release = (joint: string) => ({ do: "release", joint }) as const;
  const down = [
    release("lid-screws"),
    { do: "lift", parts: ["lid"] } as const,
    release("fan-screws"),
    release("last-screw"),
  ];
  expect(bitsOf(facts, down)).toEqual(["T5 bit", "PH1 bit"].map((bit) => bit.replace(" bit", "")));
  expect(bitsOf(facts, [])).toEqual([]);
});

test("a step has the same key down and up, and parts in any order", () => {
  expect(stepKey({ do: "release", joint: "fan-plug" })).toBe(
    stepKey({ do: "make", joint: "fan-plug" }),
  );
  expect(stepKey({ do: "lift", parts: ["lid", "fan"] })).toBe(
    stepKey({ do: "place", parts: ["fan", "lid"] }),
  );
  expect(stepKey({ do: "lift", parts: ["fan"] })).not.toBe(
    stepKey({ do: "release", joint: "fan" }),
  );
});
