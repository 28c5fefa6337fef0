import { drawnMachine, FAMILIES } from "../../testing/drawn-machine.ts";
import { isMutating } from "../../testing/mutating.ts";
import { naiveWork } from "../../testing/naive-rules.ts";
import { randomCase } from "../../testing/random-guide.ts";
import { must } from "../base/must.ts";
import { seeded } from "../base/seeded.ts";
import { type Guide, parseGuide } from "../guide/index.ts";
import { planJob } from "../plan/index.ts";
import { modelOf } from "../rules/index.ts";
import {
  answersTo,
  assess,
  Beliefs,
  boldGuide,
  type Claim,
  draftOf,
  interview,
  isWay,
  learntGuide,
  type Log,
  nextQuestion,
  type Odds,
  oddsOf,
  parseLog,
  safeGuide,
  type Sighting,
  Standings,
} from "./index.ts";
import { Technician } from "./technician.ts";
import fc from "fast-check";

const RUNS = isMutating ? 5 : 40;
const even: Odds = () => 0.2;

/** A machine whose every part can be taken off, with kinds that shops replace. */
function machineOf(seed: number): Guide {
  const { guide } = drawnMachine(FAMILIES[seed % FAMILIES.length]!, 8, seed);
  const kinds = ["battery", "fan", "heatsink", "memory", "storage", "keyboard"] as const;
  const parts = Object.entries(guide.parts).map(([id, facts], i) => [
    id,
    facts.on === undefined ? facts : { ...facts, kind: kinds[i % kinds.length]! },
  ]);
  return { ...guide, parts: Object.fromEntries(parts) as Guide["parts"] };
}

const logOf = (truth: Guide, seed: number): Log => new Technician(truth).stripDown(seeded(seed));
const beliefsOf = (log: Log, sightings = log.sightings): Beliefs =>
  new Beliefs(draftOf({ ...log, sightings }));

/** Whether a way of the draft is one of the machine's, step by step. */
function isTrueWay(truth: Guide, { jobs }: ReturnType<typeof assess>): boolean {
  const model = modelOf(truth);
  return jobs.every(({ part, safe }) => {
    const { partIds, jointIds } = safe.model;
    const moves = safe.moves.map((move) =>
      move.do === "release"
        ? { ...move, joint: model.jointOf.get(jointIds[move.joint]!)! }
        : {
            ...move,
            parts: move.parts.map((p) => model.partOf.get(partIds[p]!)!).sort((a, b) => a - b),
          },
    );
    return isWay(model, part, moves);
  });
}

const hasFrame = (sightings: readonly Sighting[]): boolean =>
  sightings.some((one) => one.do === "part" && one.facts.on === undefined);

test("every log folds, wherever it was cut, and its safe ways are the machine's", () => {
  fc.assert(
    fc.property(fc.nat(10_000), fc.double({ min: 0, max: 1, noNaN: true }), (seed, cut) => {
      const truth = machineOf(seed);
      const log = logOf(truth, seed);
      const sightings = log.sightings.slice(0, Math.ceil(cut * log.sightings.length));
      if (!hasFrame(sightings)) return;
      expect(isTrueWay(truth, assess(beliefsOf(log, sightings)))).toBe(true);
    }),
    { numRuns: RUNS },
  );
});

test("what was taken back at the end is as if it had never been entered", () => {
  fc.assert(
    fc.property(fc.nat(10_000), fc.double({ min: 0.2, max: 1, noNaN: true }), (seed, cut) => {
      const log = logOf(machineOf(seed), seed);
      const named = log.sightings.map((one, i) => ({ ...one, id: `s${i}` }));
      const kept = Math.ceil(cut * named.length);
      const back = named.slice(kept).map(({ id }): Sighting => ({ do: "back", of: id }));
      expect(draftOf({ ...log, sightings: [...named, ...back] })).toEqual(
        draftOf({ ...log, sightings: named.slice(0, kept) }),
      );
    }),
    { numRuns: RUNS },
  );
});

