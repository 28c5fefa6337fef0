import { existsSync, readFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { reader, readJson } from "../../core/base/ajv.ts";
import { print, root } from "./report.ts";

interface Entry {
  readonly file: string;
  readonly imports?: readonly string[];
}
const readManifest = reader<Readonly<Record<string, Entry>>>({
  type: "object",
  additionalProperties: {
    type: "object",
    required: ["file"],
    properties: {
      file: { type: "string" },
      imports: { type: "array", items: { type: "string" } },
    },
  },
});

/** All JavaScript the bench page loads: its route, the root, the entry and what they import. */
export function measureScripts(): void {
  const manifest = path.join(root, "build/client/.vite/manifest.json");
  const client = path.join(root, "build/client");
  if (!existsSync(manifest)) throw new Error(`no ${manifest}; is build.manifest on?`);
  const read = readJson(readManifest, readFileSync(manifest, "utf8"));
  if (!read.ok) throw new Error(`${manifest} is another manifest than expected`);
  const chunks = read.value;
  const wanted = Object.keys(chunks).filter((key) =>
    /entry\.client|app\/root\.tsx|routes\/bench\.tsx/.test(key),
  );
  const seen = new Set<string>();
  const visit = (key: string): void => {
    if (seen.has(key)) return;
    seen.add(key);
    chunks[key]?.imports?.forEach(visit);
  };
  wanted.forEach(visit);
  const files = new Set([...seen].map((key) => chunks[key]!.file));
  let size = 0;
  for (const file of files) size += gzipSync(readFileSync(path.join(client, file))).length;
  print("\n### JavaScript of the bench page\n");
  print(
    `${files.size} files, ${(size / 1000).toFixed(0)} kB gzip; target 300 kB ` +
      `(${wanted.length} roots: entry, root, bench)`,
  );
}
