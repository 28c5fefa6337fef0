import type { CheckResult, CountDiffers, Entry, LedgerEvent, Round } from "../core/bench/index.ts";
import type { Guide, GuideJoint } from "../core/guide/index.ts";
import type { DownStep } from "../core/plan/index.ts";
import type { Job } from "../core/rules/index.ts";
import { Rules, type Bench } from "./naive-rules.ts";

/** A screw lot, counted by hand: how many came out last, went in last, and lie on the bench. */
interface Pile {
  readonly holes: number;
  readonly out: number;
  readonly bench: number;
}
type Placed = { readonly step: DownStep; readonly before: Bench; back: boolean };

/**
 * The bench once more, with sets of ids and no cleverness: what has been done is kept as a list, and
 * every question is answered by going through it. The yardstick of the ledger.
 */
export class NaiveBench {
  phase: "idle" | "down" | "swap" | "up" | "closed" = "idle";
  machine: Bench;
  moves: Placed[] = [];
  made: string[] = [];
  confirmed = new Set<string>();
  answers = new Map<string, "yes" | "no">();
  results = new Map<string, CheckResult>();
  piles = new Map<string, Pile>();
  plan: DownStep[] = [];
  job: Job = { for: [] };
  on = false;
  forTest = false;
  looked = new Set<string>();
  moved = new Set<string>();
  signs = 0;
  live: string[] = [];

  constructor(private readonly guide: Guide) {
    this.machine = new Rules(guide, this.job).start();
  }

  /** The bench after the events that stand: those taken back, and what followed from them, left out. */
  static after(guide: Guide, events: readonly LedgerEvent[]): NaiveBench {
    const gone = new Set<string>();
    for (const { entry } of events) if (entry.do === "take-back") gone.add(entry.event);
    for (const { id, causedBy } of events)
      if (causedBy !== undefined && gone.has(id)) gone.add(causedBy);
    const bench = new NaiveBench(guide);
    for (const { id, entry } of events) {
      if (gone.has(id) || entry.do === "take-back") continue;
      if (entry.do === "start") bench.live = [];
      bench.do(entry);
      bench.live.push(id);
    }
    return bench;
  }

  private joint(id: string): GuideJoint | undefined {
    return this.guide.joints[id];
  }
  private get rules(): Rules {
    return new Rules(this.guide, this.job);
  }
  private isOpen(id: string): boolean {
    return this.machine.open.has(id);
  }

  /** Whether nothing that is over a joint lies with its host. */
  private isInReach(at: Bench, id: string): boolean {
    const stack = this.rules.stackOf(at, this.joint(id)!.joins[0]!);
    return ![...stack].some((part) => this.rules.isOver(part, id));
  }

  private functions(id: string): readonly string[] {
    const joint = this.joint(id)!;
    if (joint.kind === "connector") return joint.serves ?? [];
    if (joint.power === true) return ["battery"];
    const isPress = joint.kind === "screws" || joint.kind === "adhesive";
    const parts = joint.joins.map((part) => this.guide.parts[part]!);
    const isCooler =
      parts.some((part) => part.handling?.includes("paste")) &&
      parts.some((part) => part.kind === "motherboard");
    return isPress && isCooler ? ["temperature under load"] : [];
  }
  private get allJoints(): readonly string[] {
    return Object.keys(this.guide.joints);
  }

  /** Functions to be tried out: of joints opened since the machine was, and of those whose parts were moved. */
  checks(): Set<string> {
    const opened = this.moves.flatMap(({ step }) => (step.do === "release" ? [step.joint] : []));
    const moved = this.allJoints.filter((id) =>
      this.joint(id)!.joins.some((part) => this.moved.has(part)),
    );
    return new Set([...opened, ...this.made, ...moved].flatMap((id) => this.functions(id)));
  }

