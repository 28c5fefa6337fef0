import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import type { Transaction } from "sequelize";
import { pick, seeded } from "../core/base/seeded.ts";
import {
  diveFromPlan,
  diveFromState,
  type Folded,
  foldOn,
  type LedgerEvent,
  storedEvent,
} from "../core/bench/index.ts";
import { type Guide, parseGuideText } from "../core/guide/index.ts";
import { stepTimes, tallies } from "../core/minutes/index.ts";
import type { Person } from "../core/people/index.ts";
import { diveText, planJob } from "../core/plan/index.ts";
import { type Job, modelOf } from "../core/rules/index.ts";
import type { Wait } from "../core/ticket/index.ts";
import { bodyOf } from "../data/guide/index.server.ts";
import { addTallies } from "../data/minutes/index.server.ts";
import { recount } from "../data/ticket/index.server.ts";
import type { Database } from "../data/database/index.server.ts";
import { addPeople } from "../data/people/index.server.ts";
import { keepDemoPins } from "../shop/people/index.server.ts";
import { storeGuide } from "../shop/guide/index.server.ts";
import { openShop } from "../shop/open.server.ts";
import { nextEntry } from "./play.ts";

const PEOPLE: readonly Person[] = ["Ada", "Ben", "Cleo", "Dov"].map((name, i) => ({
  id: name.toLowerCase(),
  name,
  role: i === 0 ? "lead" : "technician",
}));

/** How many tickets are open, by what they wait for; all others are handed back, whatever the size. */
const OPEN: Readonly<Partial<Record<Wait, number>>> = {
  customer: 6,
  part: 8,
  bench: 55,
  soak: 4,
  collection: 7,
};
const MOST_BEGUN = 0.6;

/** A job that was played to its end under the rules: its events, and what is known after each. */
interface Played {
  readonly guide: Guide;
  readonly code: string;
  readonly job: Job;
  readonly hash: string;
  readonly by: string;
  readonly events: readonly LedgerEvent[];
  /** The dive line after so many events; before the first, the plan's. */
  readonly lines: readonly string[];
}

/** The first moment of a played job; each of its tickets has it at another day. */
const ORIGIN = Date.UTC(2020, 0, 1, 8);

function play(guide: Guide, job: Job, by: string, random: () => number): Played | undefined {
  const model = modelOf(guide);
  const plan = planJob(guide, job);
  if (!plan.ok) return undefined;
  const { hash } = bodyOf(guide);
  const code = guide.codes[0]!;
  const pinned = { version: hash, code };
  let clock = ORIGIN;
  const event = (entry: LedgerEvent["entry"], id: number): LedgerEvent => ({
    id: `e${id}`,
    at: new Date(clock).toISOString(),
    by,
    entry,
  });
  const events = [event({ do: "start", guide: pinned, job, down: plan.value.down }, 0)];
  let folded: Folded | undefined;
  const lines = [diveText(diveFromPlan(plan.value))];
  for (;;) {
    folded = foldOn(model, folded, [...events]);
    lines.push(diveText(diveFromState(model, folded.state)));
    const entry = nextEntry(model, folded.state, undefined);
    if (!entry) return { guide, code, job, hash, by, events, lines };
    clock += 60_000 * (0.2 + 1.4 * random());
    events.push(event(entry, events.length));
  }
}

/** Jobs of all guides in a folder: several a guide, each by somebody, each played to its end. */
function playedJobs(folder: string, seed: number): readonly Played[] {
  const random = seeded(seed);
  const kinds = ["battery", "fan", "jack", "motherboard", "touchpad", "wifi", "storage"];
  return readdirSync(folder)
    .filter((name) => name.endsWith(".json"))
    .flatMap((name) => {
      const guide = parseGuideText(readFileSync(path.join(folder, name), "utf8"));
      if (!guide.ok) throw new Error(`${name} is no guide`);
      const parts = Object.entries(guide.value.parts)
        .filter(([, { kind }]) => kinds.includes(kind))
        .map(([id]) => id);
      return parts.flatMap((part) => {
        const job: Job = { for: [part], mode: random() < 0.5 ? "short" : "book" };
        return play(guide.value, job, pick(random, PEOPLE).id, random) ?? [];
      });
    });
}

interface Made {
  readonly number: number;
  readonly template: number;
  /** Events that are there: 0 where the bench has not begun. */
  readonly length: number;
  readonly waits: Wait;
  readonly takenIn: number;
  readonly promised: string;
  readonly customer: string;
}

