import { existsSync } from "node:fs";
import { readdir, readFile } from "node:fs/promises";
import path from "node:path";
import { readJson } from "../../core/base/ajv.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Finding, parseGuideText } from "../../core/guide/index.ts";
import {
  type About,
  NO_NAME,
  readAbout,
  type Setup,
  type SetupStep,
} from "../../core/setup/index.ts";
import { keepSetting, setting, type Database } from "../../data/database/index.server.ts";
import { currentHashes } from "../../data/guide/index.server.ts";
import { addRecord, allPeople } from "../../data/people/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { backupsNow } from "../backup/index.server.ts";
import { storeGuide } from "../guide/index.server.ts";

/** What the shop is called; nothing until it says so. */
export async function aboutOf(db: Database): Promise<About> {
  const kept = await setting(db, "about");
  const read = kept === undefined ? undefined : readJson(readAbout, kept);
  return read?.ok ? read.value : NO_NAME;
}

export async function keepAbout(act: Act, about: About): Promise<void> {
  allow(act, "rates");
  await keep(act, "about", JSON.stringify(about));
}

/** How far a new shop is with setting itself up. */
export async function setupNow(db: Database, now: Date): Promise<Setup> {
  const [about, rates, hours, enough, people, guides, backups] = await Promise.all([
    aboutOf(db),
    setting(db, "rates"),
    setting(db, "hours"),
    setting(db, "set-up"),
    allPeople(db),
    currentHashes(db),
    backupsNow(db, now),
  ]);
  const is: Readonly<Record<SetupStep, boolean>> = {
    about: about.name !== "",
    rates: rates !== undefined,
    people: people.filter(({ gone }) => !gone).length > 1,
    hours: hours !== undefined,
    guides: guides.length > 0,
    backup: backups.good !== undefined,
  };
  const done = (Object.keys(is) as SetupStep[]).filter((step) => is[step]);
  return { done, isOver: enough !== undefined || done.length === Object.keys(is).length };
}

/** How far a shop is that is still new; undefined: it is not, which most are asked most of the time. */
export async function newShop(db: Database, now: Date): Promise<Setup | undefined> {
  if ((await setting(db, "set-up")) !== undefined) return undefined;
  const found = await setupNow(db, now);
  return found.isOver ? undefined : found;
}

/** It is enough: nothing is asked for any more. */
export async function endSetup(act: Act): Promise<void> {
  allow(act, "rates");
  await keep(act, "set-up", "enough");
}

async function keep(act: Act, key: "about" | "set-up", value: string): Promise<void> {
  const { db } = act;
  await db.write(async (transaction) => {
    await keepSetting(db, key, value, transaction);
    await addRecord(db, stampOf(act), { what: "setting", key }, transaction);
  });
}

/** A guide that comes with the program, of a machine that was made up. */
export interface Example {
  readonly file: string;
  readonly name: string;
  readonly isHere: boolean;
}

const PLACE = path.resolve("guides");

export async function examples(db: Database): Promise<readonly Example[]> {
  if (!existsSync(PLACE)) return [];
  const here = new Set((await currentHashes(db)).map(({ guideId }) => guideId));
  const files = (await readdir(PLACE)).filter((name) => name.endsWith(".json")).sort();
  return files.map((file) => {
    const id = path.basename(file, ".json");
    const name = id.split("-").map((word) => word[0]!.toUpperCase() + word.slice(1));
    return { file, name: name.join(" "), isHere: here.has(id) };
  });
}

/** Takes one of them in as a guide of the shop; a file that is none of them is not there. */
export async function addExample(
  act: Act,
  file: string,
): Promise<Result<true, "not-there" | readonly Finding[]>> {
  allow(act, "guide");
  if (!(await examples(act.db)).some((one) => one.file === file)) return fail("not-there");
  const text = parseGuideText(await readFile(path.join(PLACE, file), "utf8"));
  if (!text.ok) return fail(text.error);
  const stored = await storeGuide(act, text.value, "came with the program, as an example");
  return stored.ok ? ok(true) : fail(stored.error);
}
