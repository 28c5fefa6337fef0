import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { must } from "../core/base/must.ts";
import type { Result } from "../core/base/result.ts";
import { seeded } from "../core/base/seeded.ts";
import { GOOD_MACHINE, simulatedProbe } from "../core/devices/index.ts";
import { parseGuideText } from "../core/guide/index.ts";
import type { Person } from "../core/people/index.ts";
import { type Deed, shopDay } from "../core/ticket/index.ts";
import { findingWords } from "../core/words/index.ts";
import type { Database } from "../data/database/index.server.ts";
import { addPeople } from "../data/people/index.server.ts";
import { openLines } from "../data/ticket/index.server.ts";
import type { Act } from "../shop/act.server.ts";
import { readLedger, tick } from "../shop/bench/index.server.ts";
import { storeGuide } from "../shop/guide/index.server.ts";
import { keepNote } from "../shop/notes/index.server.ts";
import { keepDemoPins } from "../shop/people/index.server.ts";
import { openShop } from "../shop/open.server.ts";
import { record } from "../shop/stage/index.server.ts";
import { endSetup, keepAbout } from "../shop/setup/index.server.ts";
import { keepSoak } from "../shop/soak/index.server.ts";
import { decide, takeIn } from "../shop/ticket/index.server.ts";
import { nextEntry } from "../testing/play.ts";
import { loadLearnt, playUnknown } from "./learning.ts";
import { loadOffice } from "./office.ts";
import {
  ABOUT,
  LEARNING,
  NOTES,
  PEOPLE,
  PINS,
  TICKETS,
  type DemoTicket,
  type Stage,
} from "./scenario.ts";

const DAY = 86_400_000;

/** Somebody of the demo at a moment; ids are counted, so that two runs write the same. */
function actAt(db: Database, person: string, ms: number, name: string): Act {
  let made = 0;
  const actor: Person = must(
    PEOPLE.find(({ id }) => id === person),
    `demo person ${person}`,
  );
  return {
    db,
    actor,
    now: () => new Date(ms),
    newId: () => `demo-${name}-${(made += 1)}`,
  };
}

function done<T, E>(result: Result<T, E>, what: string): T {
  if (result.ok) return result.value;
  throw new Error(`demo: ${what}: ${JSON.stringify(result.error)}`);
}

/** Takes in the guides of a folder; a file that does not pass is named with its findings and stops it. */
export async function loadGuides(db: Database, folder: string, now: number): Promise<number> {
  const files = readdirSync(folder).filter((name) => name.endsWith(".json"));
  for (const name of files) {
    const file = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
    const act = actAt(db, "mirel", now - 20 * DAY, name);
    const stored = file.ok ? await storeGuide(act, file.value, "came with the program") : file;
    if (!stored.ok) {
      const words = stored.error.map((found) => `  ${found.path}: ${findingWords(found)}`);
      throw new Error(`${name} does not pass check:\n${words.join("\n")}`);
    }
  }
  return files.length;
}

/** Writes the demo scenario into a database without tickets, as the people of the shop would have. */
export async function loadScenario(db: Database, now: number): Promise<void> {
  const lead = actAt(db, "mirel", now - 20 * DAY, "setup");
  await keepAbout(lead, ABOUT);
  await endSetup(lead);
  const numbers: number[] = [];
  for (const [i, ticket] of TICKETS.entries()) numbers.push(await loadTicket(db, ticket, i, now));
  await loadLearning(db, now);
  await loadOffice(
    (name, days) => actAt(db, "ysolde", now + days * DAY, `office-${name}`),
    shopDay(new Date(now + 3 * DAY), "UTC"),
  );
  for (const [i, { by, on, step, text }] of NOTES.entries()) {
    const act = actAt(db, by, now - DAY, `note-${i}`);
    const ticket = must(numbers[on], `demo ticket ${on}`);
    done(await keepNote(act, ticket, { id: `demo-note-${i}`, step, text }), "a note");
  }
}

/** A machine that was learnt, with questions open, and one that lies half learnt on a bench; each on a ticket. */
async function loadLearning(db: Database, now: number): Promise<void> {
  await loadLearnt(actAt(db, "tobin", now - 3 * DAY, "learnt"), "guides");
  const promised = shopDay(new Date(now + 2 * DAY), "UTC");
  const [known, unknown] = LEARNING.map((facts) => ({ ...facts, promised }));
  const morning = Math.floor(now / DAY) * DAY - 14 * 3_600_000;
  const at = (name: string, minutes = 0): Act =>
    actAt(db, "tobin", morning + minutes * 60_000, name);
  done(await takeIn(at("learnt-ticket"), must(known, "a ticket")), "the learnt machine");
  const number = done(await takeIn(at("unknown"), must(unknown, "a ticket")), "the new model");
  done(await decide(at("unknown-yes", 50), number, "yes-ready", ""), "the new model");
  let minutes = 60;
  await playUnknown(db, number, (name) => at(`unknown-${name}`, (minutes += 2)));
}

