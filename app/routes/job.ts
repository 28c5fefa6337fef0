import { redirect } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { changeJobErrorWords } from "../../core/words/index.ts";
import { changeJob } from "../../shop/bench/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { allowed } from "../frame/allowed.server.ts";
import { ticketNumber, ticketOr404 } from "../ui/or-404.server.ts";
import { idsIn, readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/job";

const ids = { type: "string", maxLength: 10_000 };
const readJobForm = reader<{
  readonly for: string;
  readonly new: string;
  readonly open: string;
  readonly off: string;
}>({
  type: "object",
  required: ["for", "new", "open", "off"],
  properties: { for: ids, new: ids, open: ids, off: ids },
});

/** Gives a ticket the job that was tried; half-way down, the plan goes on from where the machine is. */
export const action = allowed(async ({ params, request, context }: Route.ActionArgs) => {
  const number = ticketNumber(params.number);
  const form = await readForm(request, readJobForm);
  if (!form.ok) throw new Response("That is no job. Choose the parts again.", { status: 400 });
  const { act } = await actFor(context);
  const open = idsIn(form.value.open);
  const off = idsIn(form.value.off);
  const job = {
    for: idsIn(form.value.for),
    new: idsIn(form.value.new),
    mode: "short" as const,
    ...(open.length > 0 ? { open } : {}),
    ...(off.length > 0 ? { off } : {}),
  };
  const changed = ticketOr404(number, await changeJob(act, number, job));
  if (!changed.ok) throw new Response(changeJobErrorWords(changed.error), { status: 409 });
  return redirect(`/tickets/${number}`);
});
