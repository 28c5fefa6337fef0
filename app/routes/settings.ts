import { data } from "react-router";
import { HABITS } from "../../core/bench/index.ts";
import { keepHabit } from "../../data/habits/habits.server.ts";
import { database } from "../../data/database/open.server.ts";
import { allPeople } from "../../data/people/people.server.ts";
import { keepPreferences } from "../frame/preferences.server.ts";
import { whoIs } from "../frame/who.server.ts";
import type { Route } from "./+types/settings";

export async function action({ request }: Route.ActionArgs) {
  const form = await request.formData();
  const [who, lamp] = [form.get("who"), form.get("lamp")];
  const headers = new Headers();
  const kept = await keepPreferences({
    who: typeof who === "string" ? who : undefined,
    lamp: lamp === "up" || lamp === "down" ? lamp : undefined,
  });
  for (const cookie of kept) headers.append("Set-Cookie", cookie);
  await keepScrewHabit(request, form);
  return data(null, { headers });
}

/** The screw habit and the tray of who is working, when the form names one. */
async function keepScrewHabit(request: Request, form: FormData): Promise<void> {
  const habit = HABITS.find((name) => name === form.get("habit"));
  if (!habit) return;
  const number = (name: string, most: number): number =>
    Math.max(1, Math.min(most, Math.round(Number(form.get(name))) || 1));
  const db = await database();
  const who = await whoIs(db, request);
  if (!(await allPeople(db)).some(({ id }) => id === who.id)) return;
  const grid = {
    rows: number("rows", 12),
    columns: number("columns", 12),
    holds: number("holds", 99),
  };
  await keepHabit(db, who.id, { habit, grid });
}
