import type { DriveSlot, MemoryFacts } from "../guide/types.ts";

/** Lengths of M.2 drives, mm; all are 22 wide. */
export const DRIVE_LENGTHS = [30, 42, 60, 80] as const;
export type DriveLength = (typeof DRIVE_LENGTHS)[number];
export type DriveKey = "B" | "M" | "B+M";
export type DriveBus = DriveSlot["buses"][number];

export interface Drive {
  readonly length: number;
  readonly key: DriveKey;
  readonly bus: DriveBus;
}

/** What hinders a drive in a slot, each with what to do; an empty list: it fits. */
export function driveHindrances(slot: DriveSlot, drive: Drive): readonly string[] {
  const found: string[] = [];
  if (!drive.key.includes(slot.key))
    found.push(`the slot has key ${slot.key}, the drive ${drive.key}`);
  if (!slot.buses.includes(drive.bus)) {
    found.push(`the slot speaks ${slot.buses.join(" and ")}, the drive ${drive.bus}`);
  }
  if (!slot.lengths.includes(drive.length)) {
    found.push(
      `22${drive.length} does not fit: there is a place for ${slot.lengths.map((mm) => `22${mm}`).join(", ")}`,
    );
  } else if (slot.standoff !== drive.length) {
    found.push(
      `move the standoff from 22${slot.standoff} to 22${drive.length}, or the drive bends`,
    );
  }
  return found;
}

export interface Module {
  readonly generation: string;
  readonly speed: number;
  readonly size: number;
}

export interface MemoryFit {
  readonly fits: boolean;
  /** GB with these modules in. */
  readonly total: number;
  /** MT/s that all of them run at. */
  readonly speed: number;
  readonly says: readonly string[];
}

/** Whether modules fit a machine, and what comes of it: generation, slots, maximum, common speed, pairs. */
export function memoryFit(facts: MemoryFacts, modules: readonly Module[]): MemoryFit {
  const total = facts.soldered + modules.reduce((sum, { size }) => sum + size, 0);
  const speed = Math.min(facts.speed, ...modules.map((module) => module.speed));
  const against = [
    ...modules
      .filter(({ generation }) => generation !== facts.generation)
      .map(({ generation }) => `${generation} does not go into a ${facts.generation} slot`),
    ...(modules.length > facts.slots
      ? [`${modules.length} modules for ${facts.slots === 1 ? "one slot" : `${facts.slots} slots`}`]
      : []),
    ...(total > facts.most ? [`${total} GB is more than the ${facts.most} GB it can address`] : []),
  ];
  const remarks = [
    ...(modules.some((module) => module.speed > facts.speed)
      ? [`they run at ${facts.speed} MT/s, slower than they could`]
      : []),
    ...(modules.some((module) => module.speed < facts.speed)
      ? [`all memory slows down to ${speed} MT/s`]
      : []),
    ...(facts.soldered > 0 && modules.some(({ size }) => size !== facts.soldered)
      ? ["unlike halves: only the equal part runs in pairs"]
      : []),
    ...(new Set(modules.map(({ size, speed: own }) => `${size} ${own}`)).size > 1
      ? ["unlike modules: if the memory test fails, try each alone before blaming one"]
      : []),
  ];
  return { fits: against.length === 0, total, speed, says: [...against, ...remarks] };
}

export type CodeMatch = "same" | "revision" | "other";

/**
 * Compares the codes on the old and the new part as a scanner or a hand types them: blanks, dashes and
 * case do not count. A code that differs only in a last revision letter or figure may do: look it up.
 */
export function compareCodes(old: string, fresh: string): CodeMatch {
  const plain = (code: string): string => code.replace(/[\s\-_.]/g, "").toUpperCase();
  const [a, b] = [plain(old), plain(fresh)];
  if (a === b) return "same";
  return a.length === b.length && a.length > 3 && a.slice(0, -1) === b.slice(0, -1)
    ? "revision"
    : "other";
}