  private canTry(what: string, round: Round): boolean {
    if (round === "open" && what === "temperature under load") return false;
    if (round === "open" && /\bcharg/i.test(what) && !this.guide.chargerOpen) return false;
    const frame = Object.keys(this.guide.parts).find(
      (id) => this.guide.parts[id]!.on === undefined,
    )!;
    const home = this.rules.stackOf(this.machine, frame);
    const isMade = (id: string) =>
      !this.isOpen(id) && this.joint(id)!.joins.every((part) => home.has(part));
    const plugs = this.allJoints.filter((id) => this.functions(id).includes(what));
    const kind = (part: string) => this.guide.parts[part]!.kind;
    const isHeard = (id: string) =>
      this.joint(id)!.joins.some((part) => ["fan", "battery", "jack"].includes(kind(part)));
    const touchesDisplay = (id: string) =>
      this.joint(id)!.joins.some((part) => kind(part) === "display");
    const leads = (part: string) =>
      kind(part) === "cable" &&
      this.allJoints.some((id) => this.joint(id)!.joins.includes(part) && touchesDisplay(id));
    const picture = this.allJoints.filter((id) => {
      const { kind: way, joins } = this.joint(id)!;
      return way === "connector" && (touchesDisplay(id) || joins.some(leads));
    });
    return plugs.every(isMade) && (plugs.every(isHeard) || picture.every(isMade));
  }

  /** Functions with no good result. */
  unsettled(): string[] {
    const isGood = (result: CheckResult | undefined) => result === "pass" || result === "na";
    return [...this.checks()].filter(
      (what) =>
        !isGood(this.results.get(`open:${what}`)) && !isGood(this.results.get(`shut:${what}`)),
    );
  }

  /** Whether every battery is off: plugs open, outer batteries out. */
  private isPowerOff(): boolean {
    return this.rules.isPowerOff(this.machine);
  }
  private get hasPower(): boolean {
    return Object.values(this.guide.joints).some(({ power }) => power === true);
  }

  /** Whether a battery can be connected as the machine lies. */
  canPower(): boolean {
    const parts = Object.entries(this.guide.parts);
    const frame = parts.find(([, { on }]) => on === undefined)![0];
    const home = this.rules.stackOf(this.machine, frame);
    const needed = ["motherboard", "memory", "heatsink", "fan"];
    if (parts.some(([id, { kind }]) => needed.includes(kind) && !home.has(id))) return false;
    const startsWith = (id: string): boolean => {
      const joint = this.joint(id)!;
      const kinds = joint.joins.map((part) => this.guide.parts[part]!.kind);
      if (joint.kind === "screws")
        return kinds.includes("heatsink") && kinds.includes("motherboard");
      if (joint.kind !== "connector") return false;
      return (
        kinds.includes("memory") ||
        kinds.includes("fan") ||
        (joint.serves ?? []).includes("power button")
      );
    };
    if ([...this.machine.open].some(startsWith)) return false;
    return Object.entries(this.guide.joints).every(([id, joint]) => {
      if (joint.power !== true) return true;
      if (joint.kind !== "connector") {
        let on =
          this.guide.parts[joint.joins.find((p) => this.guide.parts[p]!.kind === "battery")!]!.on;
        for (; on !== undefined; on = this.guide.parts[on]!.on) if (!home.has(on)) return false;
        return true;
      }
      if (!joint.joins.every((part) => home.has(part))) return false;
      return !this.isOpen(id) || this.isInReach(this.machine, id);
    });
  }

