import { seeded } from "../base/seeded.ts";

/**
 * A simulated scanner: the line it would send for a printed code. Prints are worn, so blanks and small
 * letters come along; the code itself is read right, as a scanner reads it or not at all.
 */
export function simulatedScanner(seed: number): (code: string) => string {
  const random = seeded(seed);
  return (code) => {
    const read = random() < 0.3 ? code.toLowerCase() : code;
    return `${random() < 0.2 ? " " : ""}${read}\r\n`;
  };
}
