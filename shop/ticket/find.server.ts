import type { KnownCode } from "../../core/ticket/index.ts";
import { currentHash, guideOfCode, knownCodes, modelFor } from "../../data/guide/index.server.ts";
import { ticketFacts } from "../../data/ticket/index.server.ts";
import type { Database } from "../../data/database/index.server.ts";

export type Found =
  | { readonly type: "ticket"; readonly number: number }
  | { readonly type: "code"; readonly code: string }
  | undefined;

/** What a line in the find box means: a ticket's number, or a machine's code. */
export async function find(db: Database, query: string): Promise<Found> {
  const digits = /^#?(\d{1,9})$/.exec(query)?.[1];
  if (digits !== undefined && (await ticketFacts(db, Number(digits)))) {
    return { type: "ticket", number: Number(digits) };
  }
  const code = await guideOfCode(db, query);
  return code && { type: "code", code: code.code };
}

/** The machine of an underside code and what can be replaced in it, or the codes that are known. */
export async function knownCode(db: Database, typed: string): Promise<KnownCode> {
  const named = typed === "" ? undefined : await guideOfCode(db, typed);
  const version = named && (await currentHash(db, named.guideId));
  const model = version === undefined ? undefined : await modelFor(db, version, named!.code);
  if (!named || !model?.ok) return { found: undefined, known: await knownCodes(db) };
  const { maker, model: name, recognise, parts } = model.value.guide;
  return {
    found: {
      code: named.code,
      name: `${maker} ${name}`,
      recognise,
      parts: Object.entries(parts).map(([id, part]) => ({ id, name: part.name, kind: part.kind })),
    },
    known: [],
  };
}
