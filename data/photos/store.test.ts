import { existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { photoFolder } from "./store.server.ts";

let folder: string;
beforeEach(() => {
  folder = path.join(mkdtempSync(path.join(tmpdir(), "bench-store-")), "photos");
});
afterEach(() => rmSync(path.dirname(folder), { recursive: true, force: true }));

const bytes = (text: string) => Buffer.from(text);

test("what is put is got, listed with its time, replaced and dropped; what is not there is nothing", async () => {
  const store = photoFolder(folder);
  expect(await store.list()).toEqual([]);
  expect(await store.get("a.jpg")).toBeUndefined();
  await store.drop("a.jpg");
  const before = Date.now() - 2_000;
  await store.put("a.jpg", bytes("one"));
  await store.put("b.jpg", bytes("two"));
  expect(await store.get("a.jpg")).toEqual(bytes("one"));
  const listed = await store.list();
  expect(listed.map(({ name }) => name).sort()).toEqual(["a.jpg", "b.jpg"]);
  for (const { put } of listed) expect(put).toBeGreaterThan(before);
  await store.put("a.jpg", bytes("more than one"));
  expect(await store.get("a.jpg")).toEqual(bytes("more than one"));
  await store.drop("a.jpg");
  expect(await store.get("a.jpg")).toBeUndefined();
  expect((await store.list()).map(({ name }) => name)).toEqual(["b.jpg"]);
});

test("nothing is left half written, whoever puts the same at once", async () => {
  const store = photoFolder(folder);
  const large = bytes("x".repeat(300_000));
  await Promise.allSettled(Array.from({ length: 6 }, () => store.put("same.jpg", large)));
  expect(await store.get("same.jpg")).toEqual(large);
  expect(readdirSync(folder).filter((name) => name !== "same.jpg")).toEqual([]);
  expect(existsSync(folder)).toBe(true);
});
