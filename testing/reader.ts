/**
 * A reader of walks, who knows a machine by its facts and a job by what is said aloud, and none of the planner's own
 * structures: what a technician of thirty years would not do, or could not follow.
 */

/** Of a guide, the facts that the reader looks at. */
export interface ReadGuide {
  readonly chargerOpen?: boolean;
  readonly parts: Readonly<
    Record<
      string,
      {
        readonly kind: string;
        readonly on?: string;
        readonly handling?: readonly string[];
        readonly beforePower?: boolean;
      }
    >
  >;
  readonly covers: readonly { readonly part: string; readonly over: readonly string[] }[];
  readonly orders: readonly { readonly first: string; readonly then: string }[];
  readonly joints: Readonly<
    Record<
      string,
      {
        readonly kind: string;
        readonly joins: readonly string[];
        readonly serves?: readonly string[];
        readonly power?: boolean;
        readonly beforePower?: boolean;
        readonly free?: boolean;
        readonly slack?: boolean;
        readonly permanent?: boolean;
      }
    >
  >;
}

export interface ReadLine {
  readonly do: string;
  readonly id?: string;
  readonly live: boolean;
  readonly posture?: string;
  readonly forced?: readonly { readonly rule: string }[];
  readonly say: string;
  readonly beside: readonly string[];
  readonly step?:
    | { readonly do: "release" | "make"; readonly joint: string }
    | { readonly do: "lift" | "place"; readonly parts: readonly string[] };
}

/** What the reader holds against a walk, each with the line it is about. */
export interface Objection {
  readonly rule:
    | "done-live"
    | "catch-first"
    | "turned-loose"
    | "look-live"
    | "power-ons"
    | "cannot-start"
    | "charger-words"
    | "cover-words"
    | "alike"
    | "long"
    | "breath";
  readonly line: string;
}

const MOST_WORDS = 40;
const ONE_BREATH = 30;
const count = (text: string): number => text.split(/\s+/).filter((word) => /\w/.test(word)).length;
const sentences = (text: string): readonly string[] => text.split(/(?<=[.;:?!])\s+/);

/** What comes before a build-up is played, and then itself: which joints are open and which parts are out. */
class Machine {
  private readonly open = new Set<string>();
  private readonly out = new Set<string>();

  constructor(private readonly guide: ReadGuide) {}

  see({ step }: ReadLine): void {
    if (!step) return;
    if (step.do === "release") this.open.add(step.joint);
    if (step.do === "make") this.open.delete(step.joint);
    if (step.do === "lift") for (const id of step.parts) this.out.add(id);
    if (step.do === "place") for (const id of step.parts) this.out.delete(id);
  }

  /** What is missing of what a power-on takes. */
  missing(): readonly string[] {
    const { parts, joints } = this.guide;
    const isOut = (id: string): boolean => this.out.has(id);
    const kinds = new Set(["motherboard", "memory", "heatsink", "fan"]);
    const partsOut = Object.keys(parts).filter((id) => isOut(id) && kinds.has(parts[id]!.kind));
    const open = [...this.open].filter((id) => {
      const joint = joints[id]!;
      if (joint.serves?.includes("power button")) return true;
      const is = (...kinds: readonly string[]): boolean =>
        joint.joins.some((part) => kinds.includes(parts[part]!.kind));
      if (joint.kind === "screws") return is("heatsink") && is("motherboard");
      return joint.kind === "connector" && is("memory", "fan");
    });
    return [...partsOut, ...open];
  }

  /** Whether something of the shell is off. */
  isOpen(): boolean {
    const shell = new Set(["cover", "palmrest", "keyboard"]);
    return [...this.out].some((id) => shell.has(this.guide.parts[id]!.kind));
  }
}

/** Kinds of joints by how firmly they hold two parts; what is not named here is none of them. */
const HOLDS: readonly (readonly string[])[] = [
  ["screws", "latch"],
  ["clips", "seat"],
  ["adhesive"],
];
const rank = (kind: string): number => HOLDS.findIndex((kinds) => kinds.includes(kind));
const isForced = ({ forced }: ReadLine, rule: string): boolean =>
  forced?.some((one) => one.rule === rule) ?? false;

/** What stands in the way of a battery plug, as somebody who looks at the machine would say: what is over it, and over that. */
function inTheWay({ parts, joints, covers, orders }: ReadGuide): ReadonlySet<string> {
  const power = Object.keys(joints).filter((id) => joints[id]!.power);
  // A pack behind a latch is lifted out; until then there is voltage.
  const latched = power.filter((id) => joints[id]!.kind === "latch");
  const packs = latched.flatMap((id) =>
    joints[id]!.joins.filter((part) => parts[part]!.kind === "battery"),
  );
  const way = new Set([...power, ...packs]);
  for (const id of way) {
    const about = joints[id]?.joins ?? [id];
    for (const { part, over } of covers) {
      if (over.includes(id) || over.some((one) => about.includes(one))) way.add(part);
    }
    for (const [part, { on }] of Object.entries(parts)) if (on === id) way.add(part);
    for (const { first, then } of orders) if (then === id) way.add(first);
    // What holds a part that is in the way is opened for it.
    if (id in joints) continue;
    for (const [joint, { joins }] of Object.entries(joints)) if (joins.includes(id)) way.add(joint);
  }
  return way;
}

