import { soon } from "./index.server.ts";

test("what is there soon is waited for; what takes longer is not", async () => {
  expect(await soon(Promise.resolve("a plan"))).toBe("a plan");
  expect(await soon(new Promise((resolve) => setTimeout(resolve, 20, "a plan")))).toBe("a plan");
  expect(await soon(new Promise(() => undefined))).toBeUndefined();
  await expect(soon(Promise.reject(new Error("broken")))).rejects.toThrow("broken");
});
