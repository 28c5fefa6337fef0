import { allGuides, guideByCode } from "../../data/guides/guides.server.ts";
import { allCodes } from "../../core/guide/index.ts";
import { database } from "../../data/database/open.server.ts";
import type { Route } from "./+types/machines";

export interface MachineFacts {
  readonly code: string;
  readonly name: string;
  readonly recognise: string;
  readonly parts: readonly { readonly id: string; readonly name: string; readonly kind: string }[];
}

export interface MachineAnswer {
  readonly machine: MachineFacts | undefined;
  /** All codes there are, where this one is none of them. */
  readonly known: readonly string[];
}

/** The machine of an underside code and what can be replaced in it, or the codes that are known. */
export async function loader({ request }: Route.LoaderArgs): Promise<Response> {
  const code = (new URL(request.url).searchParams.get("code") ?? "").trim();
  const db = await database();
  const found = code === "" ? undefined : await guideByCode(db, code);
  if (!found) {
    const known = (await allGuides(db)).flatMap(allCodes);
    return answer({ machine: undefined, known });
  }
  const { guide } = found;
  const machine: MachineFacts = {
    code: found.code,
    name: `${guide.maker} ${guide.model}`,
    recognise: guide.recognise,
    parts: Object.entries(guide.parts).map(([id, { name, kind }]) => ({ id, name, kind })),
  };
  return answer({ machine, known: [] });
}

const answer = (known: MachineAnswer): Response => Response.json(known);
