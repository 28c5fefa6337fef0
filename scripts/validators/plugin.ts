import { execFileSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Plugin } from "vite";
import { schemaName } from "../../core/base/schema-name.ts";
import { made } from "./made.ts";

const root = path.resolve(import.meta.dirname, "../..");
const BASE = path.join(root, "core/base");
const READER = "base/ajv.ts";
/** What only a server reads. */
const ELSEWHERE = /\.test\.tsx?$|\.server\.ts$|^app\/routes\//;
const OF = "virtual:validators/";

/**
 * Validators made at build time: a browser under this program's own rules compiles none. Each module that makes readers
 * brings the validators of its schemas along; the compiler itself stays out of what is sent.
 */
export function validators(): Plugin[] {
  let found: ReadonlyMap<string, ReadonlyMap<string, object>> | undefined;
  const ofModules = () => (found ??= schemas());
  const where = {
    apply: "build",
    applyToEnvironment: ({ name }: { name: string }) => name === "client",
  } as const;
  const resolving: Plugin = {
    name: "validators-for-compiler",
    ...where,
    enforce: "pre",
    resolveId(id, from) {
      if (id.startsWith(OF)) return `\0${id}`;
      const isCompiler = id.endsWith("/validator.ts") && from === path.join(BASE, "ajv.ts");
      return isCompiler ? path.join(BASE, "validator-made.ts") : undefined;
    },
  };
  const making: Plugin = {
    name: "validators",
    ...where,
    transform: {
      filter: { code: READER },
      handler(code, id) {
        const module = path.relative(root, id.split("?")[0]!);
        if (!/import [^;]*\breader\b[^;]*base\/ajv\.ts/.test(code)) return undefined;
        if (!ofModules().has(module)) this.error(`${module} reads by schemas that were not found`);
        return { code: `import ${JSON.stringify(OF + module)};\n${code}`, map: null };
      },
    },
    load(id) {
      return id.startsWith(`\0${OF}`) ? made(ofModules().get(id.slice(OF.length + 1))!) : undefined;
    },
  };
  return [resolving, making];
}

/** The schemas of each module that makes readers, by their names. */
function schemas(): ReadonlyMap<string, ReadonlyMap<string, object>> {
  const modules = ["core", "app"].flatMap((room) =>
    readdirSync(path.join(root, room), { recursive: true, encoding: "utf8" })
      .map((file) => path.join(room, file))
      .filter((file) => /\.tsx?$/.test(file) && !ELSEWHERE.test(file))
      .filter((file) => readFileSync(path.join(root, file), "utf8").includes(READER)),
  );
  const program = path.join(root, "scripts/validators/schemas.ts");
  const text = execFileSync(process.execPath, ["--import", "tsx", program, ...modules], {
    cwd: root,
    encoding: "utf8",
    maxBuffer: 2 ** 26,
  });
  const found = new Map<string, Map<string, object>>();
  for (const { module, schema } of JSON.parse(text) as { module: string; schema: object }[]) {
    const of = found.get(module) ?? new Map<string, object>();
    found.set(module, of.set(schemaName(schema), schema));
  }
  return found;
}
