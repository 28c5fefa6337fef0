import { Meter } from "../core/base/meter.ts";
import { fail, ok, type Result, unreachable } from "../core/base/result.ts";
import { HABITS, lotsOf, trayOfPlan } from "../core/bench/index.ts";
import { checkGuide, guideErrors, variantOf } from "../core/check/index.ts";
import { type Finding, type Guide, guideForCode, parseGuideText } from "../core/guide/index.ts";
import { planJob, reworkOf, savedState } from "../core/plan/index.ts";
import { after, closedMachine, type Job, type JobError, modelOf } from "../core/rules/index.ts";
import { snagOf } from "../core/snag/index.ts";
import { findingWords, placeWords } from "../core/words/index.ts";
import { WHOLE } from "../core/work/index.ts";
import { benchFolder } from "./bench.ts";
import { diffFiles, interviewFile, learn } from "./learn.ts";
import { type CliError, readJsonText, readText } from "./read-file.ts";
import { walkJob, walkText } from "./walk.ts";
import { parseArgs } from "node:util";

interface GuideError extends CliError {
  readonly findings: ReturnType<typeof inMessages>;
}

const USAGE =
  "guide check FILE | plan FILE --for ID,… [--reach ID,…] [--open ID,…] [--new ID,…] " +
  "[--mode book|short] [--variant CODE] [--looks COUNT] | rework FILE --joint ID | " +
  "snag FILE --for ID,… --done ID,… --stuck ID [--near VIEW,X,Y] | " +
  "walk FILE --for ID,… [--fail FUNCTION] [--round open|shut] [--text] and the options of plan | " +
  "tray FILE --for ID,… [--grid 4x6] [--holds 12] [--way cells|mirror|with-part|parked] | " +
  "bench FOLDER [--looks COUNT] | learn LOG | interview FILE [--seed N] | diff FROM TO. A list may be given in parts: --for a --for b";

/** A list option, given once or several times. */
const list = (values: readonly string[] | undefined): readonly string[] =>
  (values ?? []).flatMap((value) => value.split(",").filter((id) => id !== ""));

/** Carries out one call of the guide command: what it prints, or its error. */
export function run(argv: readonly string[]): Result<unknown, CliError> {
  const args = readArgs(argv);
  if (!args.ok) return args;
  if (args.value === "help") return ok({ usage: USAGE });
  const { command, file, other, options } = args.value;
  const looks = readLooks(options.looks);
  if (!looks.ok) return looks;
  if (command === "bench") return benchFolder(file, looks.value);
  if (command === "interview") return interviewFile(file, options.seed);
  if (command === "diff") return diffFiles(file, other ?? "");
  const source = readText(file);
  if (!source.ok) return source;
  if (command === "learn") return learn(source.value);
  if (command === "check") return check(source.value);
  const guide = readGuide(source.value, options.variant);
  if (!guide.ok) return guide;
  if (command === "walk") return walk(guide.value, options);
  if (command === "plan") return plan(guide.value, options, looks.value);
  if (command === "snag") return snag(guide.value, options);
  if (command === "tray") return tray(guide.value, options);
  if (options.joint === undefined) return fail({ error: "name a joint: --joint ID", path: "" });
  return inWords(reworkOf(guide.value, options.joint));
}

interface Options {
  readonly for?: readonly string[];
  readonly reach?: readonly string[];
  readonly open?: readonly string[];
  readonly new?: readonly string[];
  readonly mode?: string;
  readonly variant?: string;
  readonly joint?: string;
  readonly done?: readonly string[];
  readonly stuck?: string;
  readonly near?: string;
  readonly grid?: string;
  readonly holds?: string;
  readonly way?: string;
  readonly looks?: string;
  readonly fail?: string;
  readonly round?: string;
  readonly seed?: string;
  readonly text?: boolean;
}

interface Call {
  readonly command: string;
  readonly file: string;
  /** Of `diff`, the second file. */
  readonly other: string | undefined;
  readonly options: Options;
}

const COMMANDS = [
  "check",
  "plan",
  "rework",
  "snag",
  "tray",
  "walk",
  "bench",
  "learn",
  "interview",
  "diff",
];