/** Tickets by number: the open ones are the last to come in. */
function tickets(size: number, jobs: readonly Played[], seed: number): readonly Made[] {
  const random = seeded(seed);
  const open = Object.entries(OPEN).flatMap(([wait, n]) => Array<Wait>(n).fill(wait as Wait));
  return Array.from({ length: size }, (_, i) => {
    const waits = open[size - 1 - i] ?? "nothing";
    const template = Math.floor(random() * jobs.length);
    const whole = jobs[template]!.events.length;
    const begun = Math.floor(whole * MOST_BEGUN * random());
    const length = waits === "customer" || waits === "part" ? 0 : waits === "bench" ? begun : whole;
    const takenIn = Date.UTC(2026, 0, 1) - (size - i) * 3_600_000;
    return {
      number: 1001 + i,
      template,
      length,
      waits,
      takenIn,
      promised: new Date(takenIn + 5 * 86_400_000).toISOString().slice(0, 10),
      customer: `c${Math.floor((random() * size) / 2)}`,
    };
  });
}

/** The decisions that brought a ticket to where it waits, the bench's own among them. */
const WAYS: Readonly<Record<Wait, readonly Wait[]>> = {
  finding: [],
  customer: [],
  part: ["part"],
  bench: ["part", "bench"],
  soak: ["part", "bench", "soak"],
  collection: ["part", "bench", "soak", "collection"],
  nothing: ["part", "bench", "soak", "collection", "nothing"],
};

/**
 * A shop with so many tickets of the past, each with the ledger of a job that was played under the
 * rules (see `play`) and written in one piece, with its projections; ids are numbered. For measuring.
 */
export async function makeShopOfSize(
  folder: string,
  guides: string,
  size: number,
  seed: number,
): Promise<void> {
  const { db } = await openShop(folder, "UTC");
  await addPeople(db, PEOPLE);
  await keepDemoPins(db, { ada: "4071" });
  for (const name of readdirSync(guides).filter((file) => file.endsWith(".json"))) {
    const act = { db, actor: PEOPLE[0]!, now: () => new Date(ORIGIN), newId: () => name };
    const file = parseGuideText(readFileSync(path.join(guides, name), "utf8"));
    const stored = file.ok ? await storeGuide(act, file.value, "") : file;
    if (!stored.ok) throw new Error(`${name} is not stored`);
  }
  const jobs = playedJobs(guides, seed);
  const made = tickets(size, jobs, seed);
  await db.write(async (transaction) => {
    await writeTemplates(db, jobs, transaction);
    await writeTickets(db, made, transaction);
    await writeExperience(db, jobs, made, transaction);
    await recount(db, transaction);
  });
  await db.sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)");
  await db.close();
}

async function writeTemplates(
  db: Database,
  jobs: readonly Played[],
  transaction: Transaction,
): Promise<void> {
  const run = (sql: string, bind = {}) => db.run(sql, bind, transaction);
  await run("CREATE TABLE made_events (template, seq, kind, version, offset, by, body)");
  await run("CREATE TABLE made_jobs (template, guideId, hash, code, job, machine, work)");
  await run("CREATE TABLE made_lines (template, length, dive)");
  for (const [template, { guide, hash, code, job, events, lines }] of jobs.entries()) {
    const rows = events.map((event, seq) => {
      const { kind, version, body, by } = storedEvent("x", seq, event);
      const offset = (Date.parse(event.at) - ORIGIN) / 1000;
      return [template, seq, kind, version, offset, by, JSON.stringify(body)];
    });
    await run(`INSERT INTO made_events SELECT ${columns(7)} FROM json_each($rows)`, {
      rows: JSON.stringify(rows),
    });
    const dives = lines.map((dive, length) => [template, length, dive]);
    await run(`INSERT INTO made_lines SELECT ${columns(3)} FROM json_each($rows)`, {
      rows: JSON.stringify(dives),
    });
    const work = job.for.map((id) => guide.parts[id]!.name).join(", ");
    const head = [template, guide.id, hash, code, JSON.stringify(job)];
    const row = [...head, `${guide.maker} ${guide.model}`, work];
    await run(`INSERT INTO made_jobs SELECT ${columns(7)} FROM json_each($rows)`, {
      rows: JSON.stringify([row]),
    });
  }
}

const columns = (count: number): string =>
  Array.from({ length: count }, (_, i) => `json_extract(value, '$[${i}]')`).join(", ");

const moment = (seconds: string): string =>
  `strftime('%Y-%m-%dT%H:%M:%fZ', ${seconds}, 'unixepoch')`;

