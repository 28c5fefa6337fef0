import { unreachable } from "../base/result.ts";
import type { Guide, GuideJoint, GuidePart, PartKind, Point } from "../guide/index.ts";

/** Of a guide, what its parts and joints are called by. */
export type NamedGuide = Pick<Guide, "parts" | "joints">;

/** A name as it stands inside a sentence: "palm rest", while "Wi-Fi card" keeps its capitals. */
export const lower = (name: string): string =>
  /^[A-Z][a-z]+(?![a-z]*-[A-Z])/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;

const known = new WeakMap<NamedGuide["joints"], ReadonlyMap<string, string>>();

/** What each joint of a guide is called inside a sentence: no two alike. Worked out once for a guide. */
export function jointNames(guide: NamedGuide): ReadonlyMap<string, string> {
  let names = known.get(guide.joints);
  if (!names) known.set(guide.joints, (names = namedApart(guide)));
  return names;
}

/** A joint among those that would be spoken alike, with all that tells it from them. */
interface Named {
  readonly id: string;
  readonly joint: GuideJoint;
  readonly name: string;
}
type Apart = (guide: NamedGuide, one: Named, alike: readonly Named[]) => string;

function namedApart(guide: NamedGuide): ReadonlyMap<string, string> {
  let all = Object.entries(guide.joints).map(([id, joint]): Named => ({
    id,
    joint,
    name: joint.name === undefined ? plainName(guide, id, joint) : lower(joint.name),
  }));
  for (const apart of [byOther, byServes, bySize, byWhere, byNumber]) {
    const alike = new Map<string, Named[]>();
    for (const one of all) alike.set(one.name, [...(alike.get(one.name) ?? []), one]);
    all = all.map((one) => {
      const group = alike.get(one.name)!;
      return group.length > 1 ? { ...one, name: apart(guide, one, group) } : one;
    });
  }
  return new Map(all.map(({ id, name }) => [id, name]));
}

/** A joint without a name of its own: what comes free with it, and its kind. */
function plainName(guide: NamedGuide, id: string, joint: GuideJoint): string {
  const free = guide.parts[freed(guide, joint)];
  const name = free === undefined ? id : lower(free.name);
  const noun = nounOf(guide, joint);
  if (joint.kind === "route") {
    return /\b(lead|cable|ribbon|flex|wire|antenna)s?\b/i.test(name)
      ? `${name} in its guides`
      : `${name} lead in its guides`;
  }
  // A tape that holds something is a part and a joint at once.
  return name.toLowerCase().split(" ").includes(noun) ? name : `${name} ${noun}`;
}

/** What is known by itself, whatever it is stuck to or laid in. */
const STUCK = new Set<PartKind>(["tape", "sticker", "seal", "pad", "foot"]);
const LEADS = new Set<PartKind>(["cable", "antenna"]);

/** The part that comes free: of screws the one under their heads, of a plug its lead, of others what lies on the other. */
function freed({ parts }: NamedGuide, { kind, joins }: GuideJoint): string {
  const [first, second] = joins as [string, string | undefined];
  if (second === undefined || kind === "screws") return first;
  if (kind === "connector") return second;
  const thin = [STUCK, LEADS].map((kinds) =>
    joins.find((id) => kinds.has(parts[id]?.kind ?? "other")),
  );
  const known = thin[0] ?? thin[1];
  if (known !== undefined) return known;
  const liesOn = (id: string, under: string): boolean => {
    for (let at = parts[id]?.on; at !== undefined; at = parts[at]?.on)
      if (at === under) return true;
    return false;
  };
  const depth = (id: string): number => {
    const on = parts[id]?.on;
    return on === undefined ? 0 : 1 + depth(on);
  };
  if (liesOn(first, second)) return first;
  return liesOn(second, first) || depth(second) > depth(first) ? second : first;
}

