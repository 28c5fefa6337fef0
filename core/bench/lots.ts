import type { Guide } from "../guide/index.ts";
import type { CountDiffers, Entry, Habit } from "./events.ts";

/** One lot of screws as the ledger knows it. */
export interface Lot {
  readonly joint: string;
  /** What the guide says. */
  readonly expected: number;
  readonly out: number;
  /** undefined until it is made again. */
  readonly in: number | undefined;
  readonly cell: number | undefined;
  readonly lies: Habit;
  readonly outDiffers: CountDiffers | undefined;
  readonly inDiffers: CountDiffers | undefined;
  /** Screws that stayed on the bench when the lot went back an earlier time. */
  readonly loose: number;
}

type Release = Extract<Entry, { do: "release" }>;
type Make = Extract<Entry, { do: "make" }>;

/** How many screws are in a lot's holes: the guide's number, or as many as went back last. */
export const screwsIn = (before: Lot | undefined, count: number): number => before?.in ?? count;

/** Screws of a lot that lie on the bench: out, not back in, and not lost. */
export const looseOf = ({ out, in: back, inDiffers, loose }: Lot): number =>
  loose + (inDiffers?.reason === "lost" ? 0 : Math.max(0, out - (back ?? 0)));

/** A lot that comes out, perhaps not for the first time; `count` is the guide's number. */
export function takenOut(before: Lot | undefined, count: number, entry: Release): Lot {
  const out = entry.count ?? screwsIn(before, count);
  const known = before && out !== count ? shortBefore(before) : undefined;
  return {
    joint: entry.joint,
    expected: count,
    out,
    in: undefined,
    cell: entry.cell,
    lies: entry.cell === undefined ? (entry.lies ?? "mirror") : "cells",
    outDiffers: entry.differs ?? known,
    inDiffers: undefined,
    loose: before ? looseOf(before) : 0,
  };
}

/** A lot that goes back; what goes in beyond what came out was lying loose. */
export function putIn(lot: Lot, { count = lot.out, differs }: Make): Lot {
  const loose = Math.max(0, lot.loose - Math.max(0, count - lot.out));
  return { ...lot, in: count, inDiffers: differs, loose };
}

/** A lot of a machine that was closed and is opened once more: as it went in, the bench cleared since. */
export function fromLastTime(lot: Lot): Lot {
  if (lot.in === undefined) return { ...lot, loose: 0 };
  return { ...lot, out: lot.in, outDiffers: shortBefore(lot), inDiffers: undefined, loose: 0 };
}

/** Lots of a machine that came in with screws missing: those do not come out, as after an earlier time. */
export function withMissing(
  { joints }: Pick<Guide, "joints">,
  missing: Readonly<Record<string, number>>,
  before: ReadonlyMap<string, Lot>,
): ReadonlyMap<string, Lot> {
  const lots = new Map(before);
  for (const [id, count] of Object.entries(missing)) {
    const joint = joints[id];
    if (joint?.kind === "screws" && !lots.has(id)) lots.set(id, lotShort(id, joint.count, count));
  }
  return lots;
}

function lotShort(joint: string, expected: number, missing: number): Lot {
  const there = Math.max(0, expected - missing);
  return {
    joint,
    expected,
    out: there,
    in: there,
    cell: undefined,
    lies: "mirror",
    outDiffers: { reason: "missing-at-intake", note: "marked when it was taken in" },
    inDiffers: undefined,
    loose: 0,
  };
}

/** Why a lot that went in is not of the guide's number, where it is not. */
const shortBefore = ({ out, in: back, outDiffers, inDiffers }: Lot): CountDiffers | undefined =>
  back === out ? outDiffers : inDiffers;
