import { randomBytes, timingSafeEqual } from "node:crypto";
import type { TicketLine } from "../../core/ticket/index.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";
import { addRecord } from "../../data/people/index.server.ts";
import { openLines } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";

/** The secret end of the address at which calendars hear of promised days; undefined: nobody has made one. */
export const calendarSecret = (db: Database): Promise<string | undefined> =>
  setting(db, "calendar");

/** Makes an address anew: calendars that had the one before hear nothing more. */
export async function newCalendarSecret(act: Act): Promise<string> {
  allow(act, "export");
  const { db } = act;
  const secret = randomBytes(24).toString("base64url");
  await db.write(async (transaction) => {
    await keepSetting(db, "calendar", secret, transaction);
    await addRecord(db, stampOf(act), { what: "setting", key: "calendar" }, transaction);
  });
  return secret;
}

/** The open tickets for whoever knows the secret, without whose they are; undefined: that is not it. */
export async function linesByCalendar(
  db: Database,
  secret: string,
): Promise<readonly TicketLine[] | undefined> {
  const kept = await calendarSecret(db);
  const [given, known] = [Buffer.from(secret), Buffer.from(kept ?? "")];
  if (kept === undefined || given.length !== known.length) return undefined;
  if (!timingSafeEqual(given, known)) return undefined;
  const lines = await openLines(db);
  return lines.map((line) => ({ ...line, customer: "" }));
}
