import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { unreachable } from "../../core/base/result.ts";
import { type Verdict, VERDICTS } from "../../core/lessons/index.ts";
import { judgeLesson, lessonsFor } from "../../shop/lessons/index.server.ts";
import { shop } from "../../shop/open.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { Judged } from "../guide/lessons.tsx";
import { foundOr404 } from "../ui/or-404.server.ts";
import { readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/lessons";

/** What jobs taught about a guide: asked for by whoever looks at it. */
export async function loader({ params }: Route.LoaderArgs) {
  const found = await lessonsFor((await shop()).db, params.id);
  return foundOr404(found, `There is no guide ${params.id}.`);
}

const readVerdict = reader<{
  readonly key: string;
  readonly verdict: Verdict;
  readonly why: string;
}>({
  type: "object",
  required: ["key", "verdict", "why"],
  properties: {
    key: { type: "string", maxLength: 2000 },
    verdict: { enum: [...VERDICTS] },
    why: { type: "string", maxLength: 500 },
  },
});

/** Decides what becomes of one of them. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const form = await readForm(request, readVerdict);
  const refused = (error: string, status: number) => data<Judged>({ error }, { status });
  if (!form.ok) return refused("Nothing was decided: a reason has at most 500 letters.", 400);
  const { act } = await actFor(context);
  const judged = await judgeLesson(act, params.id, form.value);
  if (judged.ok) return data<Judged>({ error: undefined });
  switch (judged.error.type) {
    case "guide-unknown":
      return refused("There is no such guide.", 404);
    case "lesson-gone":
      return refused("It was decided meanwhile, or the guide says it by now.", 409);
    case "needs-editing":
      return refused("The guide would not pass its check like this. Take it into the editor.", 409);
    case "no-serial":
      return refused("No serial was noted of this machine: it cannot stay with it.", 409);
    default:
      return unreachable(judged.error);
  }
});
