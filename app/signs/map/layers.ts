import type { Guide } from "../../../core/guide/index.ts";

/**
 * The parts with a shape in a view, each after all that it lies on or covers: the order to draw
 * them in, from the bottom up. Ties go to the larger shape, then to the guide's order.
 */
export function layersOf(guide: Guide, view: string): readonly string[] {
  const shown = Object.keys(guide.parts).filter((id) => guide.parts[id]!.shape?.view === view);
  const area = (id: string): number => guide.parts[id]!.shape!.w * guide.parts[id]!.shape!.h;
  const under = new Map(shown.map((id) => [id, partsUnder(guide, id)]));
  const order: string[] = [];
  const visit = (id: string, trail: ReadonlySet<string>): void => {
    if (order.includes(id) || trail.has(id)) return;
    for (const below of under.get(id) ?? []) {
      if (shown.includes(below)) visit(below, new Set([...trail, id]));
    }
    order.push(id);
  };
  [...shown].sort((a, b) => area(b) - area(a)).forEach((id) => visit(id, new Set()));
  return order;
}

/** What a part lies on, down the chain, and the parts it covers. */
function partsUnder(guide: Guide, id: string): readonly string[] {
  const chain: string[] = [];
  for (let at = guide.parts[id]?.on; at !== undefined; at = guide.parts[at]?.on) chain.push(at);
  const covered = guide.covers
    .filter((cover) => cover.part === id)
    .flatMap(({ over }) => over.filter((under) => Object.hasOwn(guide.parts, under)));
  return [...chain, ...covered];
}

/** Whether a later shape in the order hides the middle of an earlier one: then its name is left out. */
export function isNameHidden(
  guide: Guide,
  order: readonly string[],
  id: string,
  isThere: (id: string) => boolean,
): boolean {
  const shape = guide.parts[id]!.shape!;
  const x = shape.x + shape.w / 2;
  const y = shape.y + shape.h / 2;
  return order.slice(order.indexOf(id) + 1).some((above) => {
    const other = guide.parts[above]!.shape!;
    const near = 4;
    return (
      isThere(above) &&
      x > other.x - near &&
      x < other.x + other.w + near &&
      y > other.y - near &&
      y < other.y + other.h + near
    );
  });
}