  /** The stops of a step now, as `kind` or `kind:part`. */
  stops(step: DownStep, isUp = false): string[] {
    const stops: string[] = ["begin"];
    if (this.forTest) stops.push("unplug");
    const has = (part: string, handling: "lithium" | "hot" | "esd") =>
      this.guide.parts[part]!.handling?.includes(handling) ?? false;
    const thin = ["tape", "cable", "antenna", "sticker", "seal", "pad", "foot", "bracket"];
    const inSight = Object.keys(this.guide.parts).filter((id) => {
      if (!has(id, "lithium")) return false;
      const around = [...this.rules.stackOf(this.machine, id)];
      return !around.some(
        (part) => this.rules.isOver(part, id) && !thin.includes(this.guide.parts[part]!.kind),
      );
    });
    if (isUp) {
      for (const id of inSight) if (!this.looked.has(id)) stops.push(`lithium:${id}`);
      return stops;
    }
    const parts = step.do === "lift" ? step.parts : this.joint(step.joint)!.joins;
    const joint = step.do === "release" ? this.joint(step.joint) : undefined;
    const isCover = parts.some((part) => this.guide.parts[part]!.kind === "cover");
    if (this.signs > 0 && (joint ? joint.kind === "clips" : isCover)) stops.push("bulge");
    for (const id of inSight) stops.push(`lithium:${id}`);
    const isEsd = (part: string) =>
      has(part, "esd") && this.guide.parts[part]!.beforePower !== true;
    const wantsOff = joint
      ? joint.power !== true &&
        joint.beforePower !== true &&
        (joint.kind === "connector" || joint.joins.some(isEsd))
      : parts.some(isEsd);
    const isDrained = this.answers.get("unplug") === "yes";
    if (this.hasPower && this.isPowerOff() && wantsOff && !isDrained) stops.push("drain");
    for (const part of parts) {
      const { kind } = this.guide.parts[part]!;
      if (joint && kind === "seal") stops.push(`seal:${part}`);
      if (joint?.kind !== "connector" && has(part, "lithium")) stops.push(`lithium:${part}`);
      if (kind === "heatsink" || has(part, "hot")) stops.push("heat");
    }
    if (joint?.kind === "screws" && this.isOfLid(joint.joins)) {
      if (!this.leavesOne((step as { joint: string }).joint)) stops.push("hinge");
    }
    return [...new Set(stops)];
  }
  /** A hinge, or a display and something outside of the lid. */
  private isOfLid(joins: readonly string[]): boolean {
    const kinds = joins.map((part) => this.guide.parts[part]!.kind);
    if (kinds.includes("hinge")) return true;
    const chain = (part: string): readonly string[] => {
      const { on } = this.guide.parts[part]!;
      return [part, ...(on === undefined ? [] : chain(on))];
    };
    const isInside = (part: string) =>
      chain(part).some((id) => this.guide.parts[id]!.kind === "display");
    return kinds.includes("display") && joins.some((part) => !isInside(part));
  }
  /** Whether another lot of screws between the same parts comes after this one. */
  private leavesOne(id: string): boolean {
    return this.guide.orders.some(({ first, then, strength }) => {
      const other = this.joint(then);
      if (first !== id || strength !== "must" || other?.kind !== "screws") return false;
      return this.joint(id)!.joins.every((part) => other.joins.includes(part));
    });
  }

  private isKnownStop(id: string): boolean {
    const [kind, part] = id.split(":") as [string, string | undefined];
    if (part === undefined)
      return ["begin", "bulge", "drain", "unplug", "hinge", "heat"].includes(kind);
    const facts = this.guide.parts[part];
    return kind === "seal"
      ? facts?.kind === "seal"
      : kind === "lithium" && (facts?.handling?.includes("lithium") ?? false);
  }
  private readonly good = (stop: string): "yes" | "no" =>
    stop.startsWith("lithium") || stop === "bulge" ? "no" : "yes";
  held(): string | undefined {
    return [...this.answers].find(
      ([stop, answer]) => /^(seal:|lithium:|bulge$)/.test(stop) && answer !== this.good(stop),
    )?.[0];
  }

  private remaining(): DownStep[] {
    const left = [...this.plan];
    for (const { step } of this.moves) {
      const at = left.findIndex((one) => keyOf(one) === keyOf(step));
      if (at >= 0) left.splice(at, 1);
    }
    return left;
  }

  /** Screws on the bench: those out and not back. */
  loose(): number {
    return [...this.piles.values()].reduce((sum, { bench }) => sum + bench, 0);
  }

  /** Where a build-up step stands among the moves that wait to be mirrored: the last one alike. */
  waiting(step: DownStep): Placed | undefined {
    return this.moves.findLast((move) => !move.back && keyOf(move.step) === keyOf(step));
  }

  /** The machine with one move mirrored: the group back where it was taken from, or the joint closed. */
  mirrored(move: Placed): Bench {
    const { step, before } = move;
    if (step.do === "release") {
      const open = new Set([...this.machine.open].filter((id) => id !== step.joint));
      return { ...this.machine, open };
    }
    const parts = new Set(step.parts);
    const from = this.rules.stackOf(before, step.parts[0]!);
    const stayed = [...from].filter((part) => !parts.has(part));
    // It goes back to that of its neighbours which lies deepest.
    const depth = (part: string): number => {
      const on = this.guide.parts[part]!.on;
      return on === undefined ? 0 : 1 + depth(on);
    };
    const ids = Object.keys(this.guide.parts);
    const anchor = stayed.sort(
      (a, b) => depth(a) - depth(b) || ids.indexOf(a) - ids.indexOf(b),
    )[0]!;
    const stacks = this.machine.stacks
      .map((stack) => new Set([...stack].filter((part) => !parts.has(part))))
      .filter((stack) => stack.size > 0)
      .map((stack) => (stack.has(anchor) ? new Set([...stack, ...parts]) : stack));
    const still = this.moves.filter((one) => !one.back && one !== move);
    const lifted = new Set(still.flatMap(({ step: one }) => (one.do === "lift" ? one.parts : [])));
    return { ...this.machine, stacks, lifted };
  }

