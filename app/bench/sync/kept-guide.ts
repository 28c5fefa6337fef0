import type { PinnedGuide } from "../../../core/bench/index.ts";
import type { Guide } from "../../../core/guide/index.ts";

/** Where the guide of a version is asked for; what answers never changes, so the browser keeps it. */
export const guidePath = ({ version, code }: PinnedGuide): string =>
  `/guide-versions/${version}/${encodeURIComponent(code)}`;

const kept = new Map<string, Promise<Guide>>();

/** The guide of a version: asked for once in a page's life, and from the browser's keep after that. */
export function keptGuide(pinned: PinnedGuide): Promise<Guide> {
  const path = guidePath(pinned);
  let guide = kept.get(path);
  if (!guide) {
    guide = ask(path);
    kept.set(path, guide);
    // What was not answered is asked again the next time.
    guide.catch(() => kept.delete(path));
  }
  return guide;
}

async function ask(path: string): Promise<Guide> {
  const response = await fetch(path);
  if (!response.ok) throw new Response(await response.text(), { status: response.status });
  return (await response.json()) as Guide;
}
