/** What a ticket waits for; "nothing" once the machine is back with its owner. */
export const WAITS = [
  "finding",
  "customer",
  "part",
  "bench",
  "soak",
  "collection",
  "nothing",
] as const;
export type Wait = (typeof WAITS)[number];

/** What a customer brings a machine for. */
export const WORKS = ["replace", "find", "upgrade", "clean", "cosmetic"] as const;
export type Work = (typeof WORKS)[number];

/** How far the bench is with the machine: a fact of its ledger. */
export type BenchPhase = "idle" | "open" | "closed";

/** Whole days from one ISO day to another; negative when it has passed. [2026-03-01, 2026-03-04] → 3 */
export function daysBetween(from: string, to: string): number {
  const day = (iso: string): number => Date.parse(`${iso.slice(0, 10)}T00:00:00Z`) / 86_400_000;
  return Math.round(day(to) - day(from));
}

/** The ISO day so many days after one. [2026-02-27, 3] → 2026-03-02 */
export const dayAfter = (day: string, days: number): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
