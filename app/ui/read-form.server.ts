import type { ErrorObject, Reader } from "../../core/base/ajv.ts";
import { fail, type Result } from "../../core/base/result.ts";

/** Fields of a form that hold several values under one name. */
type Lists = readonly string[];

/** The fields of a form as an object, read by a schema: the values, or what is wrong with which. */
export async function readForm<T>(
  request: Request,
  read: Reader<T>,
  lists: Lists = [],
): Promise<Result<T, readonly ErrorObject[]>> {
  const form = await request.formData().catch(() => undefined);
  return form && !hasNul(form) ? read(fieldsOf(form, lists)) : fail([]);
}

/** Whether a field has a NUL in it, which ends a text for the database. */
export const hasNul = (form: FormData): boolean =>
  [...form.values()].some((value) => typeof value === "string" && value.includes("\0"));

/** Texts are trimmed; a field that is not there is not there, a list is always a list. */
export function fieldsOf(form: FormData, lists: Lists = []): Readonly<Record<string, unknown>> {
  const fields: Record<string, unknown> = {};
  for (const [name, value] of form) {
    if (!lists.includes(name)) fields[name] = typeof value === "string" ? value.trim() : value;
  }
  for (const name of lists) fields[name] = form.getAll(name);
  return fields;
}

/** The id with which a form was sent, so that it is written once; undefined: it has none. */
export const readSentId = (sent: unknown): string | undefined =>
  typeof sent === "string" && /^[\w-]{8,60}$/.test(sent) ? sent : undefined;

/** A field that holds ids with commas between them. ["fan,battery"] → fan and battery */
export const idsIn = (text: string): readonly string[] => text.split(",").filter(Boolean);
