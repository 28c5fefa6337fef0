import { keyOf } from "./use-keys.ts";

test("a key is what it types, whatever its place on the board and its case", () => {
  const typed = (key: string): string => keyOf({ key });
  expect(typed(" ")).toBe("Space");
  expect(typed("Y")).toBe("y");
  expect(typed("?")).toBe("?");
  expect(typed("ArrowRight")).toBe("ArrowRight");
});