async function loadTicket(
  db: Database,
  ticket: DemoTicket,
  index: number,
  now: number,
): Promise<number> {
  const yesterdayMorning = Math.floor(now / DAY) * DAY - 15 * 3_600_000;
  const takenIn = yesterdayMorning + ticket.takenIn * DAY + index * 11 * 60_000;
  const promised = shopDay(new Date(now + ticket.promised * DAY), "UTC");
  const act = actAt(db, "ysolde", takenIn, `ticket-${index}`);
  const number = done(await takeIn(act, { ...ticket.facts, promised }), `ticket ${index}`);
  await advance(db, number, ticket, takenIn, seeded(index + 1));
  return number;
}

const DECISIONS_TO: Readonly<Record<Stage["at"], readonly string[]>> = {
  customer: [],
  part: ["yes-order"],
  "collection-unrepaired": ["no"],
  bench: ["yes-order", "part-in"],
  soak: ["yes-order", "part-in"],
  collection: ["yes-order", "part-in"],
  nothing: ["yes-order", "part-in"],
};

async function advance(
  db: Database,
  number: number,
  { stage, by }: DemoTicket,
  from: number,
  random: () => number,
): Promise<void> {
  let clock = from;
  const decideNext = async (id: string): Promise<void> => {
    clock += 3_600_000 * (1 + 3 * random());
    done(await decide(actAt(db, by, clock, `${number}-${id}`), number, id, ""), `${number} ${id}`);
  };
  for (const id of DECISIONS_TO[stage.at]) await decideNext(id);
  if (stage.at === "customer" || stage.at === "part" || stage.at === "collection-unrepaired")
    return;
  const most = stage.at === "bench" ? stage.steps : Infinity;
  clock = await playLedger(db, number, { most, short: stage.short, by, clock, random });
  if (stage.at === "bench" && stage.seen) {
    const { events } = done(await readLedger(db, number, by), `${number}`);
    const entry = { do: "observe", what: stage.seen } as const;
    const [at, after] = [new Date(clock).toISOString(), events.length];
    const sent = { id: `demo-${number}-seen`, at, entry, after };
    done(await tick(actAt(db, by, clock, `${number}-seen`), number, sent), `seen on ${number}`);
  }
  if (stage.at === "collection" || stage.at === "nothing") {
    await soakBoth(db, number, by, clock);
    await decideNext("soak-passed");
  }
  if (stage.at === "nothing") {
    clock += 3_600_000 * (1 + 3 * random());
    const act = actAt(db, by, clock, `${number}-collected`);
    done(await record(act, number, PAID_AND_COLLECTED), `${number} collected`);
  }
}

/** Agreed to by word of mouth. */
const PAID_AND_COLLECTED: readonly Deed[] = [
  { kind: "paid", cents: 12_000, way: "card" },
  { kind: "collected", to: "the customer", old: [] },
];

/** A run on the probe before the work, with a cooler full of dust, and one after it. */
async function soakBoth(db: Database, number: number, by: string, clock: number): Promise<void> {
  for (const [round, resistance] of [
    ["before", 1.75],
    ["after", 1.4],
  ] as const) {
    const probe = simulatedProbe(number, { ...GOOD_MACHINE, resistance }, 10);
    const readings = Array.from({ length: 121 }, probe);
    const run = { id: `demo-soak-${number}-${round}`, round, readings };
    done(await keepSoak(actAt(db, by, clock, run.id), number, run), `soak of ${number}`);
  }
}

interface Play {
  readonly most: number;
  readonly short: string | undefined;
  readonly by: string;
  readonly clock: number;
  readonly random: () => number;
}

/** Works through a job's ledger as a person would, up to so many steps; gives the time it ended. */
async function playLedger(db: Database, number: number, play: Play): Promise<number> {
  let { clock } = play;
  for (let step = 0; step < play.most;) {
    const { model, folded, events } = done(await readLedger(db, number, play.by), `${number}`);
    const entry = nextEntry(model, folded.state, play.short);
    if (!entry) return clock;
    clock += 60_000 * (0.2 + 0.9 * play.random());
    const after = events.length;
    const at = new Date(clock).toISOString();
    const act = actAt(db, play.by, clock, `${number}-${after}-more`);
    done(
      await tick(act, number, { id: `demo-${number}-${after}`, at, entry, after }),
      `ticket ${number}`,
    );
    if (["release", "lift", "place", "make"].includes(entry.do)) step += 1;
  }
  return clock;
}

async function main(): Promise<void> {
  process.umask(0o077);
  const { values } = parseArgs({
    options: { data: { type: "string" }, guides: { type: "string", default: "guides" } },
  });
  if (values.data === undefined) throw new Error("say where: --data FOLDER");
  const { db } = await openShop(values.data, process.env["BENCH_ZONE"]);
  if (!(await db.tables.people.findByPk("mirel"))) await addPeople(db, PEOPLE);
  await keepDemoPins(db, PINS);
  const guides = await loadGuides(db, values.guides, Date.now());
  console.log(`  ${guides} guide${guides === 1 ? "" : "s"} checked and stored`);
  if ((await openLines(db)).length === 0) {
    await loadScenario(db, Date.now());
    const { number } = (await openLines(db)).reduce((a, b) => (a.number > b.number ? a : b));
    console.log(`  tickets of the demo shop written, the last is ${number}`);
  }
  await db.close();
}

if (process.argv[1]?.endsWith("load.ts")) await main();
