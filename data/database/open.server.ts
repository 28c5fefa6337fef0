import { type Database, openDatabase } from "./database.server.ts";

let opened: Promise<Database> | undefined;

/** The one database of this process, in the folder named by BENCH_DATA. */
export function database(): Promise<Database> {
  opened ??= openDatabase(process.env.BENCH_DATA ?? "data-store");
  return opened;
}
