import { guide, part, screws } from "../../testing/builders.ts";
import { isPlainCode, judgeCode, type CodeVerdict } from "./codes.ts";
import {
  compressionFault,
  gapFault,
  jointFault,
  sizeFault,
  speedFault,
  wattsFault,
} from "./inputs.ts";
import { standoffJoint } from "./standoff.ts";

test.each<[readonly string[], string | undefined, string, CodeVerdict]>([
  [["TN-B41"], undefined, "tn b41", "same"],
  [["TN-B41"], undefined, "TN-B42", "revision"],
  [["TN-B41"], undefined, "XX-900", "other"],
  // Two boards of one model that differ in memory are not the same.
  [["MB-4G", "MB-8G"], undefined, "MB-8G", "which-old"],
  [["MB-4G", "MB-8G"], "MB-8G", "MB-8G", "same"],
  [["MB-4G", "MB-8G"], "MB-4G", "MB-8G", "sister"],
  [["MB-4G", "MB-8G"], "MB-4G", "MB-16", "other"],
  [["MB-4G1", "MB-8G1"], "MB-4G1", "MB-4G2", "revision"],
  // What else stands on a part is no sister of its code.
  [["TN-B41", "41.5 Wh"], undefined, "TN-B41", "same"],
  [["TN-B41", "41.5 Wh"], "41.5 Wh", "TN-B41", "same"],
  [["KB-UK", "KB-US"], undefined, "KB-US", "which-old"],
  [[], "Q-1000", "Q-1000", "same"],
  [[], "Q-1000", "Q-2000", "other"],
])("known %j, old %s, new %s: %s", (known, old, fresh, verdict) => {
  expect(judgeCode(known, old, fresh)).toBe(verdict);
  expect(isPlainCode(verdict)).toBe(verdict === "same");
});

test("numbers that cannot be are judged at their field", () => {
  const good = (fault: unknown) => expect(fault).toBeUndefined();
  const bad = (fault: unknown) => expect(fault).toBeDefined();
  good(jointFault(0.05));
  for (const mm of [-1, 0, 2, NaN]) bad(jointFault(mm));
  good(gapFault(1));
  bad(gapFault(0));
  good(compressionFault(25));
  for (const percent of [0, 90, NaN]) bad(compressionFault(percent));
  for (const size of [0, 1, 4, 8, 12, 16, 24, 48]) good(sizeFault(size));
  for (const size of [7, -8, 5, 1024, NaN]) bad(sizeFault(size));
  good(speedFault(3200));
  for (const speed of [0, -1, 1e6]) bad(speedFault(speed));
  bad(wattsFault(0));
  expect(jointFault(-1)).toEqual({ type: "out-of-range", least: 0.01, most: 0.5, unit: "mm" });
});

test("a standoff is found by its screws; a drive screwed to the board has none to move", () => {
  const facts = guide({
    parts: {
      frame: part(),
      drive: part("frame", { kind: "storage" }),
      post: part("frame", { kind: "bracket" }),
      other: part("frame", { kind: "storage" }),
    },
    joints: {
      "drive-screw": screws(["drive", "post"], { count: 1 }),
      thread: screws(["post", "frame"], { count: 1 }),
      "other-screw": screws(["other", "frame"], { count: 1 }),
    },
  });
  expect(standoffJoint(facts, "drive")).toBe("thread");
  expect(standoffJoint(facts, "other")).toBeUndefined();
});
