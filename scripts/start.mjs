import path from "node:path";
import { pathToFileURL } from "node:url";

const root = path.dirname(import.meta.dirname);
const built = (file) => import(pathToFileURL(path.join(root, "build", file)).href);

const [{ serve }, build] = await Promise.all([built("workers/serve.js"), built("server/index.js")]);
const { openNow, closeNow } = build.entry.module;
await serve({ build, openNow, closeNow }, root);
