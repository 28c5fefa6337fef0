import { type Finding, type Guide, isShell, type PartKind } from "../guide/index.ts";
import type { Plan } from "../plan/index.ts";
import type { Model } from "../rules/index.ts";
import { question } from "./question.ts";

/** What a hand at the machine would ask about its guide. */
export const handQuestions = (
  model: Model,
  plans: ReadonlyMap<string, Plan>,
): readonly Finding[] => [
  ...againstHands(plans),
  ...packUncovered(model),
  ...heldElsewhere(model),
  ...noPlug(model),
  ...namesAlike(model.guide),
];

/** Steps against hands that no order of a plan spares: the facts may be wrong. */
function againstHands(plans: ReadonlyMap<string, Plan>): readonly Finding[] {
  const found = new Map<string, Finding>();
  for (const { forced, handlingExact, careful } of plans.values()) {
    if (!handlingExact) continue;
    for (const { rule, things, because } of forced) {
      // A job that leaves the power on has another way; it says nothing of the facts.
      if (rule === "live" && careful) continue;
      const thing = things[0]!;
      const path = `/hands/${rule}/${thing}`;
      found.set(path, question(path, { type: "against-hands", rule, thing, because }));
    }
  }
  return [...found.values()];
}

/** A pack with a plug inside, and nothing of the shell over it: it would be looked at through a shut machine. */
const packUncovered = ({ guide, partIds, overPart, cuts, joins }: Model): readonly Finding[] =>
  partIds.flatMap((id, p) => {
    const isPack = guide.parts[id]!.handling?.includes("lithium") ?? false;
    const isInside = cuts.some(
      ({ joint, battery }) => battery === undefined && joins[joint]!.includes(p),
    );
    const isCovered = overPart[p]!.some((x) => isShell(guide.parts[partIds[x]!]!));
    if (!isPack || !isInside || isCovered) return [];
    return [question(`/covers/pack/${id}`, { type: "pack-uncovered", part: id })];
  });

/** A part that lies on another and is joined only to something else: its own joint is likely forgotten. */
const heldElsewhere = ({
  guide,
  partIds,
  partOf,
  below,
  jointsOfPart,
  joins,
}: Model): readonly Finding[] =>
  partIds.flatMap((id, p) => {
    const on = guide.parts[id]!.on;
    const [only, second] = jointsOfPart[p]!;
    if (on === undefined || only === undefined || second !== undefined) return [];
    const under = new Set([partOf.get(on)!, ...below[p]!]);
    const others = joins[only]!.filter((q) => q !== p);
    // What lies on it may be all that ties it, too: a tape over a bracket.
    if (others.some((q) => under.has(q) || below[q]!.includes(p))) return [];
    const to = partIds[others[0]!]!;
    return [question(`/parts/${id}/on`, { type: "held-elsewhere", part: id, on, to })];
  });

/** Parts that nothing works without a plug, a socket or a contact to the rest. */
const PLUGGED: ReadonlySet<PartKind> = new Set<PartKind>([
  ...(["battery", "fan", "jack", "keyboard", "touchpad", "display", "wifi", "storage"] as const),
  ...(["memory", "speaker", "daughterboard", "optical"] as const),
]);

/** A part that works by a plug, and has none: a lead or a plug board between was likely left out. */
const noPlug = ({ guide, partIds, jointIds, joins, permanent }: Model): readonly Finding[] =>
  partIds.flatMap((id, p) => {
    if (!PLUGGED.has(guide.parts[id]!.kind)) return [];
    const isLead = (q: number): boolean => guide.parts[partIds[q]!]!.kind === "cable";
    // What is tied to it for good, and a lead that is joined to it in any way, plugs for it.
    const unit = new Set([p]);
    for (const q of unit) {
      for (const [j, list] of joins.entries()) {
        if (!list.includes(q)) continue;
        for (const other of list) if (permanent[j] || isLead(other)) unit.add(other);
      }
    }
    const isPlugged = jointIds.some((joint, j) => {
      const { kind, power } = guide.joints[joint]!;
      return (kind === "connector" || power === true) && joins[j]!.some((q) => unit.has(q));
    });
    return isPlugged ? [] : [question(`/plug/${id}`, { type: "no-plug", part: id })];
  });

/** Parts, or joints, that an author gave one name: spoken, nobody can tell them apart. */
function namesAlike({ parts, joints }: Guide): readonly Finding[] {
  const alike = (
    what: "parts" | "joints",
    named: Readonly<Record<string, { readonly name?: string }>>,
  ) => {
    const by = new Map<string, string[]>();
    for (const [id, { name }] of Object.entries(named)) {
      if (name === undefined) continue;
      const key = name.trim().toLowerCase();
      by.set(key, [...(by.get(key) ?? []), id]);
    }
    return [...by.values()]
      .filter(({ length }) => length > 1)
      .map((ids) => question(`/${what}/${ids.at(-1)!}/name`, { type: "names-alike", ids }));
  };
  return [...alike("parts", parts), ...alike("joints", joints)];
}