test("anything taken back in the middle still folds, and still plans nothing that is not known", () => {
  fc.assert(
    fc.property(fc.nat(10_000), fc.array(fc.nat(500), { maxLength: 6 }), (seed, places) => {
      const log = logOf(machineOf(seed), seed);
      const named = log.sightings.map((one, i) => ({ ...one, id: `s${i}` }));
      const back = places.map((at): Sighting => ({
        do: "back",
        of: `s${1 + (at % named.length)}`,
      }));
      const beliefs = beliefsOf(log, [...named, ...back]);
      expect(parseGuide(JSON.parse(JSON.stringify(safeGuide(beliefs)))).ok).toBe(true);
      for (const { safe, bold, part } of assess(beliefs).jobs) {
        expect(bold.work).toBeLessThanOrEqual(safe.work + 1e-6);
        expect(isWay(modelOf(safeGuide(beliefs)), part, safe.moves)).toBe(true);
      }
    }),
    { numRuns: RUNS },
  );
});

describe("against every completion of small drafts", () => {
  const MOST_OPEN = 7;
  /** Cases with few enough open claims that each can be held or not. */
  const small = Array.from({ length: isMutating ? 60 : 300 }, (_, seed) => seed).flatMap((seed) => {
    const truth = randomCase(seed, 4).guide;
    const log = logOf(truth, seed);
    if (!hasFrame(log.sightings)) return [];
    const beliefs = beliefsOf(log);
    const open = openClaims(beliefs);
    return open.length > 0 && open.length <= MOST_OPEN ? [{ seed, log, beliefs, open }] : [];
  });

  test("there are such cases", () => expect(small.length).toBeGreaterThan(isMutating ? 3 : 20));

  test.each(small.map((one) => [one.seed, one] as const))("seed %i", (_, { beliefs, open }) => {
    const bold = boldGuide(beliefs);
    const safe = safeGuide(beliefs);
    const targets = Object.keys(bold.parts).filter(
      (id) => beliefs.wasDone[beliefs.thing(id)!] === 1,
    );
    for (const part of targets) {
      const worst = planJob(safe, { for: [part] });
      const best = planJob(bold, { for: [part] });
      if (!worst.ok || !best.ok) continue;
      for (let mask = 0; mask < 1 << open.length; mask++) {
        const guide = completed(
          bold,
          open.filter((_, i) => (mask >> i) & 1),
        );
        const work = naiveWork(guide, { for: [part] }, 4000);
        if (work === "gave-up") continue;
        expect(work).toBeDefined();
        expect(work!).toBeLessThanOrEqual(worst.value.work + 1e-6);
        expect(work!).toBeGreaterThanOrEqual(best.value.bound - 1e-6);
      }
    }
  });

  test("when all that a question is about is free, each of its jobs takes as little as can be", () => {
    for (const { beliefs, open } of small) {
      const asked = nextQuestion(assess(beliefs), even);
      if (asked?.kind !== "way") continue;
      const about = asked.claims.map((claim) => JSON.stringify(claim));
      const rest = open.filter((claim) => !about.includes(JSON.stringify(claim)));
      for (const { part, bold } of asked.jobs) {
        const work = naiveWork(completed(boldGuide(beliefs), rest), { for: [part] }, 4000);
        if (work !== "gave-up") expect(work).toBeCloseTo(bold.work, 6);
      }
    }
  });
});

function openClaims(beliefs: Beliefs): readonly Claim[] {
  const found: Claim[] = [];
  for (let key = 0; key < 2 * beliefs.things ** 2; key++) {
    if (beliefs.isOpen(key) && beliefs.wasDone[beliefs.thenOf(key)] === 1) {
      found.push(beliefs.claimOf(key));
    }
  }
  return found;
}

/** A guide in which these claims hold as well. */
const completed = (guide: Guide, claims: readonly Claim[]): Guide => ({
  ...guide,
  covers: [
    ...guide.covers,
    ...claims.flatMap(({ how, first, then }) =>
      how === "over" ? [{ part: first, over: [then] }] : [],
    ),
  ],
  orders: [
    ...guide.orders,
    ...claims.flatMap(({ how, first, then }) =>
      how === "first" ? [{ first, then, strength: "must" as const, why: "said" }] : [],
    ),
  ],
});

