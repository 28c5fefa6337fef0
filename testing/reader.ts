/**
 * A reader of walks, who knows a machine by its facts and a job by what is said aloud, and none of the planner's own
 * structures: what a technician of thirty years would not do, or could not follow.
 */

/** Of a guide, the facts that the reader looks at. */
export interface ReadGuide {
  readonly chargerOpen?: boolean;
  readonly parts: Readonly<
    Record<string, { readonly kind: string; readonly handling?: readonly string[] }>
  >;
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
      }
    >
  >;
}

export interface ReadLine {
  readonly do: string;
  readonly id?: string;
  readonly live: boolean;
  readonly say: string;
  readonly beside: readonly string[];
  readonly step?:
    | { readonly do: "release" | "make"; readonly joint: string }
    | { readonly do: "lift" | "place"; readonly parts: readonly string[] };
}

/** What the reader holds against a walk, each with the line it is about. */
export interface Objection {
  readonly rule:
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

/** All that the reader objects to in a walk. */
export function objections(
  guide: ReadGuide,
  { down, up }: { readonly down: readonly ReadLine[]; readonly up: readonly ReadLine[] },
): readonly Objection[] {
  const found: Objection[] = [];
  const object = (rule: Objection["rule"], line: string): void => {
    found.push({ rule, line });
  };
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
