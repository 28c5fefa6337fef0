/** What an A4 sheet takes with margins of 10 mm, mm. */
export const SHEET = { width: 190, height: 262 } as const;

export interface Tile {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A drawing cut into sheets at true size, row by row. 358 × 240 → two sheets side by side */
export function tilesOf(width: number, height: number): readonly Tile[] {
  const columns = Math.ceil(width / SHEET.width);
  const rows = Math.ceil(height / SHEET.height);
  return Array.from({ length: rows * columns }, (_, i) => {
    const x = (i % columns) * SHEET.width;
    const y = Math.floor(i / columns) * SHEET.height;
    return {
      x,
      y,
      width: Math.min(SHEET.width, width - x),
      height: Math.min(SHEET.height, height - y),
    };
  });
}
