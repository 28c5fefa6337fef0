import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { guideForCode, parseGuideText, type Finding, type Guide } from "../core/guide/index.ts";
import { checkGuide, planJob, reworkOf, type Job, type JobError } from "../core/plan/index.ts";
import { fail, ok, unreachable, type Result } from "../core/result.ts";

interface CliError {
  readonly error: string;
  readonly path: string;
  readonly findings?: readonly Finding[];
}

const USAGE =
  "guide check FILE | plan FILE --for ID,… [--reach ID,…] [--new ID,…] [--mode book|short] " +
  "[--variant CODE] | rework FILE --joint ID";

const list = (value: string | undefined): readonly string[] =>
  (value ?? "").split(",").filter((id) => id !== "");

function run(argv: readonly string[]): Result<unknown, CliError> {
  const args = readArgs(argv);
  if (!args.ok) return args;
  const { command, file, options } = args.value;
  const source = readFile(file);
  if (!source.ok) return source;
  if (command === "check") return check(source.value);
  const guide = readGuide(source.value, options.variant);
  if (!guide.ok) return guide;
  if (command === "plan") return plan(guide.value, options);
  if (options.joint === undefined) return fail({ error: "name a joint: --joint ID", path: "" });
  return inWords(reworkOf(guide.value, options.joint));
}

interface Options {
  readonly for?: string;
  readonly reach?: string;
  readonly new?: string;
  readonly mode?: string;
  readonly variant?: string;
  readonly joint?: string;
}

function readArgs(
  argv: readonly string[],
): Result<{ command: string; file: string; options: Options }, CliError> {
  try {
    const text = { type: "string" } as const;
    const { values, positionals } = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: { for: text, reach: text, new: text, mode: text, variant: text, joint: text },
    });
    const [command, file] = positionals;
    if (command === undefined || file === undefined || positionals.length > 2) {
      return fail({ error: USAGE, path: "" });
    }
    if (!["check", "plan", "rework"].includes(command)) {
      return fail({ error: `no command "${command}"; ${USAGE}`, path: "" });
    }
    return ok({ command, file, options: values });
  } catch (error) {
    return fail({ error: `${(error as Error).message}; ${USAGE}`, path: "" });
  }
}

function readFile(file: string): Result<string, CliError> {
  try {
    return ok(readFileSync(file, "utf8"));
  } catch {
    return fail({ error: `cannot read the file ${file}`, path: "" });
  }
}

function check(source: string): Result<unknown, CliError> {
  let value: unknown;
  try {
    value = JSON.parse(source);
  } catch (error) {
    return fail({ error: `this is not JSON: ${(error as Error).message}`, path: "" });
  }
  return ok({ findings: checkGuide(value) });
}

function readGuide(source: string, variant: string | undefined): Result<Guide, CliError> {
  const parsed = parseGuideText(source);
  if (!parsed.ok) return broken(parsed.error);
  const findings = checkGuide(parsed.value).filter(({ level }) => level === "error");
  if (findings.length > 0) return broken(findings);
  if (variant === undefined) return parsed;
  const patched = guideForCode(parsed.value, variant);
  return patched.ok ? patched : broken(patched.error);
}

const broken = (findings: readonly Finding[]): Result<never, CliError> =>
  fail({ error: findings[0]!.message, path: findings[0]!.path, findings });

function plan(guide: Guide, options: Options): Result<unknown, CliError> {
  const mode = options.mode ?? "short";
  if (mode !== "book" && mode !== "short") {
    return fail({ error: `no mode "${mode}"; say book or short`, path: "/mode" });
  }
  const job: Job = {
    for: list(options.for),
    reach: list(options.reach),
    new: list(options.new),
    mode,
  };
  return inWords(planJob(guide, job));
}

const inWords = <T>(result: Result<T, JobError>): Result<T, CliError> =>
  result.ok ? result : fail({ error: jobErrorWords(result.error), path: result.error.path });

function jobErrorWords(error: JobError): string {
  switch (error.type) {
    case "job-empty":
      return "name at least one part: --for ID or --reach ID";
    case "part-unknown":
      return `there is no part "${error.id}"`;
    case "id-unknown":
      return `there is no part or joint "${error.id}"`;
    case "no-plan":
      return `nothing that may be opened frees ${error.ids.join(", ")}`;
    default:
      return unreachable(error);
  }
}

const result = run(process.argv.slice(2));
process.stdout.write(`${JSON.stringify(result.ok ? result.value : result.error, null, 2)}\n`);
process.exitCode = result.ok ? 0 : 1;
