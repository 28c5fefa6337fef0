import { tmpdir } from "node:os";
import path from "node:path";
import { pathToFileURL } from "node:url";

// The production server for tests: told so, it closes its shop, and opens another folder where it is told one: quicker than a new start.
const root = path.dirname(import.meta.dirname);
const built = (file) => import(pathToFileURL(path.join(root, "build", file)).href);
const [{ serve }, build] = await Promise.all([built("workers/serve.js"), built("server/index.js")]);
const { openNow, closeNow } = build.entry.module;

const CHANGING = ["BENCH_DATA", "BENCH_SUPPLIER"];
/** Where a page that asks on after its shop was closed finds another one. */
const NOWHERE = path.join(tmpdir(), `bench-e2e-nowhere-${process.pid}`);

process.on("message", async (env) => {
  // Before the old shop is closed: what is asked meanwhile would open it once more.
  for (const name of CHANGING) delete process.env[name];
  Object.assign(process.env, { BENCH_DATA: NOWHERE }, env);
  await closeNow();
  try {
    if (env.BENCH_DATA !== undefined) await openNow();
    process.send({});
  } catch (error) {
    process.send({ error: String(error) });
  }
});
await serve({ build, openNow, closeNow }, root);
