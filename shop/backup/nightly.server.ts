import { isLockingKey, newestWhole } from "../../data/backup/index.server.ts";
import { type Database, type DataFault, DataTrouble } from "../../data/database/index.server.ts";
import { nextNight, type Nightly } from "../../core/backup/index.ts";
import { backUp, backupState } from "./backup.server.ts";

/**
 * The nightly back-up in the environment: BENCH_BACKUP, BENCH_BACKUP_AT (02:30), BENCH_BACKUP_KEEP (14),
 * BENCH_BACKUP_KEY (none).
 */
export function nightlyIn(env: Readonly<Record<string, string | undefined>>): Nightly | undefined {
  const to = env["BENCH_BACKUP"];
  if (to === undefined || to === "") return undefined;
  const at = /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(env["BENCH_BACKUP_AT"] ?? "02:30");
  if (!at) throw new Error("BENCH_BACKUP_AT is a time like 02:30.");
  const keep = Number(env["BENCH_BACKUP_KEEP"] ?? 14);
  if (!Number.isInteger(keep) || keep < 1) {
    throw new Error("BENCH_BACKUP_KEEP is how many back-ups are kept: 1 or more.");
  }
  const key = env["BENCH_BACKUP_KEY"] === "" ? undefined : env["BENCH_BACKUP_KEY"];
  if (key !== undefined && !isLockingKey(key)) {
    throw new Error(
      "BENCH_BACKUP_KEY is the key that locks back-ups: it begins with age1 (npm run backup -- --new-key FILE).",
    );
  }
  return { to, hour: Number(at[1]), minute: Number(at[2]), keep, key };
}

/** Faults of a data folder that a back-up mends. */
const MENDED: ReadonlySet<DataFault> = new Set<DataFault>(["damaged", "emptied", "older"]);

/** What went wrong at the opening of a folder, with the way to the last good back-up where that would mend it. */
export async function withWayBack(
  error: unknown,
  folder: string,
  nightly: Nightly | undefined,
): Promise<unknown> {
  if (!(error instanceof DataTrouble) || !MENDED.has(error.fault) || !nightly) return error;
  const found = await newestWhole(nightly.to);
  const key = found?.isLocked === true ? " --key FILE" : "";
  return error.saying(
    found === undefined
      ? `No back-up in ${nightly.to} is whole.`
      : `The last good back-up: npm run restore -- --from ${found.copy} --data ${folder}${key}`,
  );
}

/** Backs a shop up every night; gives what ends that. What goes wrong is noted, and shown under Shop. */
export function everyNight(
  shop: () => Promise<{ readonly db: Database }>,
  { to, hour, minute, keep, key }: Nightly,
): () => void {
  let timer: ReturnType<typeof setTimeout>;
  const wait = () => {
    const ms = nextNight(new Date(), hour, minute).getTime() - Date.now();
    timer = setTimeout(() => void once(), ms).unref();
  };
  const once = async () => {
    await shop()
      .then(({ db }) => backUp(db, to, new Date(), keep, key))
      .catch(() => undefined);
    wait();
  };
  wait();
  return () => clearTimeout(timer);
}

const LATE_MS = 36 * 3_600_000;

/** How it stands with the back-ups of this shop, for its page. */
export async function backupsNow(db: Database, now: Date) {
  const state = await backupState(db);
  const nightly = nightlyIn(process.env);
  const two = (n: number) => String(n).padStart(2, "0");
  return {
    ...state,
    nightly: nightly && {
      to: nightly.to,
      at: `${two(nightly.hour)}:${two(nightly.minute)}`,
      keep: nightly.keep,
      isLocked: nightly.key !== undefined,
    },
    isLate: state.good !== undefined && now.getTime() - Date.parse(state.good.at) > LATE_MS,
  };
}
