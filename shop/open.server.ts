import { isZone, shopDay } from "../core/ticket/index.ts";
import {
  keepSetting,
  openDatabase,
  setting,
  type Database,
} from "../data/database/index.server.ts";
import { addPeople, allPeople } from "../data/people/index.server.ts";
import { sweepPhotos } from "../data/photos/index.server.ts";
import { PROJECTIONS, rebuild } from "./rebuild.server.ts";

/** The shop that this process serves. */
export interface Shop {
  readonly db: Database;
  /** IANA time zone: what day it is here. */
  readonly zone: string;
}

let opened: Promise<Shop> | undefined;

/** The one shop of this process, in the folder named by BENCH_DATA. */
export function shop(): Promise<Shop> {
  opened ??= serve(process.env["BENCH_DATA"] ?? "data-store", process.env["BENCH_ZONE"]);
  return opened;
}

/** A shop that is served has somebody to work in it. */
async function serve(folder: string, zone: string | undefined): Promise<Shop> {
  const here = await openShop(folder, zone);
  if ((await allPeople(here.db)).length === 0) {
    await addPeople(here.db, [{ id: "bench", name: "The bench", role: "lead" }]);
  }
  return here;
}

/**
 * Opens a data folder: makes or migrates its database, makes the projections anew where their form is
 * another, takes away half-written photos. `zone` is kept; without it the shop keeps the one it has,
 * the first time the server's own.
 */
export async function openShop(folder: string, zone?: string): Promise<Shop> {
  const db = await openDatabase(folder);
  if ((await setting(db, "projections")) !== PROJECTIONS) await rebuild(db);
  await sweepPhotos(db);
  return { db, zone: await zoneOf(db, zone) };
}

async function zoneOf(db: Database, wanted: string | undefined): Promise<string> {
  const kept = await setting(db, "zone");
  if (wanted !== undefined && !isZone(wanted)) {
    throw new Error(`"${wanted}" is no time zone; say one like Europe/Berlin in BENCH_ZONE.`);
  }
  const zone = wanted ?? kept ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (zone !== kept) await db.write((transaction) => keepSetting(db, "zone", zone, transaction));
  return zone;
}

/** The day it is in the shop. */
export const today = ({ zone }: Shop): string => shopDay(new Date(), zone);
