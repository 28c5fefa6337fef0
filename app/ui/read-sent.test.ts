import { reader } from "../../core/base/ajv.ts";
import { formOf } from "./form-of.server.ts";
import { readBody } from "./read-body.server.ts";
import { readForm } from "./read-form.server.ts";

const read = reader<{ readonly note: string }>({
  type: "object",
  required: ["note"],
  properties: { note: { type: "string" } },
});
const json = (body: string) => new Request("http://here/", { method: "POST", body });
const form = (note: string) =>
  new Request("http://here/", { method: "POST", body: new URLSearchParams({ note }) });

test.each([
  ['{"note":"dry"}', true],
  ['{"note":"d\\u0000ry"}', false],
  ['{"note":1}', false],
  ["{", false],
  [JSON.stringify({ note: "x".repeat(64_000) }), false],
])("a message %.30s is read: %s", async (body, isRead) => {
  expect((await readBody(json(body), read)).ok).toBe(isRead);
});

test("a form's fields are read and trimmed; one with a NUL in it is none", async () => {
  expect(await readForm(form(" dry "), read)).toEqual({ ok: true, value: { note: "dry" } });
  expect((await readForm(form("d\0ry"), read)).ok).toBe(false);
});

test("a form with files that comes in broken, or with a NUL, is told to be sent again", async () => {
  const cut = new Request("http://here/", {
    method: "POST",
    headers: { "Content-Type": "multipart/form-data; boundary=x" },
    body: '--x\r\nContent-Disposition: form-data; name="file"; filename="a"\r\n\r\nhalf',
  });
  for (const broken of [cut, form("d\0ry")]) {
    await expect(formOf(broken)).rejects.toMatchObject({ status: 400 });
  }
  expect((await formOf(form("dry"))).get("note")).toBe("dry");
});
