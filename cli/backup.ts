import { parseArgs } from "node:util";
import { backupWords } from "../core/words/index.ts";
import { backUp, restore } from "../shop/backup/index.server.ts";
import { openDatabase, serverIn } from "../data/database/index.server.ts";

/**
 * `npm run backup -- --to DIR`: copies the shop while it works, and reads the copy back.
 * `npm run restore -- --from DIR`: puts a copy in the place of a data folder that no server has open.
 * Both: `--data FOLDER`, else BENCH_DATA.
 */
const { values, positionals } = parseArgs({
  options: {
    data: { type: "string", default: process.env["BENCH_DATA"] ?? "data-store" },
    to: { type: "string" },
    from: { type: "string" },
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
  else await copy();
} catch (error) {
  end(error instanceof Error ? error.message : String(error));
}

async function copy(): Promise<void> {
  const { to, data, keep } = values;
  if (to === undefined) return end("say where to: npm run backup -- --to DIR");
  // As it is: what a shop tidies when it opens is not tidied beside the one that works.
  const db = await openDatabase(data, { server: serverIn(process.env) });
  const made = await backUp(db, to, new Date(), Number(keep)).finally(() => db.close());
  if (!made.ok) return end(backupWords(made.error));
  const { folder, manifest } = made.value;
  const bytes = manifest.files.reduce((sum, file) => sum + file.bytes, 0);
  console.log(
    `[bench] ${folder}: ${manifest.files.length} files, ${(bytes / 1e6).toFixed(1)} MB, read back and whole`,
  );
}

async function putBack(): Promise<void> {
  const { from, data } = values;
  if (from === undefined) return end("say which: npm run restore -- --from DIR/bench-…Z");
  const done = await restore(from, data, new Date());
  if (!done.ok) return end(backupWords(done.error));
  const { manifest, before } = done.value;
  console.log(`[bench] ${data} is as it was at ${manifest.at}; what lay there is in ${before}`);
}
