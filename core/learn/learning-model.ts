import { reader } from "../base/ajv.ts";
import { type Guide, guideSchema, parseGuide } from "../guide/index.ts";
import { type Learning, type Model, modelOf } from "../rules/index.ts";
import { begunWith, benchGuide, safeGuide } from "./guides.ts";
import { asSightings, enteredSchema, type Sighting } from "./log.ts";

const MOST = 50;
/** What is entered at once is a lot, a part, a picture: far less than this. */
const MOST_LETTERS = 64_000;
const readEntered = reader<readonly Sighting[]>({ $defs: guideSchema.$defs, ...enteredSchema });

/** The model of a guide; of one that is learnt at the bench, one that grows with what is entered and done there. */
export function learningModel(guide: Guide): Model {
  const begun = begunWith(guide);
  if (!begun) return modelOf(guide);
  const { before } = begun;
  const kept = new Map<string, Model>();
  const learning: Learning = {
    grow: (sightings) => {
      const key = JSON.stringify(sightings);
      const known = kept.get(key);
      if (known) return known;
      const grown = modelOf(benchGuide(begun, asSightings(sightings)));
      const model = { ...grown, learning };
      if (kept.size >= MOST) kept.delete(kept.keys().next().value!);
      kept.set(key, model);
      return model;
    },
    planBy: (job) => {
      const wasDone = (id: string): boolean => before.wasDone[before.thing(id) ?? -1] === 1;
      const asked = [...job.for, ...(job.reach ?? []), ...(job.open ?? [])];
      return asked.every(wasDone) ? safeGuide(before) : learning.grow([]).guide;
    },
    misfit,
  };
  return learning.grow([]);
}

/** Whether what was entered makes a guide; else where it does not. */
const misfit: Learning["misfit"] = (entered, guide) => {
  if (JSON.stringify(entered).length > MOST_LETTERS) return "its length";
  const read = readEntered(entered);
  if (!read.ok) return read.error[0]?.instancePath ?? "";
  for (const one of read.value) {
    if (one.do === "part" && Object.hasOwn(guide.joints, one.part)) return one.part;
    if (one.do !== "joint") continue;
    if (Object.hasOwn(guide.parts, one.joint)) return one.joint;
    const { facts } = one;
    const stranger = facts.joins.find((id) => !Object.hasOwn(guide.parts, id));
    if (stranger !== undefined) return stranger;
    const isCounted = facts.kind !== "screws" || !facts.at || facts.at.length === facts.count;
    if (!isCounted || new Set(facts.joins).size < facts.joins.length) return one.joint;
  }
  const whole = parseGuide(guide);
  return whole.ok ? undefined : (whole.error[0]?.path ?? "");
};
