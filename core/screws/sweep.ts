export interface Spot {
  readonly x: number;
  readonly y: number;
}

const distance = (a: Spot, b: Spot): number => Math.hypot(a.x - b.x, a.y - b.y);

export const sweepLength = (spots: readonly Spot[], order: readonly number[]): number =>
  order.slice(1).reduce((sum, to, i) => sum + distance(spots[order[i]!]!, spots[to]!), 0);

/**
 * The order in which a hand passes over the spots with the least way (an open path, ends free):
 * the best of nearest-neighbour paths from each spot, then 2-opt until nothing is gained.
 * Indices into `spots`; ties go to the lower index.
 */
export function sweepOrder(spots: readonly Spot[]): readonly number[] {
  let best: readonly number[] = spots.map((_, i) => i);
  for (let start = 0; start < spots.length; start++) {
    const order = untangled(spots, nearestFrom(spots, start));
    if (sweepLength(spots, order) < sweepLength(spots, best) - 1e-9) best = order;
  }
  return best;
}

function nearestFrom(spots: readonly Spot[], start: number): number[] {
  const order = [start];
  const left = new Set(spots.keys());
  left.delete(start);
  while (left.size > 0) {
    const here = spots[order.at(-1)!]!;
    const next = [...left].reduce((a, b) =>
      distance(here, spots[b]!) < distance(here, spots[a]!) ? b : a,
    );
    order.push(next);
    left.delete(next);
  }
  return order;
}

function untangled(spots: readonly Spot[], path: readonly number[]): readonly number[] {
  let order = path;
  for (let again = true; again;) {
    again = false;
    for (let i = 0; i < order.length - 1 && !again; i++) {
      for (let k = i + 1; k < order.length && !again; k++) {
        const turned = [
          ...order.slice(0, i),
          ...order.slice(i, k + 1).reverse(),
          ...order.slice(k + 1),
        ];
        if (sweepLength(spots, turned) < sweepLength(spots, order) - 1e-9) {
          order = turned;
          again = true;
        }
      }
    }
  }
  return order;
}