  private isAppliedFirst(id: string): boolean {
    const joint = this.joint(id)!;
    if (joint.kind !== "adhesive" && joint.kind !== "tape") return false;
    return joint.apply === "before" || (joint.apply === undefined && joint.kind === "adhesive");
  }
  /** Whether the parts of a joint lie in several stacks. */
  isApart(at: Bench, id: string): boolean {
    return new Set(this.joint(id)!.joins.map((part) => this.rules.stackOf(at, part))).size > 1;
  }

  /**
   * Whether a build-up step, turned round, is a legal step of a strip-down; what was applied to parts
   * that are apart holds nothing yet, and a place that brings two of them together waits for it.
   */
  isLegalMirror(move: Placed): boolean {
    const after = this.mirrored(move);
    const still = this.moves.filter((one) => !one.back && one !== move);
    const lifted = new Set(still.flatMap(({ step }) => (step.do === "lift" ? step.parts : [])));
    const own = move.step.do === "release" ? move.step.joint : undefined;
    const joints = Object.keys(this.guide.joints).filter((id) => id !== own);
    const applied = joints.filter(
      (id) => this.isAppliedFirst(id) && this.isApart(this.machine, id),
    );
    const isBrought = (id: string): boolean => {
      const stacks = (at: Bench) =>
        new Set(this.joint(id)!.joins.map((part) => this.rules.stackOf(at, part))).size;
      return stacks(after) < stacks(this.machine);
    };
    const waits = still.some(
      ({ step }) => step.do === "release" && applied.includes(step.joint) && isBrought(step.joint),
    );
    const open = new Set([...after.open, ...applied]);
    return !waits && this.rules.may({ ...after, open, lifted }, move.step);
  }

  /**
   * Joints made in this build-up that a place would cover, reachable until then, not seen, and no screws that were
   * counted; before the power goes on, those that any place to come would cover.
   */
  gate(move: Placed): string[] {
    const lifts = this.isPower(move.step)
      ? this.moves.filter((one) => !one.back && one !== move && one.step.do === "lift")
      : move.step.do === "lift"
        ? [move]
        : [];
    const afters = lifts.map((one) => this.mirrored(one));
    const isCounted = (id: string): boolean =>
      this.joint(id)!.kind === "screws" && (this.piles.get(id)?.bench ?? 0) === 0;
    return this.made.filter(
      (id) =>
        this.isInReach(this.machine, id) &&
        afters.some((after) => !this.isInReach(after, id)) &&
        !this.confirmed.has(id) &&
        !isCounted(id) &&
        (this.isPower(move.step) ||
          !this.hasPower ||
          this.isPowerOff() ||
          this.joint(id)!.power === true),
    );
  }
  private isPower(step: DownStep): boolean {
    return Object.entries(this.guide.joints).some(([id, joint]) => {
      if (joint.power !== true) return false;
      if (step.do === "release") return step.joint === id;
      const battery = joint.joins.find((part) => this.guide.parts[part]!.kind === "battery");
      return joint.kind !== "connector" && battery !== undefined && step.parts.includes(battery);
    });
  }

  private counts(
    expected: number,
    entry: { readonly count?: number; readonly differs?: CountDiffers },
  ) {
    const { count = expected, differs } = entry;
    const isCount = Number.isInteger(count) && count >= 0 && count <= 200;
    return isCount && (count === expected || differs !== undefined);
  }

