import { promisify } from "node:util";
import { unzip, unzipSync } from "fflate";
import { fail, ok, type Result } from "../../core/base/result.ts";

/** What may be in a pack, and how much of it. */
export const MOST_PACK_BYTES = 60_000_000;
export const MOST_PHOTO = 20_000_000;
const MOST_UNPACKED = 200_000_000;
const MOST_ENTRIES = 300;

export type UnpackError =
  | { readonly type: "no-zip" }
  | { readonly type: "too-big" }
  /** A file that a pack does not have: by its name. */
  | { readonly type: "stranger"; readonly name: string }
  | { readonly type: "no-pack" };

/** What is large is inflated in a thread of its own: the pages go on meanwhile. */
const inflate = promisify<Uint8Array, Record<string, Uint8Array>>(unzip);

/** The files of a ZIP, if it has those that are needed and none but those allowed, and all within their sizes. */
export async function unpacked(
  bytes: Uint8Array,
  wrongEntry: (name: string, size: number) => UnpackError | undefined,
  needed: readonly string[],
): Promise<Result<Readonly<Record<string, Uint8Array>>, UnpackError>> {
  if (bytes.length > MOST_PACK_BYTES) return fail({ type: "too-big" });
  let [entries, size] = [0, 0];
  let wrong: UnpackError | undefined;
  let files: Record<string, Uint8Array>;
  try {
    unzipSync(bytes, {
      // Nothing is unpacked before all of it is known to be good.
      filter: ({ name, originalSize }) => {
        entries += 1;
        size += originalSize;
        wrong ??= wrongEntry(name, originalSize);
        if (size > MOST_UNPACKED || entries > MOST_ENTRIES) wrong ??= { type: "too-big" };
        return false;
      },
    });
    if (wrong) return fail(wrong);
    files = await inflate(bytes);
  } catch {
    return fail({ type: "no-zip" });
  }
  return needed.every((name) => name in files) ? ok(files) : fail({ type: "no-pack" });
}
