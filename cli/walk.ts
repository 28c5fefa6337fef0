import { fail, ok, type Result } from "../core/base/result.ts";
import {
  type Ask,
  apply,
  type BenchState,
  type Entry,
  foldLedger,
  goodEntry,
  lifeOf,
  nextAsk,
  reworkChoices,
  type Round,
} from "../core/bench/index.ts";
import { type Guide, jointMinutes, partMinutes, type Posture } from "../core/guide/index.ts";
import {
  type Forced,
  planJob,
  planToDo,
  savedState,
  type Step,
  stepKey,
  thingOf,
} from "../core/plan/index.ts";
import { type Job, type Model, modelOf } from "../core/rules/index.ts";
import {
  capital,
  jointWord,
  LIFE_WORDS,
  lookWhy,
  partWord,
  goodWords,
  powerOnFor,
  powerOnSpeech,
  trialWords,
  regionWords,
  stepSpeech,
  stepWords,
  stopAsk,
  wordList,
} from "../core/words/index.ts";
import type { CliError } from "./read-file.ts";

/** One thing the bench asks for or says to do, with all that stands beside it. */
export interface WalkLine {
  readonly do: Ask["type"] | "fails" | "back-to";
  /** The joint, or the part that is in the hand, that it is about; the function of a trial. */
  readonly id?: string;
  /** The joints of a look. */
  readonly ids?: readonly string[];
  /** Whether there is voltage in the machine, or may be, while it is done. */
  readonly live: boolean;
  /** How the machine lies while it is done, once it was said. */
  readonly posture?: Posture;
  /** What the hand would not do here, and the facts leave no other way. */
  readonly forced?: readonly Forced[];
  /** Live or dead while it is asked. */
  readonly power: string;
  readonly say: string;
  /** What is said beside it, in order: how it is laid, the tool, how it goes, what to heed. */
  readonly beside: readonly string[];
  /** What is a press away. */
  readonly more?: readonly string[];
  readonly minutes?: number;
  readonly step?: Step;
}

export interface Walk {
  readonly minutes: number;
  readonly down: readonly WalkLine[];
  readonly up: readonly WalkLine[];
  /** After the function that was to fail did so. */
  readonly back: readonly WalkLine[];
}

/** A function that is to fail once, in a round. */
export interface Failing {
  readonly what: string;
  readonly round: Round | undefined;
}

/** No walk is longer: more is a job that does not end. */
const MOST = 5000;

/**
 * Plays a job from the first stop to the count, as the bench leads it, everything answered as it should be;
 * with a function that fails once, back to the cheapest joint it hangs on and on to the end.
 */
export function walkJob(
  guide: Guide,
  job: Job,
  failing: Failing | undefined,
): Result<Walk, CliError | "no-plan"> {
  const model = modelOf(guide);
  const plan = planToDo(guide, job);
  if (!plan.ok) return fail("no-plan");
  const pinned = { version: "0".repeat(64), code: guide.codes[0]! };
  const start: Entry = { do: "start", guide: pinned, job, down: plan.value.down };
  let state = apply(model, foldLedger(model, []), start);
  const { down, forced: against } = plan.value;
  const parts = { down: [] as WalkLine[], up: [] as WalkLine[], back: [] as WalkLine[] };
  let hasFailed = false;
  for (let i = 0; i < MOST && state.phase !== "closed"; i++) {
    const ask = nextAsk(model, state);
    const to = hasFailed ? parts.back : state.phase === "down" ? parts.down : parts.up;
    const check = ask.type === "check" ? ask.checks[0]! : undefined;
    const isRound =
      failing?.round === undefined || (ask.type === "check" && ask.round === failing.round);
    if (check && !hasFailed && check.what === failing?.what && isRound) {
      hasFailed = true;
      const back = goBack(model, state, check.what, job);
      if (!back) return fail({ error: `nothing to go back to for "${check.what}"`, path: "/fail" });
      parts.back.push(...back.lines);
      state = back.state;
      continue;
    }
    const entry = goodEntry(ask);
    if (!entry) throw new Error(`walk: the bench of ${guide.id} asks for nothing`);
    const key = ask.type === "step" ? stepKey(ask.step) : undefined;
    const forced = against.filter(({ at }) => stepKey(down[at]!) === key);
    const line = { ...lineOf(model, state, ask), ...(forced.length > 0 ? { forced } : {}) };
    state = apply(model, state, entry);
    to.push(state.lies === undefined ? line : { ...line, posture: state.lies });
  }
  if (failing && !hasFailed) {
    const where = failing.round === undefined ? "" : ` with the machine ${failing.round}`;
    return fail({ error: `"${failing.what}" is not tried in this job${where}`, path: "/fail" });
  }
  const all = [...parts.down, ...parts.up, ...parts.back];
  const minutes = all.reduce((sum, line) => sum + (line.minutes ?? 0), 0);
  return ok({ minutes: Math.round(minutes * 100) / 100, ...parts });
}

