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

/** Why a lot that went in is not of the guide's number, where it is not. */
const shortBefore = ({ out, in: back, outDiffers, inDiffers }: Lot): CountDiffers | undefined =>
  back === out ? outDiffers : inDiffers;
