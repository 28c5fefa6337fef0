import { ownPath } from "./own-path.ts";

test.each([
  ["/tickets/1007/bench?x=1", "/tickets/1007/bench?x=1"],
  ["/", "/"],
  [null, "/"],
  ["", "/"],
  ["tickets", "/"],
  ["https://evil.example/", "/"],
  ["//evil.example/", "/"],
  ["/\\evil.example/", "/"],
  ["/\t/evil.example", "/"],
  ["/.//evil.example", "/evil.example"],
  ["javascript:alert(1)", "/"],
])("after the sign-in %j leads to %s", (to, path) => {
  expect(ownPath(to)).toBe(path);
});
