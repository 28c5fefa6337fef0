import type { Guide } from "../core/guide/index.ts";
import { type DownStep, moveOf } from "../core/plan/index.ts";
import {
  type Job,
  type Model,
  modelOf,
  type Move,
  type Precedence,
  type Problem,
  problemOf,
} from "../core/rules/index.ts";

/** Minutes as whole numbers: the guide's figures have two decimals, care minutes too. */
export const PER_MINUTE = 1000;

/**
 * A job as an answer-set program for a general solver: the same rules, the same work, in `stages`
 * of any number of releases and then any number of lifts that do not wait for each other. Enough
 * stages (see `stagesOf`) make its optimum the planner's.
 */
export function answerSetProgram(guide: Guide, job: Job, stages: number): string {
  const model = modelOf(guide);
  const problem = problemOf(model, job);
  if (!problem.ok) throw new Error(JSON.stringify(problem.error));
  return [...facts(problem.value), `#const k=${stages}.`, RULES].join("\n");
}

function facts(problem: Problem): string[] {
  const { model, goal } = problem;
  const lines = [`frame(${model.frame}).`];
  for (const p of model.partIds.keys()) {
    lines.push(`part(${p}).`);
    lines.push(
      `cost(lift,${p},${whole(model.lift[p]!)}). cost(place,${p},${whole(model.place[p]!)}).`,
    );
    if (model.esd[p]) lines.push(`esd(${p}).`);
    for (const x of model.overPart[p]!) lines.push(`over(${x},${p}).`);
    lines.push(...problem.beforePart[p]!.map((order) => `${before("part", p, order)}`));
  }
  for (const j of model.jointIds.keys()) {
    lines.push(
      `joint(${j}). host(${j},${model.host[j]!}). price(${j},${whole(model.jointCost[j]!)}).`,
    );
    for (const p of model.joins[j]!) lines.push(`joins(${j},${p}).`);
    for (const x of model.overJoint[j]!) lines.push(`overJoint(${x},${j}).`);
    if (model.permanent[j]) lines.push(`permanent(${j}).`);
    if (model.rigid[j]) lines.push(`rigid(${j}).`);
    if (model.carries[j]) lines.push(`carries(${j}).`);
    if (model.power[j]) lines.push(`power(${j}).`);
    for (const { battery, partedFrom } of model.cuts.filter(({ joint }) => joint === j)) {
      if (battery === undefined) continue;
      if (partedFrom.length === 0) lines.push(`out(${battery}).`);
      lines.push(...partedFrom.map((p) => `outOf(${battery},${p}).`));
    }
    if (model.afterPower[j]) lines.push(`afterPower(${j}).`);
    lines.push(...problem.beforeJoint[j]!.map((order) => before("joint", j, order)));
  }
  for (const [u, { parts }] of goal.units.entries()) {
    lines.push(...[...parts].map((p) => `unit(${u},${p}).`));
  }
  lines.push(...[...goal.fresh].map((p) => `fresh(${p}).`));
  lines.push(...goal.reachParts.map((p) => `reachPart(${p}).`));
  lines.push(...goal.openJoints.map((j) => `mustOpen(${j}).`));
  lines.push(...goal.reachJoints.map((j) => `reachJoint(${j}).`));
  return lines;
}

const whole = (minutes: number): number => Math.round(minutes * PER_MINUTE);

const before = (kind: "part" | "joint", id: number, { first }: Precedence): string =>
  first.joint === undefined
    ? `before(${kind},${id},part,${first.part!}).`
    : `before(${kind},${id},joint,${first.joint}).`;

