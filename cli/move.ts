import { parseArgs } from "node:util";
import { moveWords } from "../core/words/index.ts";
import { move } from "../shop/backup/index.server.ts";

/**
 * `npm run move -- --to postgres://…`: takes the shop of a data folder over into a database server.
 * `npm run move -- --from postgres://… --to FOLDER`: takes it back into a folder that has none, pictures and all.
 * Both: `--data FOLDER`, else BENCH_DATA. Nobody may have the shop open; nothing is taken away from where it was.
 */
const { values } = parseArgs({
  options: {
    data: { type: "string", default: process.env["BENCH_DATA"] ?? "data-store" },
    from: { type: "string", default: process.env["BENCH_DATABASE"] ?? "" },
    to: { type: "string" },
  },
});

const isServer = (place: string): boolean => place.includes("://");
const end = (line: string): never => {
  console.error(`[bench] ${line}`);
  process.exit(1);
};

const { data, from, to } = values;
if (to === undefined) end("say where to: npm run move -- --to postgres://user@host/database");
else if (isServer(to) === isServer(from)) {
  end(
    "a shop goes from a data folder to a server (--to postgres://…), or from a server to a folder (--from postgres://… --to FOLDER)",
  );
} else await over(to);

async function over(place: string): Promise<void> {
  try {
    const moved = await move(data, isServer(from) ? from : place, place, ({ table, rows }) =>
      console.log(`[bench] ${table.padEnd(16)} ${String(rows).padStart(9)}`),
    );
    if (!moved.ok) return end(moveWords(moved.error));
    const { tables, photos } = moved.value;
    const rows = tables.reduce((sum, table) => sum + table.rows, 0);
    const how = isServer(place)
      ? `start it with BENCH_DATABASE=${place} and the same data folder, where its pictures are`
      : `${photos} picture files beside it; start it with BENCH_DATA=${place}`;
    console.log(`[bench] ${rows} rows, each table read back and the same; ${how}`);
  } catch (error) {
    end(error instanceof Error ? error.message : String(error));
  }
}