/** What is done on the way down that a hand would refuse, where nothing said that it must be. */
function againstHands(
  guide: ReadGuide,
  down: readonly ReadLine[],
  object: (rule: Objection["rule"], line: string) => void,
): void {
  const { parts, joints } = guide;
  const way = inTheWay(guide);
  const steps = down.filter(({ step }) => step !== undefined);
  const opened = steps.flatMap(({ step }) => (step?.do === "release" ? [step.joint] : []));
  const plug = opened.findIndex((id) => joints[id]!.power);
  const [open, out] = [new Set<string>(), new Set<string>()];
  let lies: string | undefined;
  for (const line of steps) {
    const { step, posture } = line;
    if (posture !== undefined && lies !== undefined && posture !== lies) {
      const inHand: readonly string[] = step?.do === "lift" ? step.parts : [];
      const loose = looseParts(guide, open, out).filter((id) => !inHand.includes(id));
      if (loose.length > 0 && !isForced(line, "loose")) {
        object("turned-loose", `${line.say} (${loose.join(", ")})`);
      }
    }
    lies = posture ?? lies;
    if (step?.do === "lift") {
      const isMeant = step.parts.every((id) => parts[id]!.beforePower === true || way.has(id));
      if (line.live && plug >= 0 && !isMeant && !step.parts.some((id) => way.has(id))) {
        if (!isForced(line, "live")) object("done-live", line.say);
      }
      for (const id of step.parts) out.add(id);
    }
    if (step?.do !== "release") continue;
    const joint = joints[step.joint]!;
    open.add(step.joint);
    const isMeant = joint.beforePower === true || joint.power === true || way.has(step.joint);
    if (line.live && plug >= 0 && !isMeant && !isForced(line, "live")) {
      object("done-live", line.say);
    }
    const mine = rank(joint.kind);
    if (mine < 1 || joint.free === true || isForced(line, "catch")) continue;
    const pair = [...joint.joins].sort().join(" ");
    const later = opened.slice(opened.indexOf(step.joint) + 1).find((id) => {
      const other = joints[id]!;
      const theirs = rank(other.kind);
      return theirs >= 0 && theirs < mine && [...other.joins].sort().join(" ") === pair;
    });
    if (later !== undefined) object("catch-first", `${line.say} before ${later}`);
  }
}

/** Parts that a screw, clip, latch or seat held, of which none does any more, and that are still in the machine. */
function looseParts(
  { parts, joints }: ReadGuide,
  open: ReadonlySet<string>,
  out: ReadonlySet<string>,
): readonly string[] {
  const holds = (id: string): boolean => {
    const { kind, slack } = joints[id]!;
    return slack !== true && (rank(kind) >= 0 || kind === "tape") && kind !== "adhesive";
  };
  return Object.keys(parts).filter((part) => {
    if (out.has(part) || parts[part]!.kind === "cable") return false;
    const own = Object.keys(joints).filter((id) => joints[id]!.joins.includes(part));
    const isKept = own.some((id) => !open.has(id) && joints[id]!.slack !== true);
    return !isKept && own.some((id) => open.has(id) && holds(id));
  });
}

/** All that the reader objects to in a walk. */
export function objections(
  guide: ReadGuide,
  { down, up }: { readonly down: readonly ReadLine[]; readonly up: readonly ReadLine[] },
): readonly Objection[] {
  const found: Objection[] = [];
  const object = (rule: Objection["rule"], line: string): void => {
    found.push({ rule, line });
  };
  againstHands(guide, down, object);
  const machine = new Machine(guide);
  for (const line of down) machine.see(line);
  let powerOns = 0;
  for (const [i, line] of up.entries()) {
    machine.see(line);
    const joint = line.id === undefined ? undefined : guide.joints[line.id];
    if (line.do === "gate" && line.live && joint?.power !== true) object("look-live", line.say);
    if (line.do !== "power-on") continue;
    powerOns += 1;
    if (powerOns > 2) object("power-ons", line.say);
    for (const what of machine.missing()) object("cannot-start", `${line.say}: ${what}`);
    const said = [line.say, ...line.beside].join(" ");
    const tried: string[] = [];
    for (const next of up.slice(i + 1)) {
      if (next.do !== "check") break;
      tried.push(next.id ?? "");
    }
    if (/no charger/.test(said) && tried.some((what) => /charging/.test(what))) {
      object("charger-words", line.say);
    }
    if (/cover is off/.test(said) && !machine.isOpen()) object("cover-words", line.say);
  }
  for (const part of [down, up]) {
    const spoken = new Map<string, string>();
    for (const { do: what, say, id, beside } of part) {
      if (what !== "step" && what !== "gate") continue;
      const before = spoken.get(say);
      if (before !== undefined && before !== id) object("alike", say);
      spoken.set(say, id!);
      const all = [say, ...beside];
      if (count(all.join(" ")) > MOST_WORDS) object("long", all.join(" | "));
      for (const one of all.flatMap(sentences)) if (count(one) > ONE_BREATH) object("breath", one);
    }
  }
  return found;
}