function readArgs(argv: readonly string[]): Result<Call | "help", CliError> {
  try {
    const text = { type: "string" } as const;
    const texts = { type: "string", multiple: true } as const;
    const { values, positionals } = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        help: { type: "boolean", short: "h" },
        for: texts,
        reach: texts,
        open: texts,
        new: texts,
        mode: text,
        variant: text,
        joint: text,
        done: texts,
        stuck: text,
        near: text,
        grid: text,
        holds: text,
        way: text,
        looks: text,
        fail: text,
        round: text,
        seed: text,
        text: { type: "boolean" },
      },
    });
    const { help, ...options } = values;
    if (help === true) return ok("help");
    const [command, file, other] = positionals;
    const files = command === "diff" ? 2 : 1;
    if (command === undefined || file === undefined || positionals.length !== files + 1) {
      return fail({ error: USAGE, path: "" });
    }
    if (!COMMANDS.includes(command)) {
      return fail({ error: `no command "${command}"; ${USAGE}`, path: "" });
    }
    return ok({ command, file, other, options });
  } catch (error) {
    return fail({ error: `${(error as Error).message}; ${USAGE}`, path: "" });
  }
}

function check(source: string): Result<unknown, CliError> {
  const value = readJsonText(source);
  return value.ok ? ok({ findings: inMessages(checkGuide(value.value)) }) : value;
}

function readGuide(source: string, variant: string | undefined): Result<Guide, GuideError> {
  const parsed = parseGuideText(source);
  if (!parsed.ok) return broken(parsed.error);
  // A variant that is wrong blocks its own code only.
  const isOurs = (finding: Finding): boolean => [undefined, variant].includes(variantOf(finding));
  const findings = guideErrors(parsed.value).filter(isOurs);
  if (findings.length > 0) return broken(findings);
  if (variant === undefined) return parsed;
  const patched = guideForCode(parsed.value, variant);
  return patched.ok ? patched : broken(patched.error);
}

const inMessages = (findings: readonly Finding[]) =>
  findings.map((finding) => ({
    level: finding.level,
    path: finding.path,
    message: findingWords(finding),
  }));

const broken = (findings: readonly Finding[]): Result<never, GuideError> =>
  fail({
    error: findingWords(findings[0]!),
    path: findings[0]!.path,
    findings: inMessages(findings),
  });

/** Looks that a plan may take (see `Meter`); the finished answer's where nothing is said. */
function readLooks(text: string | undefined): Result<number, CliError> {
  if (text === undefined) return ok(WHOLE);
  const looks = Number(text);
  return Number.isInteger(looks) && looks > 0 && text.trim() !== ""
    ? ok(looks)
    : fail({ error: "say how many looks a plan may take, like --looks 1000000", path: "/looks" });
}

function plan(guide: Guide, options: Options, looks: number): Result<unknown, CliError> {
  const job = jobOf(options);
  return job.ok ? inWords(planJob(guide, job.value, undefined, new Meter(looks))) : job;
}

function jobOf(options: Options): Result<Job, CliError> {
  const mode = options.mode ?? "short";
  if (mode !== "book" && mode !== "short") {
    return fail({ error: `no mode "${mode}"; say book or short`, path: "/mode" });
  }
  return ok({
    for: list(options.for),
    reach: list(options.reach),
    open: list(options.open),
    new: list(options.new),
    mode,
  });
}

function snag(guide: Guide, options: Options): Result<unknown, CliError> {
  const model = modelOf(guide);
  const { stuck } = options;
  if (stuck === undefined || !model.partOf.has(stuck)) {
    return fail({ error: "name the part that is stuck: --stuck PART", path: "/stuck" });
  }
  const job: Job = { for: list(options.for), mode: "short" };
  const plan = planJob(guide, job);
  if (!plan.ok) return inWords(plan);
  let machine = closedMachine(model);
  for (const [i, id] of list(options.done).entries()) {
    const joint = model.jointOf.get(id);
    const lift = plan.value.down.find((step) => step.do === "lift" && step.parts.includes(id));
    if (joint !== undefined) machine = after(machine, { do: "release", joint });
    else if (lift?.do === "lift") {
      const parts = lift.parts.map((part) => model.partOf.get(part)!);
      machine = after(machine, { do: "lift", parts });
    } else
      return fail({ error: `"${id}" is no joint and nothing this job lifts`, path: `/done/${i}` });
  }
  const near = readPoint(guide, options.near);
  if (!near.ok) return near;
  const input = { job, from: savedState(model, machine), stuck };
  const point = near.value;
  return ok({ suspects: snagOf(model, point ? { ...input, near: point } : input) });
}

