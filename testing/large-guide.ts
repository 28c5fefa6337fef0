import { pick, seeded } from "../core/base/seeded.ts";
import type { Cover, Guide, GuideJoint, GuidePart } from "../core/guide/index.ts";
import { clips, guide, part, plug, screws } from "./builders.ts";

/**
 * A generated machine of so many parts, built like a laptop: modules in a frame under a base, small
 * parts on the modules, leads between modules, brackets over plugs. Each part can be a target.
 */
export function largeGuide(parts: number, seed: number): Guide {
  const random = seeded(seed);
  const facts: Record<string, GuidePart> = { frame: part(), base: part("frame", { lift: 0.4 }) };
  const joints: Record<string, GuideJoint> = {
    "base-screws": screws(["base", "frame"], { count: 8 }),
    "base-clips": clips(["base", "frame"]),
  };
  const covers: Cover[] = [];
  const modules: string[] = [];
  while (Object.keys(facts).length < parts) {
    const id = `p${Object.keys(facts).length}`;
    if (modules.length < 3 || random() < 0.35) {
      facts[id] = part("frame", { lift: pick(random, [0.2, 0.3, 1]) });
      joints[`${id}-screws`] = screws([id, "frame"], {
        count: 1 + Math.floor(4 * random()),
        drive: pick(random, ["PH0", "PH1", "T5"]),
      });
      const other = modules.at(-1 - Math.floor(random() * Math.min(4, modules.length)));
      if (other !== undefined) {
        joints[`${id}-plug`] = plug([other, id], { fragile: pick(random, [0, 0, 1, 2]) });
        if (random() < 0.3) covers.push({ part: id, over: [`${other}-screws`] });
      }
      modules.push(id);
      continue;
    }
    const on = pick(random, modules);
    facts[id] = part(on, { lift: 0.1 });
    joints[`${id}-hold`] = random() < 0.5 ? screws([id, on]) : plug([on, id]);
    const target = `${on}-plug`;
    if (random() < 0.3 && joints[target] && !joints[target].joins.includes(id)) {
      covers.push({ part: id, over: [target] });
    }
  }
  const inside = Object.keys(joints).filter((id) => !id.startsWith("base"));
  covers.push({ part: "base", over: [...inside, ...modules] });
  joints["p2-power"] = plug(["p3", "p2"], { power: true });
  covers.push({ part: "base", over: ["p2-power"] });
  return guide({ id: `generated-${parts}`, parts: facts, joints, covers });
}
