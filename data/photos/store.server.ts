import { mkdir, open, readdir, readFile, rename, rm, stat } from "node:fs/promises";
import path from "node:path";
import { nanoid } from "nanoid";

/**
 * Where pictures are kept, by name: a folder here. Anything that takes a name and bytes and gives them back can stand in
 * for it: a bucket of an object store has the same four verbs.
 */
export interface PhotoStore {
  /** Keeps the bytes under a name, whole or not at all; what stood there is replaced. On return they are safe. */
  put(name: string, bytes: Uint8Array): Promise<void>;
  /** The bytes of a name; undefined: there are none. */
  get(name: string): Promise<Buffer | undefined>;
  /** Takes a name away; one that is not there is no error. */
  drop(name: string): Promise<void>;
  /** All names, and when each was put (ms). */
  list(): Promise<readonly { readonly name: string; readonly put: number }[]>;
}

/** Pictures as files of a folder, which is made with the first. */
export function photoFolder(folder: string): PhotoStore {
  const fileOf = (name: string) => path.join(folder, name);
  return {
    async put(name, bytes) {
      await mkdir(folder, { recursive: true });
      // Two may put the same name at once: each has a part of its own.
      const part = `${fileOf(name)}.${nanoid(8)}.part`;
      try {
        await synced(part, "w", (handle) => handle.writeFile(bytes));
        await rename(part, fileOf(name));
      } catch (error) {
        // A disk that is full is not kept full by what did not go on it.
        await rm(part, { force: true }).catch(() => undefined);
        throw error;
      }
      // Names in a folder are on the disk only when the folder is.
      await synced(folder, "r");
    },
    get: (name) => readFile(fileOf(name)).catch(() => undefined),
    drop: (name) => rm(fileOf(name), { force: true }),
    async list() {
      const names = await readdir(folder).catch(() => []);
      const found = await Promise.all(
        names.map(async (name) => {
          const put = (await stat(fileOf(name)).catch(() => undefined))?.mtimeMs;
          return put === undefined ? [] : [{ name, put }];
        }),
      );
      return found.flat();
    },
  };
}

type Handle = Awaited<ReturnType<typeof open>>;

async function synced(
  file: string,
  flags: "r" | "w",
  work: (handle: Handle) => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  const handle = await open(file, flags);
  try {
    await work(handle);
    await handle.sync();
  } finally {
    await handle.close();
  }
}
