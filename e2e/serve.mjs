import path from "node:path";
import { pathToFileURL } from "node:url";

// The production server for tests: told so, it closes its shop, and opens another folder where it is told one: quicker than a new start.
const root = path.dirname(import.meta.dirname);
const built = (file) => import(pathToFileURL(path.join(root, "build", file)).href);
const [{ serve }, build] = await Promise.all([built("workers/serve.js"), built("server/index.js")]);
const { openNow, closeNow } = build.entry.module;

const CHANGING = ["BENCH_DATA", "BENCH_SUPPLIER"];
process.on("message", async (env) => {
  await closeNow();
  for (const name of CHANGING) delete process.env[name];
  Object.assign(process.env, env);
  try {
    if (env.BENCH_DATA !== undefined) await openNow();
    process.send({});
  } catch (error) {
    process.send({ error: String(error) });
  }
});
await serve({ build, openNow, closeNow }, root);
