import type { DriveSlot, MemoryFacts } from "../guide/index.ts";

/** Lengths of M.2 drives, mm; all are 22 wide. */
export const DRIVE_LENGTHS = [30, 42, 60, 80] as const;
export type DriveKey = "B" | "M" | "B+M";
export type DriveBus = DriveSlot["buses"][number];

export interface Drive {
  readonly length: number;
  readonly key: DriveKey;
  readonly bus: DriveBus;
}

/** What hinders a drive in a slot. */
export type DriveHindrance =
  | { readonly type: "key"; readonly slot: DriveKey; readonly drive: DriveKey }
  | { readonly type: "bus"; readonly slot: readonly DriveBus[]; readonly drive: DriveBus }
  | { readonly type: "length"; readonly places: readonly number[]; readonly drive: number }
  /** It fits when the standoff is moved. */
  | { readonly type: "standoff"; readonly from: number; readonly to: number };

/** All that hinders a drive in a slot; an empty list: it fits as it is. */
export function driveHindrances(slot: DriveSlot, drive: Drive): readonly DriveHindrance[] {
  const found: DriveHindrance[] = [];
  if (!drive.key.includes(slot.key)) found.push({ type: "key", slot: slot.key, drive: drive.key });
  if (!slot.buses.includes(drive.bus)) {
    found.push({ type: "bus", slot: slot.buses, drive: drive.bus });
  }
  if (!slot.lengths.includes(drive.length)) {
    found.push({ type: "length", places: slot.lengths, drive: drive.length });
  } else if (slot.standoff !== drive.length) {
    found.push({ type: "standoff", from: slot.standoff, to: drive.length });
  }
  return found;
}

export interface Module {
  readonly generation: string;
  readonly speed: number;
  readonly size: number;
}

/** Why modules do not fit: another generation, more than there are slots, more than it can address. */
export type MemoryAgainst =
  | { readonly type: "generation"; readonly module: string; readonly slot: string }
  | { readonly type: "slots"; readonly modules: number; readonly slots: number }
  | { readonly type: "too-much"; readonly total: number; readonly most: number };

/** What comes of modules that fit. Speeds in MT/s. */
export type MemoryRemark =
  | { readonly type: "held-back"; readonly speed: number }
  | { readonly type: "slows-all"; readonly speed: number }
  | { readonly type: "unlike-halves" }
  | { readonly type: "unlike-modules" };

export interface MemoryFit {
  /** GB with these modules in. */
  readonly total: number;
  /** MT/s that all of them run at. */
  readonly speed: number;
  /** Empty: they fit. */
  readonly against: readonly MemoryAgainst[];
  readonly remarks: readonly MemoryRemark[];
}

/** Whether modules fit a machine, and what comes of it: generation, slots, maximum, common speed, pairs. */
export function memoryFit(facts: MemoryFacts, modules: readonly Module[]): MemoryFit {
  const total = facts.soldered + modules.reduce((sum, { size }) => sum + size, 0);
  const speed = Math.min(facts.speed, ...modules.map((module) => module.speed));
  const against: MemoryAgainst[] = modules
    .filter(({ generation }) => generation !== facts.generation)
    .map(({ generation }) => ({ type: "generation", module: generation, slot: facts.generation }));
  if (modules.length > facts.slots) {
    against.push({ type: "slots", modules: modules.length, slots: facts.slots });
  }
  if (total > facts.most) against.push({ type: "too-much", total, most: facts.most });
  const remarks: MemoryRemark[] = [];
  if (modules.some((module) => module.speed > facts.speed)) {
    remarks.push({ type: "held-back", speed: facts.speed });
  }
  if (modules.some((module) => module.speed < facts.speed)) {
    remarks.push({ type: "slows-all", speed });
  }
  if (facts.soldered > 0 && modules.some(({ size }) => size !== facts.soldered)) {
    remarks.push({ type: "unlike-halves" });
  }
  if (new Set(modules.map(({ size, speed: own }) => `${size} ${own}`)).size > 1) {
    remarks.push({ type: "unlike-modules" });
  }
  return { total, speed, against, remarks };
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
