import path from "node:path";
import type { Database } from "./database.server.ts";
import { openServer } from "./postgres.server.ts";
import { openFile } from "./sqlite.server.ts";

/** The address of the database server in the environment: BENCH_DATABASE; undefined: a file does. */
export const serverIn = (env: Readonly<Record<string, string | undefined>>): string | undefined =>
  env["BENCH_DATABASE"] === "" ? undefined : env["BENCH_DATABASE"];

/**
 * Opens the database of a shop: in a server, where one is named (`postgres://…`; `{folder}` in it stands for the name of
 * the data folder), else in a file of its data folder. `isKnown`: it was open before in this process. `alone`: nobody else
 * may have it open meanwhile.
 */
export function openDatabase(
  folder: string,
  {
    server,
    isKnown = false,
    alone = false,
  }: {
    readonly server?: string | undefined;
    readonly isKnown?: boolean;
    readonly alone?: boolean;
  } = {},
): Promise<Database> {
  if (server === undefined) return openFile(folder, { isKnown, alone });
  const name = path.basename(folder).toLowerCase().replaceAll("-", "_");
  return openServer(folder, server.replace("{folder}", name), alone);
}