function goBack(
  model: Model,
  state: BenchState,
  what: string,
  job: Job,
): { readonly lines: readonly WalkLine[]; readonly state: BenchState } | undefined {
  const { guide } = model;
  const [choice] = reworkChoices(model, state, what);
  if (!choice) return undefined;
  const life = lifeHere(model, state);
  const off = choice.off.map((id) => partWord(guide, id));
  const lines: readonly WalkLine[] = [
    { do: "fails", id: what, ...life, say: `${capital(what)} fails.`, beside: [] },
    {
      do: "back-to",
      id: choice.joint,
      ...life,
      say: `Back to the ${jointWord(guide, choice.joint)}, ${choice.minutes.toFixed(1)} minutes`,
      beside: off.length === 0 ? [] : [`Off again: ${wordList(off)}.`],
    },
  ];
  const opened = apply(model, state, { do: "rework", joint: choice.joint });
  const mode = job.mode === undefined ? {} : { mode: job.mode };
  const open: Job = { for: [], open: [choice.joint], ...mode };
  const plan = planJob(guide, open, savedState(model, opened.machine));
  if (!plan.ok) return undefined;
  return { lines, state: apply(model, opened, { do: "replan", job: open, down: plan.value.down }) };
}

function lifeHere(model: Model, state: BenchState): Pick<WalkLine, "power" | "live"> {
  const life = lifeOf(model, state);
  return { power: LIFE_WORDS[life].word, live: life === "on" || life === "live" };
}

/** What an ask is about. */
function idOf(guide: Guide, ask: Ask): string | undefined {
  switch (ask.type) {
    case "stop":
      return ask.stop.part;
    case "gate":
      return ask.joints[0];
    case "check":
      return ask.checks[0]!.what;
    case "step":
      return thingOf(guide, ask.step);
    default:
      return undefined;
  }
}

function lineOf(model: Model, state: BenchState, ask: Ask): WalkLine {
  const { guide } = model;
  const id = idOf(guide, ask);
  const base = { do: ask.type, ...(id === undefined ? {} : { id }), ...lifeHere(model, state) };
  switch (ask.type) {
    case "stop":
      return { ...base, say: stopAsk(guide, ask.stop), beside: [`Good: ${ask.stop.good}.`] };
    case "gate":
      return {
        ...base,
        ids: ask.joints,
        say: `Look, ${regionWords(ask.region)}: ${ask.joints.map((id) => jointWord(guide, id)).join("; ")}`,
        beside: [],
        more: [lookWhy(guide, ask.step), `Next: ${stepWords(guide, ask.step)}.`],
      };
    case "power-on": {
      const tries = ask.checks.map(({ what }) => what);
      const { posture, lines } = powerOnSpeech(model, state, tries);
      return {
        ...base,
        say: `Power it on: ${powerOnFor(tries)}`,
        beside: posture === undefined ? lines : [posture, ...lines],
        more: [`To try: ${trialWords(tries)}.`],
      };
    }
    case "check": {
      const [check] = ask.checks;
      const touched = [...check!.because, ...check!.moved].map((id) => jointWord(guide, id));
      const good = goodWords(guide, check!.what);
      return {
        ...base,
        say: `Try ${check!.what}`,
        beside: good === undefined ? [] : [`Good: ${good}.`],
        more: [`It hangs on: ${wordList(touched)}.`],
      };
    }
    case "swap":
      return { ...base, say: "Swap, or seat anew", beside: [] };
    case "close":
      return { ...base, say: "Count the screws that are left: none", beside: [] };
    case "step":
      return { ...base, ...stepLine(model, state, ask.step), step: ask.step };
    case "nothing":
      return { ...base, say: "Nothing is asked", beside: [] };
  }
}

function stepLine(model: Model, state: BenchState, step: Step) {
  const { say, posture, tool, now, more } = stepSpeech(model, state, step);
  const beside = [
    posture,
    tool === undefined ? undefined : `With: ${tool}.`,
    ...now.map(({ text }) => text),
  ];
  return {
    say,
    beside: beside.filter((line) => line !== undefined),
    ...(more.length > 0 ? { more: more.map(({ text }) => text) } : {}),
    minutes: minutesOf(model.guide, step),
  };
}

function minutesOf(guide: Guide, step: Step): number {
  if (step.do === "release") return jointMinutes(guide.joints[step.joint]!).off;
  if (step.do === "make") return jointMinutes(guide.joints[step.joint]!).on;
  const side = step.do === "lift" ? "lift" : "place";
  return Math.max(...step.parts.map((id) => partMinutes(guide.parts[id]!)[side]));
}

/** The walk as lines to be read aloud. */
export function walkText(walk: Walk): string {
  const part = (name: string, lines: readonly WalkLine[]): readonly string[] =>
    lines.length === 0 ? [] : [`== ${name}`, ...lines.flatMap(textOf)];
  const all = [
    ...part("Strip-down", walk.down),
    ...part("Build-up", walk.up),
    ...part("Back", walk.back),
    `== ${walk.minutes} minutes by the guide`,
  ];
  return all.join("\n");
}

const SIGNS: Readonly<Record<WalkLine["do"], string>> = {
  stop: "STOP",
  gate: "GATE",
  "power-on": "POWER ON",
  check: "TRY",
  step: "-",
  swap: "SWAP",
  close: "END",
  nothing: "?",
  fails: "FAILS",
  "back-to": "BACK",
};

const textOf = ({ do: what, power, say, beside, minutes }: WalkLine): readonly string[] => [
  `[${power}] ${SIGNS[what]} ${say}${minutes === undefined ? "" : ` (${minutes.toFixed(1)} min)`}`,
  ...beside.map((line) => `      ${line}`),
];
