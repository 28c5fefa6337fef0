import { seeded } from "../base/seeded.ts";

/** What a caliper sends on its line: one reading in millimetres. ["  4.02 mm\\r"] → 4.02 */
export function parseCaliperLine(line: string): number | undefined {
  const match = /^\s*([+-]?\d{1,3}(?:[.,]\d{1,3})?)\s*(mm|in)?\s*$/i.exec(line);
  if (!match) return undefined;
  const value = Number(match[1]!.replace(",", "."));
  return match[2]?.toLowerCase() === "in" ? Math.round(value * 25.4 * 100) / 100 : value;
}

/** A simulated caliper: the lines it would send for true lengths, off by up to its tolerance. */
export function simulatedCaliper(seed: number, tolerance: number): (mm: number) => string {
  const random = seeded(seed);
  return (mm) => {
    const off = tolerance * (random() + random() - 1);
    return `${(mm + off).toFixed(2)} mm\r\n`;
  };
}
