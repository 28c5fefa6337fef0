import { fail, ok, type Result } from "../base/result.ts";
import { CONNECTOR_TYPES, type ConnectorType, type Guide, type PartKind } from "../guide/index.ts";
import { type Catalogue, type FaultMachine, faultMachine } from "../find/index.ts";
import { type Plan, planJob } from "../plan/index.ts";
import { type Model, modelOf } from "../rules/index.ts";
import { pasteFor } from "../swap/index.ts";
import { KEY_BUDGET } from "../work/index.ts";
import { type BuildView, buildView, forgettable } from "./build.ts";
import type { Offered } from "./cards.ts";
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

/** A machine to practise on: what takes long to work out is worked out once. */
export class Machine {
  readonly model: Model;
  private readonly plans = new Map<string, Plan | undefined>();
  private readonly faults = new Map<string, FaultMachine>();
  constructor(
    guide: Guide,
    readonly catalogue: Catalogue,
  ) {
    this.model = modelOf(guide);
  }

  /** The least-work plan that takes a part out; undefined: there is none in the time. */
  planFor(part: string): Plan | undefined {
    if (!this.plans.has(part)) {
      const plan = planJob(this.model.guide, { for: [part] }, undefined, KEY_BUDGET);
      this.plans.set(part, plan.ok ? plan.value : undefined);
    }
    return this.plans.get(part);
  }

  /** The faults that show as a symptom. */
  faultsFor(symptom: string): FaultMachine {
    const known = this.faults.get(symptom);
    if (known) return known;
    const made = faultMachine(this.model.guide, this.catalogue, { says: [symptom], found: {} });
    this.faults.set(symptom, made);
    return made;
  }
}

/**
 * An exercise after what was done: drawn anew from its setting and the guide each time, so nothing of it is kept but
 * the setting and the deeds. Fails where this guide does not have what the subject names.
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
    case "find":
      return Object.hasOwn(catalogue.symptoms, first)
        ? ok(findView(machine.faultsFor(first), catalogue, first, setting, deeds))
        : none;
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
