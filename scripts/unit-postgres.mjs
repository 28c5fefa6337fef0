import { run, say, setup } from "./setup.mjs";
import { LOOSE, startPostgres } from "./postgres.mjs";

// `npm run unit:postgres [-- PATHS]`: the tests of the shop on a PostgreSQL of their own, each shop in a schema of its own.
/** What asks the database in words of its own (`data`), and the rooms of `shop` that use each of them once. */
const ROOMS = "bench guide lessons notes people photos soak stage stock supply ticket".split(" ");
const ASKING = ["/data/", ...ROOMS.map((room) => `/shop/${room}/`)];

setup();
const { url, stop } = await startPostgres(54_329, LOOSE);
process.on("exit", stop);
say(`unit tests on ${url}`);
const paths = process.argv.slice(2);
run("npm", ["run", "-s", "unit", "--", ...(paths.length > 0 ? paths : ASKING), "--forceExit"], {
  env: { ...process.env, BENCH_DATABASE: `${url}?schema={folder}` },
});