const RULES = `
#defined esd/1. #defined over/2. #defined overJoint/2. #defined permanent/1. #defined rigid/1.
#defined carries/1. #defined power/1. #defined afterPower/1. #defined before/4.
#defined out/1. #defined outOf/2. #defined mustOpen/1. #defined unit/2. #defined fresh/1. #defined reachPart/1. #defined reachJoint/1.
stage(1..k).
% The last stage has releases only.
lifting(1..k-1).

{ release(J,T) } :- joint(J), not permanent(J), stage(T).
open(J,T) :- release(J,T).
open(J,T) :- open(J,T-1), stage(T).
:- release(J,T), open(J,T-1).
:- release(J,T), overJoint(X,J), host(J,H), same(X,H,T-1).
:- release(J,T), afterPower(J), power(P), not open(P,T).
:- release(J,T), afterPower(J), out(B), not lifted(B,T-1).
:- release(J,T), afterPower(J), outOf(B,Q), same(B,Q,T-1).
:- release(J,T), before(joint,J,joint,F), not open(F,T).
:- release(J,T), before(joint,J,part,F), not lifted(F,T-1).

% Rigid groups, after the releases of a stage.
link(P,Q,T) :- rigid(J), joins(J,P), joins(J,Q), P != Q, lifting(T), not open(J,T).
group(P,P,T) :- part(P), lifting(T).
group(P,R,T) :- group(P,Q,T), link(Q,R,T).

{ up(P,T) } :- part(P), lifting(T).
:- up(P,T), link(P,Q,T), not up(Q,T).
:- up(P,T), frame(P).
rest(P,T) :- up(P,T), same(P,Q,T-1), not up(Q,T).
:- up(P,T), not rest(P,T).
:- up(P,T), over(X,P), same(X,P,T-1), not group(P,X,T).
:- up(P,T), esd(P), power(J), not open(J,T).
:- up(P,T), esd(P), out(B), not lifted(B,T-1).
:- up(P,T), esd(P), outOf(B,Q), same(B,Q,T-1).
:- up(P,T), before(part,P,joint,F), not open(F,T).
:- up(P,T), before(part,P,part,F), not lifted(F,T-1).
lifted(P,T) :- up(P,T).
lifted(P,T) :- lifted(P,T-1), lifting(T).

same(P,Q,0) :- part(P), part(Q).
same(P,Q,T) :- same(P,Q,T-1), lifting(T), not up(P,T), not up(Q,T).
same(P,Q,T) :- same(P,Q,T-1), up(P,T), up(Q,T), group(P,Q,T).

% The goal, at the end.
:- unit(U,P), same(P,Q,k-1), not unit(U,Q), not fresh(Q).
bin(U,P) :- unit(U,P).
bin(U,Q) :- unit(U,P), fresh(Q), same(P,Q,k-1).
:- mustOpen(J), not open(J,k).
:- bin(U,P), joins(J,P), joins(J,Q), not bin(U,Q), not permanent(J), not open(J,k).
:- reachPart(P), over(X,P), same(X,P,k-1).
:- reachJoint(J), overJoint(X,J), host(J,H), same(X,H,k-1).

% Work: joints, and for each piece of a lifted group its dearest lift and place, level by level.
#minimize { C@1,J : release(J,_), price(J,C) }.
carry(P,Q,T) :- carries(J), joins(J,P), joins(J,Q), P != Q, lifting(T), not open(J,T).
piece(P,P,T) :- part(P), lifting(T).
piece(P,R,T) :- piece(P,Q,T), carry(Q,R,T).
head(P,T) :- up(P,T), not piece(P,Q,T) : part(Q), Q < P.
level(K,C) :- cost(K,_,C), C > 0.
step(K,C,C-D) :- level(K,C), D = #max { 0; E : level(K,E), E < C }.
pays(K,P,C,T) :- head(P,T), piece(P,Q,T), cost(K,Q,V), level(K,C), V >= C.
#minimize { W@1,K,P,C,T : pays(K,P,C,T), step(K,C,W) }.

% No idle stage between lifts.
used(T) :- up(_,T).
:- used(T), lifting(T-1), not used(T-1).
#show release/2. #show up/2.
`;

/** Stages in which a plan fits: each move as early as what it depends on allows, and one for the end. */
export function stagesOf(guide: Guide, job: Job, down: readonly DownStep[]): number {
  const model = modelOf(guide);
  const problem = problemOf(model, job);
  if (!problem.ok) throw new Error(JSON.stringify(problem.error));
  const moves = down.map((step) => moveOf(model, step));
  const stages: number[] = [];
  for (const [i, move] of moves.entries()) {
    const earliest = moves
      .slice(0, i)
      .map((earlier, k) =>
        dependsOn(problem.value, move, earlier) ? stages[k]! + wait(earlier) : 1,
      );
    stages.push(Math.max(1, ...earliest));
  }
  return Math.max(...stages, 1) + 1;
}

const wait = (earlier: Move): number => (earlier.do === "lift" ? 1 : 0);

function dependsOn(problem: Problem, move: Move, earlier: Move): boolean {
  const { model } = problem;
  const orders =
    move.do === "release"
      ? problem.beforeJoint[move.joint]!
      : move.parts.flatMap((p) => problem.beforePart[p]!);
  const touched = partsOf(model, move);
  if (earlier.do === "release") {
    if (orders.some(({ first }) => first.joint === earlier.joint)) return true;
    if (model.power[earlier.joint]) return true;
    return move.do === "lift" && model.joins[earlier.joint]!.some((p) => touched.has(p));
  }
  if (orders.some(({ first }) => first.part !== undefined && earlier.parts.includes(first.part)))
    return true;
  const over =
    move.do === "release"
      ? model.overJoint[move.joint]!
      : move.parts.flatMap((p) => model.overPart[p]!);
  const waits =
    move.do === "release" ? model.afterPower[move.joint]! : move.parts.some((p) => model.esd[p]);
  const ends = model.cuts.flatMap(({ battery, partedFrom }) =>
    battery === undefined ? [] : [battery, ...partedFrom],
  );
  if (waits && ends.some((p) => earlier.parts.includes(p))) return true;
  return earlier.parts.some((p) => touched.has(p) || over.includes(p));
}

const partsOf = (model: Model, move: Move): ReadonlySet<number> =>
  new Set(move.do === "release" ? model.joins[move.joint]! : move.parts);
