import { currentHash, guideVersion } from "../../data/guide/index.server.ts";
import { keepHandWay } from "../../data/people/index.server.ts";
import type { Act } from "../act.server.ts";

/** Keeps which way of the hand is somebody's own on the machines of a guide. False: the guide has no such way. */
export async function goThisWay(
  { db, actor }: Act,
  guideId: string,
  choice: string,
  way: string,
): Promise<boolean> {
  const hash = await currentHash(db, guideId);
  const guide = hash === undefined ? undefined : await guideVersion(db, hash);
  const hands = guide?.ok ? (guide.value.hands ?? {}) : {};
  const isKnown = Object.hasOwn(hands, choice) && Object.hasOwn(hands[choice]!.ways, way);
  if (isKnown) await keepHandWay(db, { person: actor.id, guideId, choice, way });
  return isKnown;
}
