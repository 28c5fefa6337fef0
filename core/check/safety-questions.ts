import { type Finding, type Guide, holdsLid, isPermanent } from "../guide/index.ts";
import { type Model, permanentUnit } from "../rules/index.ts";
import { torqueFor } from "../screws/index.ts";
import { question } from "./question.ts";

/** Questions where a missing fact would let the bench lead past a hazard, or order the wrong part. */
export function safetyQuestions(model: Model): readonly Finding[] {
  const { guide } = model;
  return [
    ...leadsThatStay(guide),
    ...noStop(guide),
    ...oddTorque(guide),
    ...coolersWithoutOrder(guide),
    ...unitsWithoutCode(model),
    ...hingesAtOnce(guide),
  ];
}

/** A pivot is a hinge; a cable or an antenna that is tied for good and slack would stay behind. */
const leadsThatStay = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints).flatMap(([id, joint]) => {
    if (!isPermanent(joint) || joint.slack !== true) return [];
    const lead = joint.joins.find((p) => ["cable", "antenna"].includes(guide.parts[p]!.kind));
    if (lead === undefined) return [];
    return [question(`/joints/${id}/slack`, { type: "lead-stays", joint: id, part: lead })];
  });

/** What is hot or a glued pack, and is not marked so that the bench stops before its first joint. */
const noStop = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.parts).flatMap(([id, { kind, handling = [] }]) => {
    const isGlued = Object.values(guide.joints).some(
      (joint) => joint.kind === "adhesive" && joint.joins.includes(id),
    );
    const ask = (lacks: "lithium" | "hot") =>
      question(`/parts/${id}/handling`, { type: "no-stop", part: id, lacks });
    if (kind === "battery" && isGlued && !handling.includes("lithium")) return [ask("lithium")];
    const isWarm = handling.includes("paste") && kind !== "heatsink" && kind !== "motherboard";
    return isWarm && !handling.includes("hot") ? [ask("hot")] : [];
  });

const oddTorque = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints).flatMap(([id, joint]) => {
    if (joint.kind !== "screws" || joint.torque === undefined) return [];
    const { torque, thread } = joint;
    const usual = torqueFor(thread);
    if (!usual || (torque >= usual.low && torque <= usual.high)) return [];
    return [
      question(`/joints/${id}/torque`, { type: "torque-odd", joint: id, torque, thread, ...usual }),
    ];
  });

const coolersWithoutOrder = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints)
    .filter(([, joint]) => joint.kind === "screws" && joint.count > 2 && joint.order === undefined)
    .filter(([, { joins }]) => joins.some((p) => guide.parts[p]!.handling?.includes("paste")))
    .map(([id]) => question(`/joints/${id}/order`, { type: "cooler-no-order", joint: id }));

/** Parts that are tied for good are ordered as one: by a code on one of them. */
function unitsWithoutCode(model: Model): readonly Finding[] {
  const { guide } = model;
  const seen = new Set<number>();
  return [...model.partIds.keys()].flatMap((p) => {
    if (seen.has(p)) return [];
    const unit = [...permanentUnit(model, p)];
    for (const q of unit) seen.add(q);
    const parts = unit.map((q) => model.partIds[q]!);
    if (parts.length === 1 || parts.some((id) => guide.parts[id]!.codes !== undefined)) return [];
    return [question(`/parts/${parts[0]!}/codes`, { type: "unit-no-code", parts })];
  });
}

/** Screws that hold a lid, all in one lot, so that it drops with the last of them. */
const hingesAtOnce = (guide: Guide): readonly Finding[] =>
  Object.entries(guide.joints).flatMap(([id, joint]) => {
    if (joint.kind !== "screws" || joint.count < 2) return [];
    const isToDisplay = joint.joins.some((p) => guide.parts[p]!.kind === "display");
    const isToHinge = joint.joins.some((p) => guide.parts[p]!.kind === "hinge");
    const others = Object.entries(guide.joints).filter(
      ([other, { kind, joins }]) =>
        other !== id && kind === "screws" && joint.joins.every((p) => joins.includes(p)),
    );
    const isWithin = isToDisplay && isToHinge;
    if (!holdsLid(guide, joint) || isWithin || others.length > 0) return [];
    return [question(`/joints/${id}`, { type: "hinge-at-once", joint: id, count: joint.count })];
  });