  /**
   * Whether the rules allow an entry now. For the order of the build-up "maybe": the ledger asks for
   * what a move needed, which is more than that its mirror be legal.
   */
  may(entry: Entry): boolean | "maybe" {
    const held = this.held();
    if (held !== undefined && entry.do !== "answer" && entry.do !== "take-back") return false;
    switch (entry.do) {
      case "start":
        return this.phase === "idle" || this.phase === "closed";
      case "replan":
        return this.phase === "down" || this.phase === "swap";
      case "release":
      case "lift":
        return this.mayDown(entry);
      case "swap":
        return this.phase === "swap" && (entry.fitted ?? []).length === 0;
      case "confirm":
        return this.phase === "up" && this.made.includes(entry.joint);
      case "seen":
        return this.phase === "up" && entry.joints.every((id) => this.made.includes(id));
      case "not-in":
        return (
          this.phase === "up" &&
          this.made.includes(entry.joint) &&
          this.backAgain(entry.joint) !== undefined &&
          this.isInReach(this.machine, entry.joint) &&
          (this.isPowerOff() || !this.rules.wantsPowerOff(entry.joint))
        );
      case "place":
      case "make":
        return this.mayUp(entry);
      case "habit":
        return true;
      case "learn":
        return this.guide.learnt !== undefined;
      case "answer":
        if (!this.isKnownStop(entry.stop)) return false;
        if (entry.stop !== held) return true;
        if (entry.answer !== this.good(entry.stop) || (entry.note ?? "").trim() === "")
          return false;
        return entry.stop.startsWith("seal") || (entry.where ?? "").trim() !== "";
      case "power-on":
        return this.phase === "up" && !this.on && this.canPower();
      case "check":
        return this.mayCheck(entry);
      case "rework":
        return this.mayGoBack(entry.joint);
      case "broke":
        return this.mayBreak(entry);
      case "observe": {
        const { what } = entry;
        const ids = { "in-reach": ["part", "thing"], "held-by": ["thing", "by"], words: ["about"] };
        return (
          this.phase !== "closed" &&
          ids[what.type].every((key) => {
            const id = (what as unknown as Record<string, string>)[key]!;
            return Object.hasOwn(this.guide.parts, id) || this.joint(id) !== undefined;
          })
        );
      }
      case "renew":
        return this.phase === "down" || this.phase === "swap";
      case "snag":
        return (
          Object.hasOwn(this.guide.parts, entry.stuck) &&
          (Object.hasOwn(this.guide.parts, entry.held) || this.joint(entry.held) !== undefined)
        );
      case "take-back":
        return this.phase !== "closed" && this.live.length > 1 && this.live.at(-1) === entry.event;
      case "close":
        return (
          this.phase === "up" &&
          this.moves.every(({ back }) => back) &&
          this.unsettled().length === 0 &&
          Number.isInteger(entry.left) &&
          entry.left >= 0 &&
          entry.left <= 200 &&
          (entry.left === this.loose() || (entry.explained ?? "").trim() !== "")
        );
    }
  }

  private mayBreak({ what, at }: Extract<Entry, { do: "broke" }>): boolean {
    const joint = this.joint(at);
    if (!joint && !Object.hasOwn(this.guide.parts, at)) return false;
    if (this.phase === "idle" || this.phase === "closed") return false;
    if (what !== "undone") return true;
    if (this.phase !== "down" && this.phase !== "swap") return false;
    return (
      joint !== undefined &&
      !this.rules.isForGood(at) &&
      !this.isOpen(at) &&
      this.isInReach(this.machine, at)
    );
  }

  private mayDown(entry: Extract<Entry, { do: "release" | "lift" }>): boolean {
    if (this.phase !== "down") return false;
    const step = stepOf(entry);
    if (step.do === "release" ? !this.joint(step.joint) : !this.areParts(step.parts)) return false;
    if (!this.rules.may(this.machine, step)) return false;
    if (!this.remaining().some((one) => keyOf(one) === keyOf(step))) return false;
    if (step.do === "release" && this.tears(step.joint)) return false;
    if (this.stops(step).some((stop) => this.answers.get(stop) !== this.good(stop))) return false;
    const joint = entry.do === "release" ? this.joint(entry.joint) : undefined;
    if (joint?.kind !== "screws" || entry.do !== "release") return true;
    return this.counts(this.piles.get(entry.joint)?.holes ?? joint.count, entry);
  }
  /** Whether a lift that is left would lose a part of its group when this joint is opened now. */
  private tears(id: string): boolean {
    const open = new Set([...this.machine.open, id]);
    return this.remaining().some((step) => {
      if (step.do !== "lift" || !this.joint(id)!.joins.every((p) => step.parts.includes(p))) {
        return false;
      }
      const group = this.rules.group({ ...this.machine, open }, step.parts[0]!);
      return step.parts.some((p) => !group.has(p));
    });
  }
  private areParts(ids: readonly string[]): boolean {
    return ids.length > 0 && ids.every((id) => Object.hasOwn(this.guide.parts, id));
  }

