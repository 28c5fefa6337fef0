import type { Guide, GuideJoint, ScrewsJoint } from "../guide/index.ts";
import type { DownStep } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import { fillTray, mixUp, type MixUp, screwOf, type TrayGrid } from "../screws/index.ts";
import type { BenchState } from "./state.ts";
import type { Lot } from "./lots.ts";
import { routeDown } from "./route.ts";

/** Where each lot of a job goes when it is kept in cells. */
export interface TrayPlan {
  readonly grid: TrayGrid;
  /** 1-based cell by joint, for lots that are out and for those still to come. */
  readonly cells: ReadonlyMap<string, number>;
  readonly danger: number;
  readonly exact: boolean;
  /** Pairs in one cell that could be taken for each other, with what that risks. */
  readonly shared: readonly {
    readonly cell: number;
    readonly joints: readonly [string, string];
    readonly risk: MixUp;
  }[];
}

/**
 * Fills a tray with the lots that lie in its cells now, which stay, and those still to come out, in
 * the order they come. Undefined when there are more than it holds.
 */
export function trayPlan(model: Model, state: BenchState, grid: TrayGrid): TrayPlan | undefined {
  const lying = [...state.lots.values()].filter(
    ({ in: back, cell }) => back === undefined && cell !== undefined,
  );
  const coming = state.phase === "down" ? lotsOf(model.guide, routeDown(model, state).steps) : [];
  const fits = (cell: number): boolean => cell <= grid.rows * grid.columns;
  return planOf(model.guide, grid, [
    ...lying.map(({ joint, cell, out }) => ({
      joint,
      cell: fits(cell!) ? cell : undefined,
      count: out,
    })),
    ...coming.map((joint) => ({
      joint,
      cell: undefined,
      count: screwsOf(model.guide, joint).count,
    })),
  ]);
}

/** The tray of a plan that is not begun. */
export const trayOfPlan = (
  guide: Guide,
  down: readonly DownStep[],
  grid: TrayGrid,
): TrayPlan | undefined =>
  planOf(
    guide,
    grid,
    lotsOf(guide, down).map((joint) => ({
      joint,
      cell: undefined,
      count: screwsOf(guide, joint).count,
    })),
  );

const screwsOf = (guide: Guide, id: string): ScrewsJoint => guide.joints[id] as ScrewsJoint;

/** The lots that come out, in that order; what is captive stays in. */
export function lotsOf(guide: Guide, down: readonly DownStep[]): readonly string[] {
  return down.flatMap((step) => {
    if (step.do !== "release") return [];
    const joint = guide.joints[step.joint]!;
    return joint.kind === "screws" && joint.captive !== true ? [step.joint] : [];
  });
}

function planOf(
  guide: Guide,
  grid: TrayGrid,
  lots: readonly {
    readonly joint: string;
    readonly cell: number | undefined;
    readonly count: number;
  }[],
): TrayPlan | undefined {
  const known = lots.map(({ joint, cell, count }) => ({
    id: joint,
    screw: screwOf(screwsOf(guide, joint)),
    count,
    ...(cell === undefined ? {} : { cell }),
  }));
  const tray = fillTray(known, grid);
  if (!tray) return undefined;
  const shared = known.flatMap((a, i) =>
    known.slice(i + 1).flatMap((b, k) => {
      const isShared = tray.cells[i] === tray.cells[i + 1 + k];
      const risk = isShared ? mixUp(a.screw, b.screw) : undefined;
      return risk === undefined
        ? []
        : [{ cell: tray.cells[i]!, joints: [a.id, b.id] as const, risk }];
    }),
  );
  return {
    grid,
    cells: new Map(known.map(({ id }, i) => [id, tray.cells[i]!])),
    danger: tray.danger,
    exact: tray.exact,
    shared,
  };
}

/** The guides a lead lies in, to be followed back from its plug: routes that share a part with it. */
export function leadRoute(guide: Guide, id: string): readonly string[] {
  const joint: GuideJoint = guide.joints[id]!;
  if (joint.kind !== "connector") return [];
  const lead = joint.joins.slice(1);
  return Object.entries(guide.joints).flatMap(([other, { kind, joins }]) =>
    kind === "route" && joins.some((part) => lead.includes(part)) ? [other] : [],
  );
}

/** Screws of all lots by where they are now. */
export interface Whereabouts {
  readonly out: number;
  readonly back: number;
  readonly parked: number;
  readonly shortAtIntake: number;
  readonly lost: number;
}

export function whereabouts(lots: readonly Lot[]): Whereabouts {
  const sum = (of: (lot: Lot) => number): number => lots.reduce((total, lot) => total + of(lot), 0);
  const short = (lot: Lot, reason: string): number =>
    (lot.outDiffers?.reason === reason ? Math.max(0, lot.expected - lot.out) : 0) +
    (lot.inDiffers?.reason === reason ? Math.max(0, lot.out - (lot.in ?? 0)) : 0);
  const away = (lot: Lot): number => (lot.in === undefined ? lot.out : 0);
  return {
    out: sum((lot) => (lot.lies === "parked" ? 0 : away(lot))),
    back: sum((lot) => lot.in ?? 0),
    parked: sum((lot) => (lot.lies === "parked" ? away(lot) : 0)),
    shortAtIntake: sum((lot) => short(lot, "missing-at-intake")),
    lost: sum((lot) => short(lot, "lost")),
  };
}
