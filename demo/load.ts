import { seeded } from "../core/base/seeded.ts";
import { foldLedger } from "../core/bench/index.ts";
import { GOOD_MACHINE, simulatedProbe } from "../core/devices/index.ts";
import { findingWords } from "../core/words/index.ts";
import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { nextEntry } from "../testing/play.ts";
import { type Database, openDatabase } from "../data/database/database.server.ts";
import { guideByCode, machineFor, storeGuide } from "../data/guides/guides.server.ts";
import { openLedger } from "../data/ledger/kept-ledgers.server.ts";
import { appendEvent } from "../data/ledger/ledger.server.ts";
import { addNote } from "../data/notes/notes.server.ts";
import { addSoak } from "../data/soaks/soaks.server.ts";
import { createTicket, decide, ticketByNumber } from "../data/tickets/tickets.server.ts";
import { NOTES, PEOPLE, TICKETS, type DemoTicket, type Stage } from "./scenario.ts";

const DAY = 86_400_000;

/** Loads the guides of a folder; a file that does not pass is named with its findings and stops it. */
export async function loadGuides(db: Database, folder: string): Promise<number> {
  const files = readdirSync(folder).filter((name) => name.endsWith(".json"));
  for (const name of files) {
    const stored = await storeGuide(db, JSON.parse(readFileSync(path.join(folder, name), "utf8")));
    if (!stored.ok) {
      const words = stored.error
        .map((found) => `  ${found.path}: ${findingWords(found)}`)
        .join("\n");
      throw new Error(`${name} does not pass check:\n${words}`);
    }
  }
  return files.length;
}

/** Writes the demo scenario into an empty database, as the people of the shop would have. */
export async function loadScenario(db: Database, now: number): Promise<void> {
  await db.models.people.bulkCreate(PEOPLE.map((person) => ({ ...person })));
  for (const [i, ticket] of TICKETS.entries()) await loadTicket(db, ticket, i, now);
  for (const [i, note] of NOTES.entries()) {
    const at = new Date(now - DAY).toISOString();
    await addNote(db, { ...note, id: `demo-note-${i}`, ticket: "1007", at });
  }
}

async function loadTicket(
  db: Database,
  ticket: DemoTicket,
  index: number,
  now: number,
): Promise<void> {
  const found = await guideByCode(db, ticket.facts.code);
  if (!found) throw new Error(`demo ticket ${index}: no guide for ${ticket.facts.code}`);
  const yesterdayMorning = Math.floor(now / DAY) * DAY - 15 * 3_600_000;
  const takenIn = yesterdayMorning + ticket.takenIn * DAY + index * 11 * 60_000;
  const promised = new Date(now + ticket.promised * DAY).toISOString().slice(0, 10);
  const at = new Date(takenIn).toISOString();
  const facts = { ...ticket.facts, promised, guideId: found.guide.id };
  const stamp = { at, by: "Ysolde Fenn", customerId: `demo-${index}` };
  const number = await createTicket(db, facts, stamp);
  await advance(db, number, ticket, takenIn, seeded(index + 1));
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
  number: string,
  { stage, by }: DemoTicket,
  from: number,
  random: () => number,
): Promise<void> {
  let clock = from;
  const decideNext = async (id: string): Promise<void> => {
    clock += 3_600_000 * (1 + 3 * random());
    const stamp = { at: new Date(clock).toISOString(), by, note: "" };
    const done = await decide(db, number, id, stamp);
    if (!done.ok) throw new Error(`demo ticket ${number}: ${id} is not possible`);
  };
  for (const id of DECISIONS_TO[stage.at]) await decideNext(id);
  if (stage.at === "customer" || stage.at === "part" || stage.at === "collection-unrepaired")
    return;
  const most = stage.at === "bench" ? stage.steps : Infinity;
  clock = await playLedger(db, number, { most, short: stage.short, by, clock, random });
  if (stage.at === "collection" || stage.at === "nothing") {
    await soakBoth(db, number, by, clock);
    await decideNext("soak-passed");
  }
  if (stage.at === "nothing") await decideNext("collected");
}

/** A run on the probe before the work, with a cooler full of dust, and one after it. */
async function soakBoth(db: Database, number: string, by: string, clock: number): Promise<void> {
  for (const [round, resistance] of [
    ["before", 1.75],
    ["after", 1.4],
  ] as const) {
    const probe = simulatedProbe(Number(number), { ...GOOD_MACHINE, resistance });
    const readings = Array.from({ length: 180 }, probe);
    const at = new Date(clock).toISOString();
    await addSoak(db, {
      id: `demo-soak-${number}-${round}`,
      ticket: number,
      round,
      readings,
      at,
      by,
    });
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
async function playLedger(db: Database, number: string, play: Play): Promise<number> {
  const ticket = (await ticketByNumber(db, number))!;
  const { model } = await machineFor(db, ticket.guideId, ticket.code);
  let { clock } = play;
  for (let step = 0; step < play.most;) {
    const { events } = await openLedger(db, ticket);
    const state = foldLedger(model, events);
    const entry = nextEntry(model, state, play.short);
    if (!entry) return clock;
    clock += 60_000 * (0.2 + 0.9 * play.random());
    const event = {
      id: `demo-${number}-${events.length}`,
      at: new Date(clock).toISOString(),
      by: play.by,
      entry,
    };
    const answer = await appendEvent(db, number, event, events.length);
    if (!answer.ok) throw new Error(`demo ticket ${number}: ${JSON.stringify(answer.error)}`);
    if (["release", "lift", "place", "make"].includes(entry.do)) step += 1;
  }
  return clock;
}

async function main(): Promise<void> {
  const { values } = parseArgs({
    options: { data: { type: "string" }, guides: { type: "string", default: "guides" } },
  });
  if (values.data === undefined) throw new Error("say where: --data FOLDER");
  const db = await openDatabase(values.data);
  const guides = await loadGuides(db, values.guides);
  console.log(`  ${guides} guide${guides === 1 ? "" : "s"} checked and stored`);
  if ((await db.models.people.count()) === 0) {
    await loadScenario(db, Date.now());
    console.log(`  ${TICKETS.length} tickets of the demo shop written`);
  }
  await db.sequelize.close();
}

if (process.argv[1]?.endsWith("load.ts")) await main();