/** Where the screws of a job go: cell by cell, or lot by lot for the other ways. */
function tray(guide: Guide, options: Options): Result<unknown, CliError> {
  const way = HABITS.find((habit) => habit === (options.way ?? "cells"));
  if (!way)
    return fail({ error: `no way "${options.way}"; say ${HABITS.join(", ")}`, path: "/way" });
  const size = /^(\d{1,2})x(\d{1,2})$/.exec(options.grid ?? "4x6");
  const [rows, columns] = [Number(size?.[1]), Number(size?.[2])];
  if (!size || rows * columns === 0) {
    return fail({ error: "say the grid as ROWSxCOLUMNS, like --grid 4x6", path: "/grid" });
  }
  const holds = Number(options.holds ?? 12);
  if (!Number.isInteger(holds) || holds < 1) {
    return fail({ error: "say how many screws a cell holds, like --holds 12", path: "/holds" });
  }
  const plan = planJob(guide, { for: list(options.for), mode: "short" });
  if (!plan.ok) return inWords(plan);
  const lots = lotsOf(guide, plan.value.down);
  if (way !== "cells") {
    return ok({
      way,
      lots: lots.map((joint) => ({ joint, lies: placeWords(guide, joint, way, undefined) })),
    });
  }
  const filled = trayOfPlan(guide, plan.value.down, { rows, columns, holds });
  if (!filled)
    return fail({ error: `${lots.length} lots do not go into this tray`, path: "/grid" });
  const { danger, exact, shared, cells } = filled;
  return ok({
    way,
    lots: [...cells].map(([joint, cell]) => ({ joint, cell })),
    danger,
    exact,
    shared,
  });
}

/** The job as the bench would lead it, every line of it; with `--text` as lines to be read aloud. */
function walk(guide: Guide, options: Options): Result<unknown, CliError> {
  const job = jobOf(options);
  if (!job.ok) return job;
  const { fail: what, round, text } = options;
  if (round !== undefined && round !== "open" && round !== "shut") {
    return fail({ error: "say the round as open or shut", path: "/round" });
  }
  const walked = walkJob(guide, job.value, what === undefined ? undefined : { what, round });
  if (!walked.ok && walked.error === "no-plan") return plan(guide, options, WHOLE);
  if (!walked.ok) return fail(walked.error as CliError);
  return ok(text === true ? walkText(walked.value) : walked.value);
}

function readPoint(
  guide: Guide,
  text: string | undefined,
): Result<{ view: string; x: number; y: number } | undefined, CliError> {
  if (text === undefined) return ok(undefined);
  const [view = "", x, y] = text.split(",");
  if (!Object.hasOwn(guide.views, view)) {
    const views = Object.keys(guide.views).join(", ");
    return fail({ error: `there is no view "${view}"; say one of ${views}`, path: "/near" });
  }
  const point = { view, x: Number(x), y: Number(y) };
  return Number.isFinite(point.x) && Number.isFinite(point.y)
    ? ok(point)
    : fail({ error: "say where as --near VIEW,X,Y in millimetres", path: "/near" });
}

const inWords = <T>(result: Result<T, JobError>): Result<T, CliError> =>
  result.ok ? result : fail({ error: jobErrorWords(result.error), path: result.error.path });

function jobErrorWords(error: JobError): string {
  switch (error.type) {
    case "job-empty":
      return "name at least one part or joint: --for ID, --reach ID or --open ID";
    case "part-unknown":
      return `there is no part "${error.id}"`;
    case "id-unknown":
      return `there is no part or joint "${error.id}"`;
    case "joint-unknown":
      return `there is no joint "${error.id}"`;
    case "joint-permanent":
      return `"${error.id}" is made for good and cannot be opened`;
    case "no-plan":
      return `nothing that may be opened frees ${error.ids.join(", ")}`;
    case "not-finished":
      return `no sequence that frees ${error.ids.join(", ")} was found; allow more with --looks COUNT`;
    default:
      return unreachable(error);
  }
}
