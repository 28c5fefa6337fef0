import { fail, ok, type Result } from "../../core/base/result.ts";
import { PART_KINDS, partsOf } from "../../core/guide/index.ts";
import type { Job, Model } from "../../core/rules/index.ts";
import {
  newModelOf,
  type NewTicket,
  type TakeInError,
  UNNAMED,
  USUAL_SIZE,
  workOf,
} from "../../core/ticket/index.ts";
import { currentHash, guideOfCode, modelFor } from "../../data/guide/index.server.ts";
import type { Act } from "../act.server.ts";
import { addModel } from "../guide/index.server.ts";

/** The machine of a ticket by the guide as it is now. */
export interface Machine {
  readonly guideId: string;
  readonly code: string;
  readonly version: string;
  readonly model: Model;
}

export type Described = Pick<NewTicket, "code" | "parts" | "maker" | "model" | "width" | "height">;

/**
 * The machine that a ticket describes: by its code; a model that is new here by its maker and name; and where nobody
 * knows either yet, what stands for such machines.
 */
export async function machineFor(
  act: Act,
  described: Described,
): Promise<Result<Machine, TakeInError>> {
  const { db } = act;
  const model = newModelOf(described);
  const isUnnamed = described.code.trim() === "" && !model;
  const wanted = isUnnamed ? UNNAMED.code : (model?.code ?? described.code);
  if (!(await guideOfCode(db, wanted))) {
    const added = isUnnamed
      ? await addModel(act, { ...UNNAMED, ...USUAL_SIZE }, PART_KINDS)
      : model && (await addModel(act, model, described.parts));
    if (added && !added.ok) return added;
  }
  const found = await guideOfCode(db, wanted);
  const version = found && (await currentHash(db, found.guideId));
  if (!found || version === undefined) return fail({ type: "code-not-known", code: wanted });
  const { guideId, code } = found;
  const known = await modelFor(db, version, code);
  return known.ok
    ? ok({ guideId, code, version, model: known.value })
    : fail({ type: "code-not-known", code: wanted });
}

/** What the bench is to do: nothing yet where the fault is to be found; what is cleaned goes back in itself. */
export function jobFor({ guide }: Model, facts: Pick<NewTicket, "work" | "parts" | "mode">): Job {
  const { parts, mode } = facts;
  const work = workOf(facts);
  if (work === "find" || work === "cosmetic") return { for: [], mode };
  if (work !== "clean") return { for: parts, mode };
  const cooler = [...partsOf(guide, "fan"), ...partsOf(guide, "heatsink")];
  const cleaned = parts.length > 0 ? parts : cooler;
  return { for: cleaned, again: cleaned, mode };
}
