import { readFileSync, writeFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { backupWords } from "../core/words/index.ts";
import { backUp, isLockingKey, newBackupKey, restore } from "../shop/backup/index.server.ts";
import { openDatabase, serverIn } from "../data/database/index.server.ts";

/**
 * `npm run backup -- --to DIR`: copies the shop while it works, and reads the copy back; `--key age1…` (else
 * BENCH_BACKUP_KEY) locks it.
 * `npm run backup -- --new-key FILE`: makes a pair of keys; what opens goes into FILE, what locks is printed.
 * `npm run restore -- --from DIR`: puts a copy in the place of a data folder that no server has open; `--key FILE` opens
 * one that is locked.
 * All: `--data FOLDER`, else BENCH_DATA.
 */
const { values, positionals } = parseArgs({
  options: {
    data: { type: "string", default: process.env["BENCH_DATA"] ?? "data-store" },
    to: { type: "string" },
    from: { type: "string" },
    key: { type: "string" },
    "new-key": { type: "string" },
    keep: { type: "string", default: "1000000" },
  },
  allowPositionals: true,
});

// A copy has all that the shop has.
process.umask(0o077);

const end = (line: string): never => {
  console.error(`[bench] ${line}`);
  process.exit(1);
};

try {
  if (positionals[0] === "restore") await putBack();
  else if (values["new-key"] !== undefined) await makeKey(values["new-key"]);
  else await copy();
} catch (error) {
  end(error instanceof Error ? error.message : String(error));
}

async function copy(): Promise<void> {
  const { to, data, keep } = values;
  if (to === undefined) return end("say where to: npm run backup -- --to DIR");
  const key = values.key ?? (process.env["BENCH_BACKUP_KEY"] || undefined);
  if (key !== undefined && !isLockingKey(key)) return end("the key that locks begins with age1");
  // As it is: what a shop tidies when it opens is not tidied beside the one that works.
  const db = await openDatabase(data, { server: serverIn(process.env) });
  const made = await backUp(db, to, new Date(), Number(keep), key).finally(() => db.close());
  if (!made.ok) return end(backupWords(made.error));
  const { folder, manifest } = made.value;
  const bytes = manifest.files.reduce((sum, file) => sum + file.bytes, 0);
  console.log(
    `[bench] ${folder}: ${manifest.files.length} files, ${(bytes / 1e6).toFixed(1)} MB, read back and whole${key === undefined ? "" : ", locked"}`,
  );
}

/** A key that opens, in a file that must not be there yet: whoever loses it opens nothing any more. */
async function makeKey(file: string): Promise<void> {
  const { opens, locks } = await newBackupKey();
  writeFileSync(file, `${opens}\n`, { mode: 0o600, flag: "wx" });
  console.log(
    `[bench] ${file} opens back-ups: keep it away from this machine, and twice. Lock them with\n${locks}`,
  );
}

async function putBack(): Promise<void> {
  const { from, data, key } = values;
  if (from === undefined) return end("say which: npm run restore -- --from DIR/bench-…Z");
  const opens = key === undefined ? undefined : readFileSync(key, "utf8").trim();
  const done = await restore(from, data, new Date(), opens);
  if (!done.ok) return end(backupWords(done.error));
  const { manifest, before } = done.value;
  console.log(`[bench] ${data} is as it was at ${manifest.at}; what lay there is in ${before}`);
}
