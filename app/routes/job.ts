import { nanoid } from "nanoid";
import { redirect } from "react-router";
import { database } from "../../data/database/open.server.ts";
import { changeJob, type ChangeError } from "../../data/ledger/ledger.server.ts";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/job";

const WORDS: Readonly<Record<ChangeError["type"], string>> = {
  "ticket-unknown": "There is no such ticket.",
  "too-late":
    "The build-up has begun, or the ticket has left the bench: its job cannot be changed.",
  "no-plan": "Nothing that may be opened frees these parts; the ticket keeps its job.",
};

/** Gives a ticket the job that was tried; half-way down, the plan goes on from where the machine is. */
export async function action({ params, request }: Route.ActionArgs) {
  const form = await request.formData();
  const list = (name: string): string[] => {
    const value = form.get(name);
    return typeof value === "string" ? value.split(",").filter(Boolean) : [];
  };
  const db = await database();
  const who = await whoIs(db, request);
  const event = { id: nanoid(), at: new Date().toISOString(), by: who.name };
  const job = { for: list("for"), new: list("new"), mode: "short" as const };
  const changed = await changeJob(db, params.number, job, event);
  if (!changed.ok) throw new Response(WORDS[changed.error.type], { status: 409 });
  return redirect(`/tickets/${params.number}`);
}
