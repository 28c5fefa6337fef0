import { pick, seeded } from "../core/base/seeded.ts";
import type { Cover, Guide, GuideJoint, GuidePart, Order } from "../core/guide/index.ts";
import type { Job } from "../core/rules/index.ts";
import { clips, guide, part, plug, screws } from "./builders.ts";

/** A small random machine with every kind of fact in it, and a job on it. Not always possible. */
export function randomCase(seed: number, most = 6): { readonly guide: Guide; readonly job: Job } {
  const random = seeded(seed);
  const chance = (p: number): boolean => random() < p;
  const count = 3 + Math.floor(random() * (most - 2));
  const ids = Array.from({ length: count }, (_, i) => `p${i}`);
  const parts: Record<string, GuidePart> = {};
  for (const [i, id] of ids.entries()) {
    parts[id] = part(i === 0 ? undefined : chance(0.6) ? "p0" : pick(random, ids.slice(0, i)), {
      lift: pick(random, [0.1, 0.3, 0.3, 0.8]),
      ...(i > 0 && chance(0.25) ? { handling: ["esd"] } : {}),
      ...(chance(0.1) ? { beforePower: true } : {}),
    });
  }
  const joints: Record<string, GuideJoint> = {};
  const jointCount = count + Math.floor(random() * 4);
  for (let k = 0; k < jointCount; k++) {
    const joins = someOf(random, ids, chance(0.15) ? 3 : 2);
    const more = {
      ...(chance(0.12) ? { slack: true } : {}),
      ...(chance(0.06) ? { permanent: true } : {}),
      ...(chance(0.2) ? { fragile: pick(random, [1, 2] as const) } : {}),
    };
    const roll = random();
    joints[`j${k}`] =
      roll < 0.35
        ? plug(joins, { ...more, ...(chance(0.2) ? { power: true } : {}) })
        : roll < 0.5
          ? clips(joins, more)
          : roll < 0.6
            ? { kind: "tape", joins, ...more, apply: k % 2 === 0 ? "before" : "after" }
            : screws(joins, { ...more, count: pick(random, [1, 2, 4]) });
  }
  const covers: Cover[] = [];
  for (let k = 0; k < count; k++) {
    const over = pick(random, [...ids, ...Object.keys(joints)]);
    const x = pick(random, ids.slice(1));
    if (over === x || joints[over]?.joins.includes(x)) continue;
    covers.push({ part: x, over: [over] });
  }
  const orders: Order[] = [];
  if (chance(0.5)) {
    const [first, then] = someOf(random, [...ids.slice(1), ...Object.keys(joints)], 2);
    orders.push({
      first: first!,
      then: then!,
      strength: pick(random, ["must", "advised"]),
      why: "x",
    });
  }
  const targets = someOf(random, ids, chance(0.3) ? 2 : 1);
  const job: Job = {
    for: chance(0.15) ? [] : targets,
    reach: chance(0.25) ? [pick(random, [...ids, ...Object.keys(joints)])] : [],
    new: chance(0.3) ? someOf(random, ids, 1).filter((id) => !targets.includes(id)) : [],
    mode: pick(random, ["book", "short"]),
  };
  const whole = job.for.length + job.reach!.length === 0 ? { ...job, for: targets } : job;
  return { guide: guide({ parts, joints, covers, orders }), job: whole };
}

function someOf<T>(random: () => number, items: readonly T[], count: number): T[] {
  const left = [...items];
  return Array.from({ length: Math.min(count, left.length) }, () =>
    left.splice(Math.floor(random() * left.length), 1),
  ).flat();
}

/**
 * The same machine with an outer battery behind a latch, the latch on the machine or on the battery, and
 * at times a plug to open: what the second half of the power rules is about.
 */
export function randomOuterCase(
  seed: number,
  most = 6,
): { readonly guide: Guide; readonly job: Job } {
  const { guide: inner, job } = randomCase(seed, most);
  const random = seeded(seed + 7_000_003);
  const ids = Object.keys(inner.parts);
  const held = pick(random, ids);
  const isHost = random() < 0.4;
  const joints: Record<string, GuideJoint> = {
    ...inner.joints,
    catch: { kind: "latch", joins: isHost ? ["pack", held] : [held, "pack"], power: true },
  };
  if (random() < 0.3) joints["pack-screw"] = screws(["pack", pick(random, ids)]);
  const pack = part(pick(random, ["p0", held]), { kind: "battery", handling: ["lithium"] });
  const covers: Cover[] = [...inner.covers];
  const under = pick(random, Object.keys(inner.joints));
  if (random() < 0.4) covers.push({ part: "pack", over: [under] });
  const free = Object.keys(joints).filter((id) => joints[id]!.permanent !== true);
  return {
    guide: { ...inner, parts: { ...inner.parts, pack }, joints, covers },
    job: random() < 0.4 ? { ...job, open: [pick(random, free)] } : job,
  };
}