  private mayUp(entry: Extract<Entry, { do: "place" | "make" }>): boolean | "maybe" {
    if (this.phase !== "up") return false;
    const move = this.waiting(turned(entry));
    if (!move || !this.isLegalMirror(move)) return false;
    if (this.gate(move).length > 0) return false;
    if (this.stops(move.step, true).some((stop) => this.answers.get(stop) !== this.good(stop))) {
      return false;
    }
    const pile = entry.do === "make" ? this.piles.get(entry.joint) : undefined;
    if (pile && entry.do === "make" && !this.counts(pile.out, entry)) return false;
    const isLast = this.moves.findLast(({ back }) => !back) === move;
    // Where the machine is powered on is weighed; here it may be anywhere that something can be tried.
    const isProof =
      move.step.do === "lift" && this.unsettled().some((what) => this.canTry(what, "open"));
    return isLast && !isProof ? true : "maybe";
  }

  private mayGoBack(id: string): boolean {
    const joint = this.joint(id);
    const isShut = joint && !this.isOpen(id) && joint.permanent !== true;
    const canOpen = isShut === true && joint.kind !== "rivets" && joint.kind !== "weld";
    if (this.phase === "swap") return canOpen;
    if (this.phase !== "up") return false;
    if (this.made.includes(id)) return true;
    if (!canOpen) return false;
    const isMoved = joint.joins.some((part) => this.moved.has(part));
    return isMoved && this.functions(id).length > 0 && !this.wasOpened(id);
  }
  private wasOpened(id: string): boolean {
    return this.moves.some(({ step }) => step.do === "release" && step.joint === id);
  }

  /** Results of what hangs on parts that have been moved are void. */
  private spoil(parts: readonly string[]): void {
    for (const id of this.allJoints) {
      if (!this.joint(id)!.joins.some((part) => parts.includes(part))) continue;
      for (const what of this.functions(id)) {
        this.results.delete(`open:${what}`);
        this.results.delete(`shut:${what}`);
      }
    }
  }

  private answer({ stop, answer }: Extract<Entry, { do: "answer" }>): void {
    this.answers.set(stop, answer);
    const [kind, part] = stop.split(":");
    if (kind === "lithium" && part !== undefined && answer === "no") this.looked.add(part);
    if (stop === "begin" && answer === "yes") this.on = false;
    if (stop === "unplug" && answer === "yes") this.forTest = false;
  }

  private mayCheck(entry: Extract<Entry, { do: "check" }>): boolean {
    if (this.phase !== "up" || !this.checks().has(entry.what)) return false;
    if (entry.result === "na" && (entry.note ?? "").trim() === "") return false;
    if (entry.round === "shut" && this.moves.some(({ back }) => !back)) return false;
    return this.canTry(entry.what, entry.round) && (entry.result === "na" || this.on);
  }

  private do(entry: Entry): void {
    switch (entry.do) {
      case "start":
        this.begin(entry);
        break;
      case "replan":
        this.job = entry.job;
        this.phase = "down";
        this.plan = [...this.moves.map(({ step }) => step), ...entry.down];
        break;
      case "release":
      case "lift":
        this.takeOff(entry);
        break;
      case "swap":
        this.phase = "up";
        break;
      case "seen":
        for (const id of entry.joints) this.confirmed.add(id);
        break;
      case "not-in":
        this.comeOut(entry.joint);
        break;
      case "confirm":
        this.confirmed.add(entry.joint);
        break;
      case "place":
      case "make":
        this.putBack(entry);
        break;
      case "answer":
        this.answer(entry);
        break;
      case "power-on":
        this.on = true;
        this.forTest = this.hasPower && this.isPowerOff();
        for (const stop of [...this.answers.keys()]) {
          if (!stop.startsWith("seal:")) this.answers.delete(stop);
        }
        break;
      case "check":
        this.results.set(`${entry.round}:${entry.what}`, entry.result);
        break;
      case "rework":
        this.comeApart();
        this.plan = this.moves.map(({ step }) => step);
        this.phase = "down";
        break;
      case "close":
        this.phase = "closed";
        break;
      case "broke":
        if (entry.what === "undone") this.takeOff({ do: "release", joint: entry.at });
        break;
      case "habit":
      case "learn":
      case "observe":
      case "renew":
      case "snag":
      case "take-back":
        break;
    }
    if (
      this.phase === "down" &&
      entry.do !== "rework" &&
      isOfPlan(entry) &&
      this.remaining().length === 0
    ) {
      this.phase = "swap";
    }
  }

