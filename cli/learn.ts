import { fail, ok, type Result } from "../core/base/result.ts";
import { type Guide, guideChanges, parseGuide, sisterPatch } from "../core/guide/index.ts";
import {
  assess,
  Beliefs,
  draftOf,
  interview,
  jobsApart,
  nextQuestion,
  oddsOf,
  parseLog,
  safeGuide,
  type Watch,
} from "../core/learn/index.ts";
import { guideErrors } from "../core/check/index.ts";
import {
  claimWords,
  contradictionWords,
  factChangeWords,
  findingWords,
  questionWords,
} from "../core/words/index.ts";
import { type CliError, readJsonText, readText } from "./read-file.ts";
import { readdirSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";

const GUIDES = path.join(path.dirname(path.dirname(fileURLToPath(import.meta.url))), "guides");

/** The guides that ship, but for one: what the odds of claims are counted on. */
function othersThan(id: string): readonly Guide[] {
  return readdirSync(GUIDES)
    .filter((file) => file.endsWith(".json"))
    .flatMap((file) => {
      const guide = readGuideFile(path.join(GUIDES, file));
      return guide.ok && guide.value.id !== id ? [guide.value] : [];
    });
}

/** A guide, or the guide of `{ "guide": …, "jobs": […] }`. */
function readGuideFile(file: string): Result<Guide, CliError> {
  const text = readText(file);
  const value = text.ok ? readJsonText(text.value) : text;
  if (!value.ok) return value;
  const whole = value.value as { readonly guide?: unknown } | null;
  const guide = parseGuide(whole?.guide ?? value.value);
  return guide.ok
    ? guide
    : fail({ error: `${file} is no guide`, path: guide.error[0]?.path ?? "" });
}

const tidy = (minutes: number): number => Math.round(minutes * 1e4) / 1e4;

/** Runs the pieces of an interview and knows how long they took: of each the 95th of a hundred, in ms. */
export function stopwatch() {
  const times = { question: [] as number[], draft: [] as number[] };
  const watch: Watch = (what, work) => {
    const begin = performance.now();
    const made = work();
    times[what].push(performance.now() - begin);
    return made;
  };
  const slow = (list: readonly number[]): number => {
    const sorted = [...list].sort((a, b) => a - b);
    return Math.round(10 * (sorted[Math.ceil(0.95 * sorted.length) - 1] ?? 0)) / 10;
  };
  return { watch, ms: () => ({ question: slow(times.question), draft: slow(times.draft) }) };
}

/** What a log comes to: the guide that is never wrong, what it may have too much, and what to ask next. */
export function learn(source: string): Result<unknown, CliError> {
  const log = parseLog(source);
  if (!log.ok) return fail({ error: `this is no log: ${log.error.why}`, path: log.error.path });
  const draft = draftOf(log.value);
  if (!Object.values(draft.parts).some(({ on }) => on === undefined)) {
    return fail({ error: "no part is the frame: one has to lie on nothing", path: "/sightings" });
  }
  const beliefs = new Beliefs(draft);
  const known = assess(beliefs);
  const question = nextQuestion(known, oddsOf(othersThan(draft.machine.id)));
  return ok({
    guide: safeGuide(beliefs),
    gap: {
      minutes: tidy(known.gap),
      jobs: known.jobs.map(({ part, safe, bold, gap }) => ({
        part,
        safe: tidy(safe.work),
        bold: tidy(bold.work),
        gap: tidy(gap),
      })),
    },
    contradictions: beliefs.contradictions.map((one) => contradictionWords(draft, one)),
    question: question && {
      kind: question.kind,
      words: questionWords(draft, question),
      jobs: question.jobs.map(({ part }) => part),
      fall: tidy(question.fall),
      claims: question.claims.map((claim) => ({ ...claim, words: claimWords(draft, claim) })),
    },
  });
}

/** A simulated technician takes apart a machine that is as this guide has it, and is asked. */
export function interviewFile(file: string, seed: string | undefined): Result<unknown, CliError> {
  const number = Number(seed ?? "1");
  if (!Number.isSafeInteger(number)) {
    return fail({ error: "say the seed as a whole number: --seed 3", path: "/seed" });
  }
  const guide = readGuideFile(file);
  if (!guide.ok) return guide;
  const odds = oddsOf(othersThan(guide.value.id));
  const { watch, ms } = stopwatch();
  return ok({ ...interview(guide.value, number, odds, watch), ms: ms() });
}

/**
 * What differs in facts from one guide file to another, as lines and as the smallest merge patch, and what that changes
 * for the usual jobs.
 */
export function diffFiles(from: string, to: string): Result<unknown, CliError> {
  const [before, after] = [readGuideFile(from), readGuideFile(to)];
  if (!before.ok) return before;
  if (!after.ok) return after;
  for (const [file, guide] of [
    [from, before.value],
    [to, after.value],
  ] as const) {
    const [error] = guideErrors(guide);
    if (error) return fail({ error: `${file}: ${findingWords(error)}`, path: error.path });
  }
  const changes = guideChanges(before.value, after.value);
  return ok({
    changes: changes.map((one) => ({ ...one, words: factChangeWords(one) })),
    patch: sisterPatch(before.value, after.value),
    jobs: jobsApart(before.value, after.value),
  });
}
