import { pick } from "../base/seeded.ts";
import type { Guide, GuideJoint } from "../guide/index.ts";
import {
  after,
  blockOf,
  closedMachine,
  groupOf,
  type Model,
  modelOf,
  type Move,
  type Problem,
  problemOf,
  type State,
} from "../rules/index.ts";
import { stepOf } from "../plan/index.ts";
import { answersTo, type Question } from "./question.ts";
import { type Claim, type Log, machineOf, type Sighting } from "./log.ts";

/**
 * Somebody who knows a machine as its guide has it: takes one apart in an order of chance that the rules allow,
 * enters what he opens, takes a picture whenever something comes to light, and answers truthfully.
 */
export class Technician {
  private readonly model: Model;
  private readonly problem: Problem;

  constructor(private readonly truth: Guide) {
    this.model = modelOf(truth);
    const part = this.model.partIds[this.model.frame]!;
    const problem = problemOf(this.model, { for: [part] });
    if (!problem.ok) throw new Error(`${truth.id} has no frame`);
    this.problem = problem.value;
  }

  /** The log of one machine, opened as far as it can be. */
  stripDown(random: () => number): Log {
    const { truth, model } = this;
    const sightings: Sighting[] = [];
    const entered = new Set<string>();
    /** By thing, the picture on which it could be seen first. */
    const shown = new Map<string, string>();
    let views = 0;
    const enterPart = (part: string): void => {
      const { shape, ...facts } = truth.parts[part]!;
      const view = shown.get(part);
      const outline = shape && view !== undefined ? { shape: { ...shape, view } } : {};
      sightings.push({ do: "part", part, facts: { ...facts, ...outline } });
    };
    const enter = (parts: readonly number[]): void => {
      for (const p of parts) {
        const part = model.partIds[p]!;
        if (entered.has(part)) continue;
        entered.add(part);
        // What a part lies on is entered with it, down to the frame.
        enter(model.below[p]!.slice(0, 1));
        enterPart(part);
      }
    };
    /** What holds these parts for good, as it can be seen on them. */
    const enterForGood = (parts: readonly number[]): void => {
      for (const [j, joins] of model.joins.entries()) {
        const joint = model.jointIds[j]!;
        if (!model.permanent[j] || entered.has(joint)) continue;
        if (!joins.some((p) => parts.includes(p))) continue;
        entered.add(joint);
        enter(joins);
        const { at: _, ...facts } = truth.joints[joint]!;
        sightings.push({ do: "joint", joint, facts: facts as GuideJoint });
      }
    };
    const photograph = (state: State): void => {
      const bare = this.bare(state).filter((id) => !shown.has(id));
      for (const [posture, name] of this.sides()) {
        const things = bare.filter((id) => this.sideOf(id) === posture);
        if (things.length === 0) continue;
        const view = `picture-${++views}`;
        for (const id of things) shown.set(id, view);
        const seen = truth.views[name]!;
        const facts = { ...seen, name: `${seen.name}, picture ${views}` };
        sightings.push({ do: "view", view, facts }, { do: "shows", view, things });
        for (const id of things) if (truth.parts[id] && entered.has(id)) enterPart(id);
      }
    };
    enter([model.frame]);
    let state = closedMachine(model);
    photograph(state);
    for (let moves = this.moves(state); moves.length > 0; moves = this.moves(state)) {
      const move = pick(random, moves);
      if (move.do === "release") {
        enter(model.joins[move.joint]!);
        const joint = model.jointIds[move.joint]!;
        const { at, ...facts } = truth.joints[joint]!;
        const view = shown.get(joint)!;
        const points = at ? { at: at.map((point) => ({ ...point, view })) } : {};
        sightings.push({ do: "joint", joint, facts: { ...facts, ...points } as GuideJoint });
      } else {
        enter(move.parts);
        enterForGood(move.parts);
      }
      sightings.push(stepOf(model, move));
      state = after(state, move);
      photograph(state);
    }
    enterForGood([model.frame]);
    return { format: "brisk-bench-log", version: 1, machine: machineOf(truth), sightings };
  }

  /** Answers truthfully, and points at all that is in the way. */
  reply(question: Pick<Question, "kind" | "claims">): readonly Sighting[] {
    const held = question.claims.filter((claim) => this.holds(claim));
    if (question.kind === "look") {
      return answersTo(question, held.length === question.claims.length ? "yes" : "no", held);
    }
    return answersTo(question, held.length > 0 ? "no" : "yes", held);
  }

  holds({ how, first, then }: Claim): boolean {
    const { model } = this;
    if (how === "first") {
      return this.truth.orders.some(
        (order) => order.strength === "must" && order.first === first && order.then === then,
      );
    }
    const joint = model.jointOf.get(then);
    const over =
      joint === undefined ? model.overPart[model.partOf.get(then)!]! : model.overJoint[joint]!;
    return over.includes(model.partOf.get(first)!);
  }

  private moves(state: State): readonly Move[] {
    const { model, problem } = this;
    const releases = model.jointIds.map((_, joint): Move => ({ do: "release", joint }));
    const groups = new Map<number, readonly number[]>();
    for (const p of model.partIds.keys()) {
      const parts = groupOf(model, state, p);
      groups.set(parts[0]!, parts);
    }
    const lifts = [...groups.values()].map((parts): Move => ({ do: "lift", parts }));
    return [...releases, ...lifts].filter((move) => !blockOf(problem, state, move));
  }

  /** What can be seen: nothing that is said to be over it lies in place beside it. */
  private bare(state: State): readonly string[] {
    const { model, truth } = this;
    const hidden = new Set<string>();
    for (const { part, over } of truth.covers) {
      const stack = state.stack[model.partOf.get(part)!];
      for (const id of over) {
        const ground = model.partOf.get(id) ?? model.host[model.jointOf.get(id)!]!;
        if (state.stack[ground] === stack) hidden.add(id);
      }
    }
    return [...model.partIds, ...model.jointIds].filter((id) => !hidden.has(id));
  }

  /** The sides of the machine, each with a view of the guide that shows it. */
  private sides(): ReadonlyMap<string, string> {
    const sides = new Map<string, string>();
    for (const [name, { posture }] of Object.entries(this.truth.views)) {
      if (!sides.has(posture)) sides.set(posture, name);
    }
    return sides;
  }

  private sideOf(id: string): string | undefined {
    const { parts, joints, views } = this.truth;
    const view = parts[id]?.shape?.view ?? joints[id]?.at?.[0]?.view;
    return view === undefined ? [...this.sides().keys()][0] : views[view]?.posture;
  }
}
