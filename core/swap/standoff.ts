import type { Guide } from "../guide/index.ts";

/**
 * The joint by which the standoff of a drive can be moved: the drive is screwed to a part of its own that is
 * screwed to something else. Undefined where the standoff is fixed.
 */
export function standoffJoint({ parts, joints }: Guide, drive: string): string | undefined {
  const all = Object.entries(joints).filter(([, { kind }]) => kind === "screws");
  const standoffs = all.flatMap(([, { joins }]) =>
    joins.length === 2 && joins.includes(drive)
      ? joins.filter((id) => id !== drive && parts[id]!.kind === "bracket")
      : [],
  );
  return all.find(
    ([, { joins }]) => !joins.includes(drive) && joins.some((id) => standoffs.includes(id)),
  )?.[0];
}
