import type { Problem } from "../rules/index.ts";

/**
 * How far each joint and part is from what a job is about: 0 for its targets, their joints and what is to be opened or
 * reached; one more for what lies over these, and for the joints of that; and so on. What no such way leads to is as
 * far as can be.
 */
export function farness({ model, goal }: Problem): {
  readonly joint: Int16Array;
  readonly part: Int16Array;
} {
  const none = model.partIds.length;
  const joint = new Int16Array(model.jointIds.length).fill(none);
  const part = new Int16Array(model.partIds.length).fill(none);
  const met: number[] = [];
  const meet = (parts: readonly number[], far: number): void => {
    for (const p of parts) {
      if (part[p]! <= far) continue;
      part[p] = far;
      met.push(p);
    }
  };
  meet([...goal.units.flatMap(({ parts }) => [...parts]), ...goal.reachParts], 0);
  for (const j of [...goal.openJoints, ...goal.reachJoints]) {
    joint[j] = 0;
    meet(model.overJoint[j]!, 1);
  }
  for (const p of met) {
    const far = part[p]!;
    meet(model.overPart[p]!, far + 1);
    for (const j of model.jointsOfPart[p]!) {
      joint[j] = Math.min(joint[j]!, far);
      meet(model.overJoint[j]!, far + 1);
    }
  }
  return { joint, part };
}
