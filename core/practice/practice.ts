import { fail, ok, type Result } from "../base/result.ts";
import { CONNECTOR_TYPES, type ConnectorType, type Guide, type PartKind } from "../guide/index.ts";
import { type Catalogue, faultMachine } from "../find/index.ts";
import { type Plan, planJob } from "../plan/index.ts";
import { type Model, modelOf } from "../rules/index.ts";
import { pasteFor } from "../swap/index.ts";
import { type BuildView, buildView, forgettable } from "./build.ts";
import type { Offered } from "./cards.ts";
import { type Drawn, type DrawnFaults, drawnFaults } from "./drawn.ts";
import { type Deed, PATTERNS, type Pattern, type Setting } from "./exercise.ts";
import { type FindView, findView } from "./find.ts";
import { type OrderView, orderView } from "./order.ts";
import { type PasteView, pasteView, seatOf } from "./paste.ts";
import {
  holdings,
  type HoldsView,
  holdsView,
  isOther,
  lotsOf,
  type OpensView,
  opensView,
  plugsOfType,
  type ScrewView,
  screwView,
} from "./questions.ts";

/** An exercise as it stands: what is seen of it, and how it came out when it is over. */
export type View = OpensView | ScrewView | HoldsView | OrderView | BuildView | FindView | PasteView;

/** What is practised by the part that is to come out, and from which level on. */
const PARTS: readonly { readonly kind: PartKind; readonly level: number }[] = [
  { kind: "battery", level: 1 },
  { kind: "storage", level: 1 },
  { kind: "fan", level: 2 },
  { kind: "jack", level: 3 },
  { kind: "heatsink", level: 3 },
  { kind: "keyboard", level: 4 },
  { kind: "motherboard", level: 4 },
  { kind: "palmrest", level: 5 },
];

/** What the facts of a guide let somebody practise; from which level on. */
export function offeredBy(guide: Guide): readonly Offered[] {
  const offered: Offered[] = [];
  for (const type of CONNECTOR_TYPES) {
    if (plugsOfType(guide, type).length > 0) {
      offered.push({ kind: "opens", subject: `opens:${type}`, level: 1 });
    }
  }
  const lots = lotsOf(guide);
  if (lots.some((a) => lots.some((b) => isOther(guide, a, b)))) {
    offered.push({ kind: "screw", subject: `screw:${guide.id}`, level: 1 });
  }
  for (const { kind, level } of PARTS) {
    const part = Object.keys(guide.parts).find((id) => guide.parts[id]!.kind === kind);
    if (part === undefined) continue;
    const of = `${guide.id}:${part}`;
    offered.push({ kind: "order", subject: `order:${of}`, level });
    offered.push({ kind: "holds", subject: `holds:${of}`, level: Math.max(2, level) });
    if (level > 1) offered.push({ kind: "build", subject: `build:${of}`, level });
  }
  if (seatOf(guide)) {
    for (const pattern of PATTERNS) {
      offered.push({ kind: "paste", subject: `paste:${pattern}`, level: 3 });
    }
  }
  return offered;
}

/** The symptoms of a catalogue can be practised on every machine. */
export const offeredByFaults = ({ symptoms }: Catalogue): readonly Offered[] =>
  Object.keys(symptoms).map((id) => ({ kind: "find", subject: `find:${id}`, level: 3 }));

export type NoExercise = { readonly type: "no-exercise"; readonly subject: string };

/**
 * A machine to practise on: what takes long to work out is worked out once. `drawn` is what an exercise was set with: that
 * is then taken, and not worked out anew.
 */
export class Machine {
  readonly model: Model;
  private readonly plans = new Map<string, Plan | undefined>();
  private readonly faults = new Map<string, DrawnFaults | undefined>();
  constructor(
    guide: Guide,
    readonly catalogue: Catalogue,
    private readonly drawn: Drawn = {},
  ) {
    this.model = modelOf(guide);
  }

