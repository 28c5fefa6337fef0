import { ConnectionError, ConnectionAcquireTimeoutError } from "sequelize";

/** What can be the matter with where the shop is kept. */
export type DataFault =
  | "read-only"
  | "full"
  | "locked"
  | "gone"
  | "emptied"
  | "older"
  | "another"
  | "damaged"
  | "no-folder"
  | "away";

const FOLDER: Readonly<Record<DataFault, string>> = {
  "read-only": "cannot be written: give the user that runs this the right to write there",
  full: "is on a disk that is full: make room, and go on",
  locked: "is held by another program: end it, or wait until it is done",
  gone: "is not there any more: bring the disk back, and go on",
  emptied:
    "had a shop in it, and its bench.sqlite is gone or empty: restore a back-up with npm run restore, or take bench.mark.json away to begin a new shop",
  older:
    "holds less than was written to it: a bench.sqlite-wal is missing, an older copy lies there, or the shop was moved to PostgreSQL (then say BENCH_DATABASE). Bring the file back or restore with npm run restore; to go on with what is there, take bench.mark.json away",
  another:
    "holds the database of another shop than before: bring the right one back, or take bench.mark.json away to go on with this one",
  damaged:
    "holds a bench.sqlite that is damaged or no database: restore a back-up with npm run restore",
  "no-folder": "is no folder",
  away: "does not answer",
};
const SERVER: Readonly<Partial<Record<DataFault, string>>> = {
  "read-only":
    "may not be written by this user, or is a copy that is only read: say the right one in BENCH_DATABASE",
  full: "is on a disk that is full: make room there, and go on",
  locked: "is held by another server of the shop: stop that one, or see whether it still works",
  away: "does not answer: start it, or see whether BENCH_DATABASE names it rightly. What is ticked waits in the browsers",
  emptied:
    "has nothing in it, and had a shop: name the right one in BENCH_DATABASE, bring a back-up in with npm run move, or take bench.mark.json out of the data folder to begin a new shop",
  older:
    "holds less than was written to it: an older copy was put in its place. Bring the right one back; to go on with what is there, take bench.mark.json out of the data folder",
  another:
    "is that of another shop than before: name the right one in BENCH_DATABASE, or take bench.mark.json out of the data folder to go on with this one",
};

/** Thrown where what the shop is kept in does not let it work; nothing was written, and it may pass by itself. */
export class DataTrouble extends Error {
  /** `place`: a folder, or the address of a server. */
  constructor(
    readonly fault: DataFault,
    place: string,
    /** What else is known of it, as sentences. */
    more = "",
  ) {
    const isServer = place.includes("://");
    const words = (isServer ? SERVER[fault] : undefined) ?? FOLDER[fault];
    const said = `The ${isServer ? "database" : "data folder"} ${place} ${words}.`;
    super(more === "" ? said : `${said} ${more}`);
  }

  /** The same, with what else is known of it. */
  saying(more: string): this {
    this.message = `${this.message} ${more}`;
    return this;
  }
}

const CODES: Readonly<Record<string, DataFault>> = {
  SQLITE_FULL: "full",
  ENOSPC: "full",
  EDQUOT: "full",
  SQLITE_READONLY: "read-only",
  EROFS: "read-only",
  EACCES: "read-only",
  EPERM: "read-only",
  SQLITE_PERM: "read-only",
  SQLITE_BUSY: "locked",
  SQLITE_LOCKED: "locked",
  SQLITE_CANTOPEN: "gone",
  SQLITE_IOERR: "gone",
  ENOENT: "gone",
  SQLITE_CORRUPT: "damaged",
  SQLITE_NOTADB: "damaged",
  ENOTDIR: "no-folder",
  EEXIST: "no-folder",
  ECONNREFUSED: "away",
  ECONNRESET: "away",
  ENOTFOUND: "away",
  ETIMEDOUT: "away",
  EPIPE: "away",
  // PostgreSQL's own: shut down, starting up, no such database, no such user, too many, idle for too long.
  "57P01": "away",
  "57P03": "away",
  "3D000": "away",
  "28P01": "away",
  "28000": "away",
  "53300": "away",
  "25P03": "away",
  "53100": "full",
  "25006": "read-only",
  "42501": "read-only",
  "55P03": "locked",
};

/** What an error of the driver or the disk means for the place; undefined: it is about something else. */
export function faultOf(error: unknown): DataFault | undefined {
  for (let at = error; typeof at === "object" && at !== null;) {
    const { code, parent, original } = at as Record<"code" | "parent" | "original", unknown>;
    const fault = typeof code === "string" ? CODES[code] : undefined;
    if (fault) return fault;
    const next = parent ?? original;
    at = next === at ? undefined : next;
  }
  return isCut(error) ? "away" : undefined;
}

/** A connection that ended by itself has no code. */
const isCut = (error: unknown): boolean =>
  error instanceof ConnectionError ||
  error instanceof ConnectionAcquireTimeoutError ||
  (error instanceof Error &&
    /Connection terminated|Client has encountered a connection error/.test(error.message));

/** Does something with a place; what is the place's fault is thrown as that. */
export async function inPlace<T>(place: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const fault = error instanceof DataTrouble ? undefined : faultOf(error);
    throw fault ? new DataTrouble(fault, place) : error;
  }
}
