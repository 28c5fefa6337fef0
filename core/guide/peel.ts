import type { Guide } from "./types.ts";

/**
 * How many parts lie over each part, one over the other, at the most: 0 for what nothing lies over.
 * Peeling a machine by n layers takes off the parts below n. A circle of covers counts once.
 */
export function peelLevels(guide: Guide): ReadonlyMap<string, number> {
  const over = new Map<string, Set<string>>(Object.keys(guide.parts).map((id) => [id, new Set()]));
  for (const [id, part] of Object.entries(guide.parts)) {
    for (let at = part.on; at !== undefined; at = guide.parts[at]?.on) over.get(at)?.add(id);
  }
  for (const { part, over: under } of guide.covers) {
    for (const id of under) over.get(id)?.add(part);
  }
  const levels = new Map<string, number>();
  const level = (id: string, trail: ReadonlySet<string>): number => {
    const known = levels.get(id);
    if (known !== undefined) return known;
    if (trail.has(id)) return 0;
    const next = new Set([...trail, id]);
    const found = Math.max(-1, ...[...over.get(id)!].map((x) => level(x, next))) + 1;
    levels.set(id, found);
    return found;
  };
  for (const id of Object.keys(guide.parts)) level(id, new Set());
  return levels;
}
