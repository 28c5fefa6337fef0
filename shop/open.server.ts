import { randomBytes } from "node:crypto";
import { isZone, shopDay } from "../core/ticket/index.ts";
import {
  keepSetting,
  openDatabase,
  serverIn,
  shutToOthers,
  setting,
  type Database,
} from "../data/database/index.server.ts";
import { sweepPhotos } from "../data/photos/index.server.ts";
import { everyNight, nightlyIn, withWayBack } from "./backup/index.server.ts";
import { firstLead } from "./people/index.server.ts";
import { eraseAgain } from "./customer/index.server.ts";
import { PROJECTIONS, rebuild } from "./rebuild.server.ts";

/** The shop that this process serves. */
export interface Shop {
  readonly db: Database;
  /** IANA time zone: what day it is here. */
  readonly zone: string;
  /** What cookies are signed with. */
  readonly secret: string;
}

let opened: Promise<Shop> | undefined;
/** Whether this process has had it open: what is not there then was taken away. */
let isKnown = false;

/**
 * The one shop of this process, in the folder named by BENCH_DATA. A folder that was taken away is told of as that
 * (`DataTrouble`), and opened anew when it is back.
 */
export async function shop(): Promise<Shop> {
  const here = await (opened ??= opening());
  if (await here.db.isInPlace()) return here;
  opened = undefined;
  await here.db.close().catch(() => undefined);
  return (opened ??= opening());
}

/** An opening that did not work is tried again by whoever asks next. */
function opening(): Promise<Shop> {
  const { BENCH_DATA: folder = "data-store", BENCH_ZONE: zone } = process.env;
  const made = serve(folder, zone);
  made.then(
    () => (isKnown = true),
    () => (opened = undefined),
  );
  return made;
}

const MARK_MS = 5_000;
let endNightly: () => void = () => undefined;
let marking: ReturnType<typeof setInterval> | undefined;

/** Ends what was opened: what was written is put in one file, and nothing is held any more. */
export async function closeShop(): Promise<void> {
  const here = await opened?.catch(() => undefined);
  opened = undefined;
  endNightly();
  clearInterval(marking);
  await here?.db.close();
}

/** A shop that is served has a lead who can come in; the first one's PIN is said once, here. */
async function serve(folder: string, zone: string | undefined): Promise<Shop> {
  const nightly = nightlyIn(process.env);
  const here = await openShop(folder, zone, isKnown).catch(async (error: unknown) => {
    throw await withWayBack(error, folder, nightly);
  });
  if (shutToOthers(folder)) {
    console.log(`[bench] other accounts of this machine could read ${folder}: that is shut now.`);
  }
  endNightly();
  if (nightly) endNightly = everyNight(shop, nightly);
  clearInterval(marking);
  marking = setInterval(() => void here.db.mark().catch(() => undefined), MARK_MS).unref();
  const lead = await firstLead(here.db);
  if (lead) {
    console.log(
      `[bench] ${lead.name} signs in with PIN ${lead.pin}. It is said this once: change it under your name.`,
    );
  }
  return here;
}

/**
 * Opens a data folder: makes or migrates its database, makes the projections anew where their form is
 * another, takes away half-written photos. `zone` is kept; without it the shop keeps the one it has,
 * the first time the server's own.
 */
export async function openShop(folder: string, zone?: string, isKnown = false): Promise<Shop> {
  const db = await openDatabase(folder, { server: serverIn(process.env), isKnown });
  if ((await setting(db, "projections")) !== PROJECTIONS) await rebuild(db);
  await sweepPhotos(db);
  await eraseAgain(db);
  return { db, zone: await zoneOf(db, zone), secret: await secretOf(db) };
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

/** Made once for a shop: whoever has its database has the shop anyway. Two servers that begin at once have one. */
async function secretOf(db: Database): Promise<string> {
  const kept = await setting(db, "secret");
  if (kept !== undefined) return kept;
  return db.write(async (transaction) => {
    const other = await setting(db, "secret", transaction);
    if (other !== undefined) return other;
    const secret = randomBytes(32).toString("base64url");
    await keepSetting(db, "secret", secret, transaction);
    return secret;
  });
}

/** The day it is in the shop. */
export const today = ({ zone }: Shop): string => shopDay(new Date(), zone);
