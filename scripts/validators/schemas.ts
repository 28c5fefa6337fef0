/**
 * The schemas that modules of the program read by, as JSON on standard output: each with the module it stands in.
 * Arguments: modules. They are loaded, and each reader that is made as they load is heard.
 */
import path from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { hearSchemas } from "../../core/base/ajv.ts";

const root = path.resolve(import.meta.dirname, "../..");
const heard: { module: string; schema: object }[] = [];
hearSchemas((schema) => heard.push({ module: caller(), schema }));

/** Where `reader` was called: the first place of the stack that is not the reader's own. */
function caller(): string {
  const places = [
    ...new Error().stack!.matchAll(/(?:file:\/\/)?(\/[^\s()]+?\.tsx?)(?::\d+)+\)?$/gm),
  ];
  const own = new Set(["core/base/ajv.ts", path.relative(root, fileURLToPath(import.meta.url))]);
  const modules = places.map(([, place]) => path.relative(root, place!));
  return modules.find((module) => !own.has(module))!;
}

for (const module of process.argv.slice(2)) {
  await import(pathToFileURL(path.join(root, module)).href);
}
process.stdout.write(JSON.stringify(heard));
process.exit(0);
