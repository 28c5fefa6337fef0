import { type Guide, partsOver, type Point } from "../../core/guide/index.ts";
import type { SavedState } from "../../core/plan/index.ts";
import type { View } from "../../core/practice/index.ts";
import type { MapMarks } from "../signs/map/looks.ts";

const NOTHING: MapMarks = {
  touched: new Set(),
  out: new Set(),
  inTheWay: new Set(),
  ahead: new Set(),
};

/** Parts that lie beside the machine. */
export const outOf = ({ stacks }: SavedState): ReadonlySet<string> =>
  new Set(stacks.slice(1).flat());

/** What the map shows of an exercise, and no more than the exercise lets be seen. */
export function marksOf(guide: Guide, view: Exclude<View, { kind: "paste" }>): MapMarks {
  switch (view.kind) {
    case "opens":
      return { ...NOTHING, touched: new Set([view.joint]), out: overJoint(guide, view.joint) };
    case "holds":
      return {
        ...NOTHING,
        touched: new Set([view.stuck, ...view.right]),
        out: outOf(view.machine),
        ahead: new Set(view.options),
      };
    case "order": {
      const { hint, machine } = view;
      const hinted = hint ? (hint.do === "release" ? [hint.joint] : hint.parts) : [];
      const shut = Object.keys(guide.joints).filter((id) => !machine.open.includes(id));
      return {
        ...NOTHING,
        touched: new Set(hinted),
        out: outOf(machine),
        inTheWay: new Set([view.target]),
        ahead: new Set(shut),
      };
    }
    case "build": {
      const { now, machine } = view;
      const things = now ? (now.do === "make" ? [now.joint] : now.parts) : [];
      return { ...NOTHING, touched: new Set(things), out: outOf(machine) };
    }
    case "screw":
      return { ...NOTHING, touched: new Set(view.right), ahead: new Set(view.options) };
    case "find":
      return NOTHING;
  }
}

/** Where on the map the answers of a question lie, each under its number; one that is drawn nowhere has none. */
export function answersOn(
  guide: Guide,
  view: Exclude<View, { kind: "paste" }>,
): readonly (Point | undefined)[] {
  if (view.kind !== "screw" && view.kind !== "holds") return [];
  return view.options.map((id) => guide.joints[id]?.at?.[0]);
}

/** To look at a joint what is over it is off. */
const overJoint = (guide: Guide, id: string): ReadonlySet<string> => new Set(partsOver(guide, id));