  /** The least-work plan that takes a part out; undefined: none is proven, so nobody can be judged by it. */
  planFor(part: string): Plan | undefined {
    if (this.drawn.plan) return this.drawn.plan;
    if (!this.plans.has(part)) {
      const plan = planJob(this.model.guide, { for: [part] });
      this.plans.set(part, plan.ok && plan.value.proven ? plan.value : undefined);
    }
    return this.plans.get(part);
  }

  /** The faults that show as a symptom; undefined where a way to one of them is not proven. */
  faultsFor(symptom: string): DrawnFaults | undefined {
    if (this.drawn.faults) return this.drawn.faults;
    if (!this.faults.has(symptom)) {
      const made = faultMachine(this.model.guide, this.catalogue, { says: [symptom], found: {} });
      const drawn = made.above > 0 ? undefined : drawnFaults(made, this.catalogue, symptom);
      this.faults.set(symptom, drawn);
    }
    return this.faults.get(symptom);
  }
}

/** What an exercise is judged by, to be kept with it. */
export function drawnFor(machine: Machine, { kind, subject }: Setting): Drawn {
  const [, first = "", part = ""] = subject.split(":");
  const cooler = kind === "paste" ? seatOf(machine.model.guide)?.cooler : undefined;
  const planned = cooler ?? (kind === "order" || kind === "build" || kind === "holds" ? part : "");
  const plan = planned === "" ? undefined : machine.planFor(planned);
  const faults = kind === "find" ? machine.faultsFor(first) : undefined;
  return { ...(plan ? { plan } : {}), ...(faults ? { faults } : {}) };
}

/**
 * An exercise after what was done, made from its setting, the deeds, the guide and what it was drawn with. Fails where this guide does not have what the subject names.
 */
export function exerciseOf(
  machine: Machine,
  setting: Setting,
  deeds: readonly Deed[],
): Result<View, NoExercise> {
  const none = fail({ type: "no-exercise" as const, subject: setting.subject });
  const [kind, first = "", part = ""] = setting.subject.split(":");
  if (kind !== setting.kind) return none;
  const { model, catalogue } = machine;
  const { guide } = model;
  switch (setting.kind) {
    case "opens": {
      const type = CONNECTOR_TYPES.find((one) => one === first);
      if (!type || plugsOfType(guide, type).length === 0) return none;
      return ok(opensView(model, type satisfies ConnectorType, setting, deeds));
    }
    case "screw": {
      const lots = lotsOf(guide);
      if (!lots.some((a) => lots.some((b) => isOther(guide, a, b)))) return none;
      return ok(screwView(model, setting, deeds));
    }
    case "find": {
      const faults = Object.hasOwn(catalogue.symptoms, first) && machine.faultsFor(first);
      return faults ? ok(findView(faults, first, setting, deeds)) : none;
    }
    case "paste": {
      const pattern = PATTERNS.find((one): one is Pattern => one === first);
      const seat = seatOf(guide);
      if (!pattern || !seat) return none;
      const need = pasteFor(seat.die, seat.bond).volume;
      const isPressed = deeds.some((deed) => deed.do === "press");
      const plan = isPressed ? machine.planFor(seat.cooler) : undefined;
      return ok(pasteView(seat, pattern, need, setting.level, plan?.work ?? 0, deeds));
    }
    default:
      return Object.hasOwn(guide.parts, part) ? planned(machine, part, setting, deeds) : none;
  }
}

function planned(
  machine: Machine,
  part: string,
  setting: Setting,
  deeds: readonly Deed[],
): Result<View, NoExercise> {
  const none = fail({ type: "no-exercise" as const, subject: setting.subject });
  const { model } = machine;
  const plan = machine.planFor(part);
  if (!plan) return none;
  switch (setting.kind) {
    case "order":
      return ok(orderView(model, part, plan, setting, deeds));
    case "build":
      return forgettable(model.guide, plan, setting.level).length === 0
        ? none
        : ok(buildView(model, part, plan, setting, deeds));
    default:
      return holdings(model, part, plan).length === 0
        ? none
        : ok(holdsView(model, part, plan, setting, deeds));
  }
}
