import type { GuideJoint, GuidePart } from "../guide/index.ts";
import type { Act } from "./log.ts";

type Joints = Readonly<Record<string, GuideJoint>>;

/** Joints of this name nobody has entered: they stand for whatever keeps parts together. */
const ASSUMED = "together-";

/**
 * What nobody has taken apart stays together, as far as anybody knows: parts that came off as one though nothing
 * that was entered holds them, and parts that have never come off the frame. Each such bond is a joint made for
 * good; it is gone as soon as the two are seen to part.
 */
export function bondsOf(
  parts: Readonly<Record<string, GuidePart>>,
  joints: Joints,
  runs: readonly (readonly Act[])[],
): Joints {
  const acts = runs.flat();
  const opened = new Set(acts.flatMap((act) => (act.do === "release" ? [act.joint] : [])));
  const shut = Object.entries(joints).filter(
    ([id, { slack }]) => !opened.has(id) && slack !== true,
  );
  const bonds = unparted(parts, acts).flatMap((group) => {
    const [first, ...others] = piecesOf(
      group,
      shut.map(([, { joins }]) => joins),
    );
    return others.map((piece) => [first![0]!, piece[0]!]);
  });
  return Object.fromEntries(
    bonds.map((joins, i): [string, GuideJoint] => [
      `${ASSUMED}${i + 1}`,
      { kind: "weld", joins, permanent: true },
    ]),
  );
}

/** The parts in groups that no lift has told apart; the frame is the first of its own. */
function unparted(
  parts: Readonly<Record<string, GuidePart>>,
  acts: readonly Act[],
): readonly (readonly string[])[] {
  const lifts = acts.flatMap((act) => (act.do === "lift" ? [new Set(act.parts)] : []));
  const groups = new Map<string, string[]>();
  for (const id of Object.keys(parts)) {
    const key = lifts.map((lift) => (lift.has(id) ? 1 : 0)).join("");
    const group = groups.get(key) ?? [];
    if (parts[id]!.on === undefined) group.unshift(id);
    else group.push(id);
    groups.set(key, group);
  }
  return [...groups.values()];
}

/** A group in pieces that joints hold together, each with its earliest part first. */
function piecesOf(
  group: readonly string[],
  joins: readonly (readonly string[])[],
): readonly (readonly string[])[] {
  const left = new Set(group);
  const pieces: string[][] = [];
  for (const id of group) {
    if (!left.delete(id)) continue;
    const piece = [id];
    for (const at of piece) {
      for (const list of joins) {
        if (!list.includes(at)) continue;
        for (const other of list) if (left.delete(other)) piece.push(other);
      }
    }
    pieces.push(piece);
  }
  return pieces;
}