async function writeTickets(
  db: Database,
  made: readonly Made[],
  transaction: Transaction,
): Promise<void> {
  const run = (sql: string, bind = {}) => db.run(sql, bind, transaction);
  await run("CREATE TABLE made (number, template, length, waits, taken, promised, customer)");
  const rows = made.map(({ number, template, length, waits, takenIn, promised, customer }) => [
    number,
    template,
    length,
    waits,
    takenIn / 1000,
    promised,
    customer,
  ]);
  await run(`INSERT INTO made SELECT ${columns(7)} FROM json_each($rows)`, {
    rows: JSON.stringify(rows),
  });
  await run(`INSERT INTO customers SELECT DISTINCT customer, 'Customer ' || customer, '0550 ' || customer
    FROM made`);
  await run(`INSERT INTO tickets (number, customerId, guideId, code, serial, fault, condition, job, waits, promised,
    takenIn, signs, bench) SELECT number, customer, guideId, code, 'S-' || number,
    'It does not do what it should.', '', job, waits, promised, ${moment("taken")}, '[]',
    CASE WHEN length = 0 THEN 'idle' WHEN waits = 'bench' THEN 'open' ELSE 'closed' END
    FROM made JOIN made_jobs USING (template)`);
  await run(`INSERT INTO streams SELECT 'job:' || number, number, hash, code, length
    FROM made JOIN made_jobs USING (template) WHERE length > 0`);
  await run(`INSERT INTO events SELECT 'job:' || number || ':' || seq, 'job:' || number, seq, kind, version,
    ${moment("taken + 90000 + offset")}, by, NULL, body
    FROM made JOIN made_events USING (template) WHERE seq < length ORDER BY number, seq`);
  await run(`INSERT INTO ticket_lines SELECT number, machine, work, dive, NULL, NULL
    FROM made JOIN made_jobs USING (template)
    JOIN made_lines ON made_lines.template = made.template AND made_lines.length = made.length`);
  await writeTransitions(made, run);
  for (const table of ["made", "made_events", "made_jobs", "made_lines"]) {
    await run(`DROP TABLE ${table}`);
  }
}

async function writeTransitions(
  made: readonly Made[],
  run: (sql: string, bind: object) => Promise<unknown>,
): Promise<void> {
  const rows = made.flatMap(({ number, waits, takenIn }) => {
    let from: Wait = "customer";
    return WAYS[waits].map((to, i) => {
      const note = to === "soak" ? "count at zero" : "";
      const at = new Date(takenIn + (i + 1) * 40_000_000).toISOString();
      const row = [number, at, PEOPLE[i % PEOPLE.length]!.id, from, to, note];
      from = to;
      return row;
    });
  });
  const deeds: Readonly<Partial<Record<Wait, object>>> = {
    part: { kind: "answered", answer: "yes", note: "" },
    bench: { kind: "here", note: "" },
    collection: { kind: "passed", note: "" },
    nothing: { kind: "collected", to: "the customer", old: [] },
  };
  await run(
    `INSERT INTO deeds (ticket, at, "by", kind, body, id, version)
      SELECT ${columns(6)}, 1 FROM json_each($rows)`,
    {
      rows: JSON.stringify(
        rows.flatMap(([number, at, by, , to]) => {
          const deed = deeds[to as Wait];
          if (!deed) return [];
          const body = JSON.stringify(deed);
          return [[number, at, by, (deed as { kind: string }).kind, body, `${number}:${to}`]];
        }),
      ),
    },
  );
  await run(
    `INSERT INTO transitions (ticket, at, "by", "from", "to", note) SELECT ${columns(6)} FROM json_each($rows)`,
    { rows: JSON.stringify(rows) },
  );
}

/** What all these ledgers teach, once for each: the same as reading them one by one. */
async function writeExperience(
  db: Database,
  jobs: readonly Played[],
  made: readonly Made[],
  transaction: Transaction,
): Promise<void> {
  const times = new Map<string, number>();
  for (const { template, length } of made) {
    const key = `${template}:${length}`;
    times.set(key, (times.get(key) ?? 0) + 1);
  }
  for (const [key, n] of times) {
    const [template, length] = key.split(":").map(Number) as [number, number];
    const { guide, events } = jobs[template]!;
    const rows = tallies(stepTimes(guide, events.slice(0, length)));
    const many = rows.map((row) => ({
      ...row,
      n: n * row.n,
      sum: n * row.sum,
      squares: n * row.squares,
    }));
    await addTallies(db, many, transaction);
  }
}
