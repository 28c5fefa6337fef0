/** Lengths in metres, forces in newtons, times in seconds, pressures in pascals. */
export interface Plate {
  /** Of the die, m. */
  readonly width: number;
  readonly height: number;
  /** Dynamic viscosity of the paste, Pa·s. */
  readonly viscosity: number;
  /** The gap at which its filler bears: it is pressed no thinner, m. */
  readonly least: number;
}

/** What presses for how long: each force where it acts, from the middle of the die. */
export interface Press {
  readonly seconds: number;
  /** Where the plate is kept from coming up further than this gap, m: under the heads of its screws. */
  readonly stops: readonly { readonly x: number; readonly y: number; readonly gap: number }[];
  readonly forces: readonly { readonly x: number; readonly y: number; readonly newtons: number }[];
}

/** Paste under a plate: how much lies in each cell (as the height that it would fill, m), and the gap as a plane. */
export interface Bed {
  readonly columns: number;
  readonly rows: number;
  readonly paste: Float64Array;
  /** Gap in the middle, and how it grows to the right and downwards, m and m/m. */
  readonly gap: number;
  readonly tiltX: number;
  readonly tiltY: number;
  /** What has left over the edge, m³. */
  readonly over: number;
  /** The most that one corner of the die has borne while the plate lay askew, N. */
  readonly borne: number;
}

/** The gap over a spot that is x, y from the middle. */
export const gapAt = ({ gap, tiltX, tiltY }: Bed, x: number, y: number): number =>
  gap + tiltX * x + tiltY * y;

/** The middle of a cell, from the middle of the die. */
export const middleOfCell = (
  { columns, rows }: Pick<Bed, "columns" | "rows">,
  { width, height }: Pick<Plate, "width" | "height">,
  cell: number,
): { readonly x: number; readonly y: number } => ({
  x: (((cell % columns) + 0.5) / columns - 0.5) * width,
  y: ((Math.floor(cell / columns) + 0.5) / rows - 0.5) * height,
});
