import { reader, readJson } from "../../../core/base/ajv.ts";
import type { PinnedGuide } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";
import { type Model, modelOf } from "../../../core/rules/index.ts";

/** Where the guide of a version is asked for; what answers never changes, so the browser keeps it. */
export const guidePath = ({ version, code }: PinnedGuide): string =>
  `/guide-versions/${version}/${encodeURIComponent(code)}`;

/** That what came is a guide; its facts were read by their schema when it was taken in. */
const readSent = reader<Guide>({
  type: "object",
  required: ["views", "parts", "joints", "covers", "orders"],
  properties: { format: { const: "brisk-bench-guide" } },
});

/** More machines than are on benches at a time. */
const MOST = 100;
const kept = new Map<string, Guide>();

/** The guide of a version that is here already: the server keeps it to draw with, the page before it wakes up. */
export function keptGuide(pinned: PinnedGuide): Guide {
  const guide = kept.get(guidePath(pinned));
  if (!guide) throw new Error("The guide of this job is not here: load the page again.");
  return guide;
}

export const keepGuide = (pinned: PinnedGuide, guide: Guide): Promise<void> =>
  keep(guidePath(pinned), guide);

/** What makes a model of a guide that is learnt: fetched with the first of them, no other bench needs it. */
let learning: ((guide: Guide) => Model) | undefined;

/** The model that a bench begins with. */
export function modelAtBench(guide: Guide): Model {
  if (guide.learnt === undefined) return modelOf(guide);
  if (!learning) throw new Error("The guide of this job is not here: load the page again.");
  return learning(guide);
}

/** Asked for once in a page's life, and answered from the browser's keep after that. */
export async function askGuide(path: string): Promise<void> {
  if (kept.has(path)) return;
  const response = await fetch(path);
  if (!response.ok) throw new Response(await response.text(), { status: response.status });
  const guide = readJson(readSent, await response.text());
  if (!guide.ok) throw new Error("The guide of this job came in pieces: load the page again.");
  await keep(path, guide.value);
}

/** The guide that a page was drawn with by the server, before the page wakes up. */
export async function askGuideOfPage(): Promise<void> {
  const path = document
    .querySelector('link[rel="preload"][href^="/guide-versions/"]')
    ?.getAttribute("href");
  // Without an answer the page says what is missing.
  if (path) await askGuide(path).catch(() => undefined);
}

async function keep(path: string, guide: Guide): Promise<void> {
  if (guide.learnt !== undefined) {
    learning ??= (await import("../../../core/learn/index.ts")).learningModel;
  }
  for (const oldest of kept.keys()) {
    if (kept.size < MOST) break;
    kept.delete(oldest);
  }
  kept.set(path, guide);
}
