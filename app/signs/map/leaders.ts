/** A name beside the machine, with a line to what it names. Millimetres of the view. */
export interface Leader {
  readonly id: string;
  readonly name: string;
  readonly side: "left" | "right";
  /** Where the line begins, at the part. */
  readonly from: { readonly x: number; readonly y: number };
  /** The height of the name's middle. */
  readonly y: number;
}

/** Heights of names from one to the next. */
export const LEADER_STEP = 10;

/**
 * Names that do not fit into their parts, laid down both sides of a view: each on the side it is nearer to, in the
 * order of the parts from top to bottom, so that no two lines cross more than they must, and no two names lie over
 * each other. Those that one side has no room for go to the other; what neither has room for is left out.
 */
export function leadersOf(
  parts: readonly {
    readonly id: string;
    readonly name: string;
    readonly x: number;
    readonly y: number;
  }[],
  { width, height }: { readonly width: number; readonly height: number },
): readonly Leader[] {
  const most = Math.max(1, Math.floor(height / LEADER_STEP));
  const byNearness = [...parts].sort(
    (a, b) => Math.min(a.x, width - a.x) - Math.min(b.x, width - b.x),
  );
  const sides = { left: [] as (typeof parts)[number][], right: [] as (typeof parts)[number][] };
  for (const part of byNearness) {
    const near = part.x <= width / 2 ? "left" : "right";
    const far = near === "left" ? "right" : "left";
    const side = sides[near].length < most ? near : far;
    if (sides[side].length < most) sides[side].push(part);
  }
  return (["left", "right"] as const).flatMap((side) => {
    const down = [...sides[side]].sort((a, b) => a.y - b.y || a.x - b.x);
    const ys = spread(
      down.map(({ y }) => y),
      height,
    );
    return down.map(({ id, name, x, y }, i) => ({ id, name, side, from: { x, y }, y: ys[i]! }));
  });
}

/** Rising heights at least a step apart, each as near to its wish as those above and below let it, within 0…height. */
function spread(wishes: readonly number[], height: number): readonly number[] {
  const ys = [...wishes];
  const half = LEADER_STEP / 2;
  for (let i = 0; i < ys.length; i++)
    ys[i] = Math.max(ys[i]!, i === 0 ? half : ys[i - 1]! + LEADER_STEP);
  for (let i = ys.length - 1; i >= 0; i--) {
    const floor = i === ys.length - 1 ? height - half : ys[i + 1]! - LEADER_STEP;
    ys[i] = Math.min(ys[i]!, floor);
  }
  return ys;
}
