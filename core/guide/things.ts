import type { Guide, PartKind } from "./types.ts";

/** Whether an id is that of a part or a joint: both are things of a guide, and no two have one id. */
export const isThing = ({ parts, joints }: Pick<Guide, "parts" | "joints">, id: string): boolean =>
  Object.hasOwn(parts, id) || Object.hasOwn(joints, id);

/** What a part lies over, as all covers say it. */
export const liesOver = ({ covers }: Pick<Guide, "covers">, part: string): readonly string[] =>
  covers.flatMap((cover) => (cover.part === part ? cover.over : []));

/** The parts that lie over a thing. */
export const partsOver = ({ covers }: Pick<Guide, "covers">, id: string): readonly string[] =>
  covers.flatMap(({ part, over }) => (over.includes(id) ? [part] : []));

/** The parts of a machine that are of a kind. */
export const partsOf = ({ parts }: Guide, kind: PartKind): readonly string[] =>
  Object.keys(parts).filter((part) => parts[part]!.kind === kind);
