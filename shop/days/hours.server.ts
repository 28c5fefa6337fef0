import { readJson } from "../../core/base/ajv.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  type HoursFault,
  hoursFault,
  type PersonHours,
  readHours,
  type ShopHours,
  USUAL_SHOP,
  USUAL_WEEK,
} from "../../core/days/index.ts";
import { may } from "../../core/people/index.ts";
import { shopDay } from "../../core/ticket/index.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";
import { addRecord, allPeople } from "../../data/people/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

const USUAL_PERSON: Omit<PersonHours, "id"> = { week: USUAL_WEEK, off: [] };

/**
 * Benches, soak places and hours of those who work at the bench; until they are said, the usual. Days off that are over
 * are let go.
 */
export async function hoursOf(db: Database, today: string): Promise<ShopHours> {
  const [kept, people] = await Promise.all([setting(db, "hours"), allPeople(db)]);
  const read = kept === undefined ? undefined : readJson(readHours, kept);
  const said = read?.ok ? read.value : { ...USUAL_SHOP, people: [] };
  const atBench = people.filter(
    (person) => !person.gone && person.role !== "learner" && may(person, "tick"),
  );
  return {
    ...said,
    people: atBench.map(({ id }) => {
      const { week, off } = said.people.find((one) => one.id === id) ?? USUAL_PERSON;
      return { id, week, off: off.filter(({ to }) => to >= today) };
    }),
  };
}

/** Keeps them, where somebody can work by them. */
export async function keepHours(
  act: Act,
  hours: ShopHours,
  zone: string,
): Promise<Result<void, HoursFault>> {
  allow(act, "hours");
  const { db } = act;
  const fault = hoursFault(hours, shopDay(act.now(), zone));
  if (fault) return fail(fault);
  await db.write(async (transaction) => {
    await keepSetting(db, "hours", JSON.stringify(hours), transaction);
    await addRecord(db, stampOf(act), { what: "setting", key: "hours" }, transaction);
  });
  return ok(undefined);
}
