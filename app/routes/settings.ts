import { data } from "react-router";
import { reader } from "../../core/base/ajv.ts";
import { type Habit, HABITS } from "../../core/bench/index.ts";
import { keepHabit } from "../../data/people/index.server.ts";
import { goThisWay } from "../../shop/guide/index.server.ts";
import { actFor } from "../frame/act.server.ts";
import { keepLamp } from "../frame/preferences.server.ts";
import { readForm } from "../ui/read-form.server.ts";
import type { Route } from "./+types/settings";

interface Settings {
  readonly lamp?: "up" | "down";
  readonly habit?: Habit;
  readonly rows?: string;
  readonly columns?: string;
  readonly holds?: string;
  readonly guide?: string;
  readonly choice?: string;
  readonly way?: string;
}
const number = { type: "string", maxLength: 10 };
const id = { type: "string", minLength: 1, maxLength: 120 };
const readSettings = reader<Settings>({
  type: "object",
  properties: {
    lamp: { enum: ["up", "down"] },
    habit: { enum: [...HABITS] },
    rows: number,
    columns: number,
    holds: number,
    guide: id,
    choice: id,
    way: id,
  },
  dependencies: { way: ["guide", "choice"] },
});

/** What this screen remembers (its lamp), how who works there keeps screws, and which way of the hand is his on a machine. */
export async function action({ request, context }: Route.ActionArgs) {
  const form = await readForm(request, readSettings);
  if (!form.ok) throw new Response("There is no such setting.", { status: 400 });
  const { lamp, habit, guide: guideId = "", choice = "", way } = form.value;
  const headers = new Headers();
  if (lamp) headers.append("Set-Cookie", await keepLamp(lamp));
  if (habit) {
    const { act } = await actFor(context);
    await keepHabit(act.db, act.actor.id, { habit, grid: gridIn(form.value) });
  }
  if (way !== undefined) {
    const { act } = await actFor(context);
    if (!(await goThisWay(act, guideId, choice, way))) {
      throw new Response("The guide has no such way (any more).", { status: 400 });
    }
  }
  return data(null, { headers });
}

/** The tray at hand; a size that is none is the nearest that is one. */
function gridIn({ rows, columns, holds }: Settings) {
  const between = (text: string | undefined, most: number): number =>
    Math.max(1, Math.min(most, Math.round(Number(text)) || 1));
  return { rows: between(rows, 12), columns: between(columns, 12), holds: between(holds, 99) };
}
