import type { Guide } from "../../core/guide/index.ts";
import { type DownStep, stateOf } from "../../core/plan/index.ts";
import { liftOf, type OrderView } from "../../core/practice/index.ts";
import { modelOf } from "../../core/rules/index.ts";

/** The step that is meant when a part or a joint is tapped on the map. */
export function stepsOfTap(
  guide: Guide,
  { machine }: OrderView,
  thing: string,
): DownStep | undefined {
  if (Object.hasOwn(guide.joints, thing)) return { do: "release", joint: thing };
  const model = modelOf(guide);
  const part = model.partOf.get(thing);
  return part === undefined ? undefined : liftOf(model, stateOf(model, machine), part);
}