  /** A closed machine, perhaps opened once more: of an earlier time only the screws are known. */
  private begin({ job, down, signs }: Extract<Entry, { do: "start" }>): void {
    const piles = [...this.piles].map(([id, pile]) => [id, { ...pile, bench: 0 }] as const);
    Object.assign(this, new NaiveBench(this.guide), { piles: new Map(piles) });
    this.job = job;
    this.signs = signs?.length ?? 0;
    this.plan = [...down];
    this.phase = "down";
  }

  /** The move of a joint that is made again. */
  private backAgain(id: string): Placed | undefined {
    return this.moves.findLast(
      ({ step, back }) => back && step.do === "release" && step.joint === id,
    );
  }

  /** A joint that was made is not in: it waits once more, and what hangs on it is to be tried again. */
  private comeOut(id: string): void {
    this.backAgain(id)!.back = false;
    this.machine = { ...this.machine, open: new Set([...this.machine.open, id]) };
    this.made = this.made.filter((one) => one !== id);
    this.confirmed.delete(id);
    for (const what of this.functions(id)) {
      this.results.delete(`open:${what}`);
      this.results.delete(`shut:${what}`);
    }
  }

  /** What is back was never off; what was applied to parts that are apart is off again. */
  private comeApart(): void {
    const isLoose = ({ step }: Placed): boolean =>
      step.do === "release" && this.isApart(this.machine, step.joint);
    this.moves = this.moves.filter((move) => !move.back || isLoose(move));
    for (const move of this.moves) move.back = false;
    const off = this.moves.flatMap(({ step }) => (step.do === "release" ? [step.joint] : []));
    this.machine = { ...this.machine, open: new Set([...this.machine.open, ...off]) };
    this.made = this.made.filter((id) => !off.includes(id));
  }

  private takeOff(entry: Extract<Entry, { do: "release" | "lift" }>): void {
    const step = stepOf(entry);
    this.moves.push({ step, before: this.machine, back: false });
    this.machine = this.rules.apply(this.machine, step);
    if (entry.do === "lift") {
      for (const part of entry.parts) this.moved.add(part);
      return this.spoil(entry.parts);
    }
    this.made = this.made.filter((id) => id !== entry.joint);
    this.confirmed.delete(entry.joint);
    for (const what of this.functions(entry.joint)) {
      this.results.delete(`open:${what}`);
      this.results.delete(`shut:${what}`);
    }
    const joint = this.joint(entry.joint)!;
    if (joint.kind !== "screws") return;
    const pile = this.piles.get(entry.joint) ?? { holes: joint.count, out: 0, bench: 0 };
    const out = entry.count ?? pile.holes;
    this.piles.set(entry.joint, { holes: out, out, bench: pile.bench + out });
  }

  private putBack(entry: Extract<Entry, { do: "place" | "make" }>): void {
    const move = this.waiting(turned(entry))!;
    this.machine = this.mirrored(move);
    move.back = true;
    if (this.hasPower && !this.isPowerOff()) {
      this.answers.delete("drain");
      this.answers.delete("unplug");
    }
    if (entry.do === "place") return this.spoil(entry.parts);
    this.made.push(entry.joint);
    const pile = this.piles.get(entry.joint);
    if (!pile) return;
    const { count = pile.out, differs } = entry;
    const kept = Math.max(
      0,
      pile.bench - Math.max(count, differs?.reason === "lost" ? pile.out : 0),
    );
    this.piles.set(entry.joint, { holes: count, out: pile.out, bench: kept });
  }
}

const isOfPlan = (entry: Entry): boolean =>
  ["start", "replan", "release", "lift"].includes(entry.do);

const stepOf = (entry: Extract<Entry, { do: "release" | "lift" }>): DownStep =>
  entry.do === "release"
    ? { do: "release", joint: entry.joint }
    : { do: "lift", parts: [...entry.parts].sort() };

/** The step of the strip-down that a build-up step turns back. */
export function turned(entry: Entry): DownStep {
  if (entry.do === "make") return { do: "release", joint: entry.joint };
  if (entry.do === "place") return { do: "lift", parts: [...entry.parts].sort() };
  throw new Error(`${entry.do} is no step of a build-up`);
}

const keyOf = (step: DownStep): string =>
  step.do === "release" ? `release ${step.joint}` : `lift ${[...step.parts].sort().join("+")}`;