function nounOf({ parts }: NamedGuide, joint: GuideJoint): string {
  const has = (is: (part: GuidePart) => boolean): boolean =>
    joint.joins.some((id) => parts[id] !== undefined && is(parts[id]));
  switch (joint.kind) {
    case "screws":
      return joint.count === 1 ? "screw" : "screws";
    case "connector":
      return joint.type === "edge-slot" ? "slot" : "plug";
    case "clips":
      return "clips";
    case "adhesive":
      if (has(({ kind }) => kind === "seal")) return "seal";
      if (has(({ kind }) => kind === "pad")) return "pad";
      return has(({ handling }) => handling?.includes("paste") === true) ? "paste" : "glue";
    case "tape":
      return "tape";
    case "route":
      return "lead";
    case "seat":
      return "seat";
    case "latch":
      return "latch";
    case "rivets":
      return "rivets";
    case "weld":
      return "weld";
    default:
      return unreachable(joint);
  }
}

/** By what it serves, where that is not the same: "keyboard plug for the keyboard light". */
const byServes: Apart = (_, { id, joint, name }, alike) => {
  const serves = ({ joint: one }: Named): string =>
    one.kind === "connector" ? (one.serves ?? []).join(" and ") : "";
  const own = joint.kind === "connector" ? (joint.serves ?? []) : [];
  const isApart = new Set(alike.map(serves)).size === alike.length;
  const isSaid = own.length === 0 || own[0] === id || name.includes(own[0]!);
  return isApart && !isSaid ? `${name} for the ${own[0]!}` : name;
};

/** By what it is made to, where that is not the same: "display cable plug at the motherboard". */
const byOther: Apart = (guide, { joint, name }, alike) => {
  const other = ({ joint: one }: Named): string | undefined => {
    const free = freed(guide, one);
    return one.joins.find((id) => id !== free);
  };
  const own = other({ id: "", joint, name });
  if (own === undefined || new Set(alike.map(other)).size === 1) return name;
  const where = joint.kind === "connector" ? "at" : joint.kind === "screws" ? "into" : "on";
  return `${name} ${where} the ${lower(guide.parts[own]?.name ?? own)}`;
};

/** Screws by their length, their thread or their colour. */
const bySize: Apart = (_, { joint, name }, alike) => {
  const screws = alike.flatMap(({ joint: one }) => (one.kind === "screws" ? [one] : []));
  if (joint.kind !== "screws" || screws.length < alike.length) return name;
  const lengths = [...new Set(screws.map(({ length }) => length))].sort((a, b) => a - b);
  if (lengths.length === 2) return `${joint.length === lengths[0] ? "short" : "long"} ${name}`;
  if (lengths.length > 2) return `${name}, ${joint.length} mm`;
  if (new Set(screws.map(({ thread }) => thread)).size > 1) return `${name}, ${joint.thread}`;
  const isColoured = new Set(screws.map(({ finish }) => finish)).size > 1;
  return isColoured && joint.finish !== undefined ? `${joint.finish} ${name}` : name;
};

/** By where they lie in the view: thirds across, halves along. */
const byWhere: Apart = (_, { joint, name }, alike) => {
  const [own] = joint.at ?? [];
  const all = alike.flatMap(({ joint: one }) => one.at?.[0] ?? []);
  if (own === undefined || all.length < alike.length) return name;
  if (new Set(all.map(({ view }) => view)).size > 1) return name;
  const side = placed(own, all);
  return side === "" ? name : `${name}, ${side}`;
};

/** Where a point lies among others: left or right of their middle, above or below it, the wider way first. */
function placed(own: Point, all: readonly Point[]): string {
  const spread = (of: (at: Point) => number): readonly [number, number] => [
    Math.min(...all.map(of)),
    Math.max(...all.map(of)),
  ];
  const word = (of: (at: Point) => number, low: string, high: string): string => {
    const [least, most] = spread(of);
    if (most - least < 10) return "";
    const share = (of(own) - least) / (most - least);
    return share < 1 / 3 ? low : share > 2 / 3 ? high : "middle";
  };
  const across = word(({ x }) => x, "left", "right");
  const along = word(({ y }) => y, "upper", "lower");
  if (all.length === 2) return across === "" ? along : across;
  if (across === along) return across;
  return along === "middle" || along === "" ? across : `${along} ${across}`.trim();
}

/** By number, in the order in which they lie from the left; what is not drawn in the order of the guide. */
const byNumber: Apart = (_, { id, name }, alike) => {
  const x = ({ joint }: Named): number => joint.at?.[0]?.x ?? 0;
  const sorted = [...alike].sort((a, b) => x(a) - x(b));
  return `${name}, ${1 + sorted.findIndex((one) => one.id === id)} of ${sorted.length}`;
};
