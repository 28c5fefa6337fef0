import { data } from "react-router";
import { keepAnswers } from "../../shop/guide/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import type { Route } from "./+types/answers";

/** Takes what was answered about a learnt guide: it is the guide's next version. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const answers: unknown = await request.json().catch(() => undefined);
  const { act } = await actFor(context);
  const kept = await keepAnswers(act, params.id, answers);
  if (kept.ok) return data({ error: undefined });
  return kept.error === "guide-unknown"
    ? data({ error: "There is no such guide to be learnt any more." }, { status: 404 })
    : data({ error: "These answers cannot be read; nothing was kept." }, { status: 400 });
});
