import type { PinnedGuide } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";

/** Where the guide of a version is asked for; what answers never changes, so the browser keeps it. */
export const guidePath = ({ version, code }: PinnedGuide): string =>
  `/guide-versions/${version}/${encodeURIComponent(code)}`;

/** More machines than are on benches at a time. */
const MOST = 100;
const kept = new Map<string, Guide>();

/** The guide of a version that is here already: the server keeps it to draw with, the page before it wakes up. */
export function keptGuide(pinned: PinnedGuide): Guide {
  const guide = kept.get(guidePath(pinned));
  if (!guide) throw new Error("The guide of this job is not here: load the page again.");
  return guide;
}

export function keepGuide(pinned: PinnedGuide, guide: Guide): void {
  keep(guidePath(pinned), guide);
}

/** Asked for once in a page's life, and answered from the browser's keep after that. */
export async function askGuide(path: string): Promise<void> {
  if (kept.has(path)) return;
  const response = await fetch(path);
  if (!response.ok) throw new Response(await response.text(), { status: response.status });
  keep(path, (await response.json()) as Guide);
}

/** The guide that a page was drawn with by the server, before the page wakes up. */
export async function askGuideOfPage(): Promise<void> {
  const path = document
    .querySelector('link[rel="preload"][href^="/guide-versions/"]')
    ?.getAttribute("href");
  // Without an answer the page says what is missing.
  if (path) await askGuide(path).catch(() => undefined);
}

function keep(path: string, guide: Guide): void {
  for (const oldest of kept.keys()) {
    if (kept.size < MOST) break;
    kept.delete(oldest);
  }
  kept.set(path, guide);
}
