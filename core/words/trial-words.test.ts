import { foldLedger } from "../bench/index.ts";
import { closedMachine, modelOf } from "../rules/index.ts";
import { smallGuide } from "../../testing/builders.ts";
import { powerOnSpeech } from "./power-words.ts";
import { goodWords, powerOnFor, trialWords } from "./trial-words.ts";

test("like functions are said together, others by name", () => {
  expect(trialWords(["fan"])).toBe("fan");
  expect(trialWords(["memory, upper slot", "memory, lower slot", "Wi-Fi"])).toBe(
    "memory, both slots and Wi-Fi",
  );
  expect(trialWords(["left fan", "right fan", "keyboard"])).toBe("both fans and keyboard");
  expect(trialWords(["slot 1", "slot 2", "slot 3"])).toBe("all 3 slots");
  expect(trialWords(["left ports", "right ports", "headphones"])).toBe("both ports and headphones");
  expect(trialWords(["first", "second"])).toBe("first and second");
});

test("more than a breath holds are counted", () => {
  const many = Array.from({ length: 9 }, (_, i) => `f${i}x`);
  expect(powerOnFor(many.slice(0, 2))).toBe("f0x and f1x");
  expect(powerOnFor(many)).toBe("9 things to try");
});

test("what good looks like is said where it is known", () => {
  const small = smallGuide();
  expect(goodWords(small, "keyboard")).toBe("each key once");
  expect(goodWords(small, "keyboard light")).toMatch(/every level/);
  expect(goodWords(small, "left fan")).toMatch(/turns/);
  expect(goodWords(small, "charging")).toMatch(/light comes on/);
  expect(goodWords(small, "warp drive bay")).toMatch(/its size/);
  expect(goodWords(small, "something else")).toBeUndefined();
  const memory = { generation: "DDR5", speed: 5600, soldered: 8, slots: 1, most: 40 };
  const board = { ...small.parts["board"]!, memory };
  const soldered = { ...small, parts: { ...small.parts, board } };
  expect(goodWords(soldered, "memory slot")).toBe("all of it shows, with the 8 GB on the board");
});

describe("before a power-on", () => {
  const model = modelOf(smallGuide());
  const shut = foldLedger(model, []);
  const machine = closedMachine(model);
  machine.open[model.jointOf.get("battery-plug")!] = 1;
  machine.stack[model.partOf.get("base")!] = 99;
  const open = { ...shut, machine, lies: "underside-up" as const };
  test("open and off the battery: how it lies, what is connected, what stays out, no charger", () => {
    expect(powerOnSpeech(model, open, ["fan"])).toEqual({
      posture: "Turn it: on its side.",
      lines: [
        "Lid part open, for the picture.",
        "For this test only, connect the battery plug; off again after it.",
        "Hands, sleeves and metal out, clear of the fan.",
        "No charger while it is open.",
        "Picture first, then the rest.",
      ],
    });
  });
  test("shut: feet down, and nothing of an open machine", () => {
    expect(powerOnSpeech(model, shut, ["charging", "fan"])).toEqual({
      posture: "Lay it: feet down, lid open.",
      lines: ["Charger at hand.", "Picture first, then the rest."],
    });
  });
  test("charging is never tried beside a word against the charger", () => {
    const atOpen = modelOf({ ...smallGuide(), chargerOpen: true });
    expect(powerOnSpeech(atOpen, open, ["charging"]).lines.join(" ")).not.toMatch(/No charger/);
  });
});