describe("the interview", () => {
  const cases = Array.from({ length: isMutating ? 4 : 12 }, (_, seed) => seed);

  test.each(cases)(
    "of machine %i ends at its least work, and never plans what it forbids",
    (seed) => {
      const truth = machineOf(seed);
      const told = interview(truth, seed, even);
      expect(told).toMatchObject({ illegal: 0, gap: { after: 0 }, learnt: true });
      expect(told.questions).toBeLessThanOrEqual(told.fileOrder);
    },
  );

  test("no question is asked twice, whatever is answered", () => {
    fc.assert(
      fc.property(
        fc.nat(1000),
        fc.array(fc.nat(3), { minLength: 30, maxLength: 30 }),
        (seed, turns) => {
          const truth = machineOf(seed);
          const technician = new Technician(truth);
          const log = logOf(truth, seed);
          let sightings = log.sightings;
          const asked = new Set<string>();
          for (const turn of turns) {
            const question = nextQuestion(assess(beliefsOf(log, sightings)), even);
            if (!question) return;
            const name = question.claims
              .map((claim) => JSON.stringify(claim))
              .sort()
              .join();
            expect(asked).not.toContain(name);
            asked.add(name);
            const told = technician.reply(question);
            const isNo = told.some((one) => one.do === "answer" && one.answer === "no");
            const blunt = question.kind === "way" && isNo ? answersTo(question, "no") : told;
            const reply = turn === 0 ? answersTo(question, "unknown") : turn === 1 ? blunt : told;
            sightings = [...sightings, ...reply];
            expect(isTrueWay(truth, assess(beliefsOf(log, sightings)))).toBe(true);
          }
        },
      ),
      { numRuns: isMutating ? 3 : 15 },
    );
  });

  test("mended reply by reply it stands where it stands worked out anew, back and forth", () => {
    for (const seed of cases) {
      const truth = machineOf(seed);
      const log = logOf(truth, seed);
      const technician = new Technician(truth);
      const standings = Standings.of(learntGuide(log))!;
      let answers: readonly Sighting[] = [];
      for (let reply = 0; reply < 30; reply++) {
        const { question, gap, jobs, proven } = standings.after(answers, even);
        const anew = assess(beliefsOf(log, [...log.sightings, ...answers]));
        expect(proven).toBe(true);
        expect(gap).toBeCloseTo(anew.gap, 6);
        expect(jobs).toHaveLength(anew.jobs.length);
        for (const [i, { safe, bold }] of anew.jobs.entries()) {
          expect(jobs[i]!.safe).toBeCloseTo(safe.work, 6);
          expect(jobs[i]!.bold).toBeCloseTo(bold.work, 6);
        }
        if (!question) break;
        const told = technician.reply(question).map((one) => ({ ...one, id: `r${reply}` }));
        answers = [...answers, ...told];
      }
      const atOnce = Standings.of(learntGuide(log))!;
      expect(atOnce.after(answers, even)).toEqual(standings.after(answers, even));
      const fewer = answers.slice(
        0,
        answers.findIndex(({ id }) => id === "r1"),
      );
      const first = Standings.of(learntGuide(log))!.after(fewer, even);
      expect(standings.after(fewer, even)).toEqual(first);
    }
  });

  test("with odds as other machines have them it takes fewer questions than with none", () => {
    const guides = cases.map(machineOf);
    const questions = (odds: (id: string) => Odds): number =>
      guides
        .slice(0, 4)
        .reduce((sum, guide) => sum + interview(guide, 1, odds(guide.id)).questions, 0);
    const learnt = (id: string) => oddsOf(guides.filter((other) => other.id !== id));
    expect(questions(learnt)).toBeLessThanOrEqual(questions(() => () => 0.001));
  });
});

describe("a log as a file", () => {
  const log = logOf(machineOf(1), 1);

  test("comes back as it was written", () => {
    const read = parseLog(JSON.stringify(log));
    expect(read.ok && read.value).toEqual(JSON.parse(JSON.stringify(log)));
  });

  test.each([
    ["no JSON", "{", ""],
    ["no log", "{}", ""],
    [
      "a deed nobody knows",
      JSON.stringify({ ...log, sightings: [{ do: "dance" }] }),
      "/sightings/0",
    ],
    [
      "a claim with half its things",
      JSON.stringify({ ...log, sightings: [{ do: "snag", claim: { how: "over", first: "a" } }] }),
      "/sightings/0/claim",
    ],
  ])("is refused with a path when it is %s", (_, text, path) => {
    const read = parseLog(text);
    expect(!read.ok && read.error.path).toBe(path);
  });

  test("a claim about what is not known is left out", () => {
    const stray: Sighting = { do: "snag", claim: { how: "over", first: "ghost", then: "frame" } };
    expect(draftOf({ ...log, sightings: [...log.sightings, stray] }).said).toEqual([]);
    expect(must(log.sightings[0], "a sighting").do).toBe("part");
  });
});
