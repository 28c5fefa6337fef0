import { smallGuide } from "../../testing/builders.ts";
import type { Claim } from "../learn/index.ts";
import { claimWords, contradictionWords, questionWords } from "./learn-words.ts";

const guide = smallGuide();
const over = (first: string, then: string): Claim => ({ how: "over", first, then });
const jobs = [{ part: "battery" }, { part: "fan" }];

test("a question about one thing names what stays as it is", () => {
  const claims = [
    over("fan", "battery"),
    { how: "first", first: "fan-plug", then: "battery" } as const,
  ];
  expect(questionWords(guide, { kind: "way", claims, jobs })).toBe(
    "With the fan still in and the fan plug still plugged: could the battery come out?",
  );
  const plug = [over("fan", "battery-plug")];
  expect(questionWords(guide, { kind: "way", claims: plug, jobs })).toBe(
    "With the fan still in: could the battery plug be unplugged?",
  );
});

test("a question about whole ways names what comes out by them", () => {
  const claims = [over("fan", "battery"), over("board", "fan")];
  expect(questionWords(guide, { kind: "way", claims, jobs })).toBe(
    "With nothing done but these steps: could the battery and the fan each come out?",
  );
});

test("a look says what seems to be in the way, and how much more", () => {
  const claims = ["battery", "fan", "board", "fan-plug", "battery-plug"].map((id) =>
    over("base", id),
  );
  expect(questionWords(guide, { kind: "look", claims, jobs })).toBe(
    "It looks as if these were in the way: the base cover over the battery, the fan, " +
      "the motherboard, the fan plug and 1 more. Is that so?",
  );
});

test("a claim and a contradiction read as sentences", () => {
  const claim = over("base", "fan");
  expect(claimWords(guide, claim)).toBe("The base cover is over the fan");
  expect(claimWords(guide, { how: "first", first: "fan-plug", then: "fan-screws" })).toBe(
    "The fan plug comes before the fan screws",
  );
  expect(contradictionWords(guide, { claim, seen: false })).toBe(
    "The base cover is over the fan: that was said, and the fan was done all the same.",
  );
});
