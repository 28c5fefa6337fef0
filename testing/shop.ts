import { cpSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { must } from "../core/base/must.ts";
import type { Result } from "../core/base/result.ts";
import type { Entry, LedgerEvent } from "../core/bench/index.ts";
import type { Person } from "../core/people/index.ts";
import type { NewTicket } from "../core/ticket/index.ts";
import { type Database, dialectOf, saidOfForm } from "../data/database/index.server.ts";
import { addPeople } from "../data/people/index.server.ts";
import type { Act } from "../shop/act.server.ts";
import { readLedger, tick, type OpenLedger } from "../shop/bench/index.server.ts";
import { storeGuide } from "../shop/guide/index.server.ts";
import { openShop, type Shop } from "../shop/open.server.ts";
import { record } from "../shop/stage/index.server.ts";
import { decide, takeIn } from "../shop/ticket/index.server.ts";
import { nextEntry } from "./play.ts";

export const TOBIN: Person = { id: "tobin", name: "Tobin Harrow", role: "technician" };
export const MIREL: Person = { id: "mirel", name: "Mirel Oakes", role: "lead" };

/** The facts of a file of `guides/`, as a value that a test may spoil. */
export function guideFile(name: string): Record<string, unknown> {
  const file = path.join(import.meta.dirname, `../guides/${name}.json`);
  return JSON.parse(readFileSync(file, "utf8")) as Record<string, unknown>;
}

/** What is about the file that a shop is in has nothing to say where a server keeps it. */
export const ofAFile = process.env["BENCH_DATABASE"] === undefined ? describe : describe.skip;

export const ofAServer = process.env["BENCH_DATABASE"] === undefined ? describe.skip : describe;

/** A shop that is closed, and how many ids its making took. */
interface Template {
  readonly from: string;
  readonly made: number;
}
let template: Promise<Template> | undefined;

const newFolder = (): string => mkdtempSync(path.join(tmpdir(), "bench-shop-"));

/** A shop in a folder of its own, with two people and one guide. */
export class TestShop {
  private ids = 0;
  private constructor(
    readonly folder: string,
    readonly shop: Shop,
  ) {}

  /** Where the shop is a file, it is a copy of one that was made once in this process. */
  static async open(): Promise<TestShop> {
    const folder = newFolder();
    if (process.env["BENCH_DATABASE"] !== undefined) return TestShop.made(folder);
    const { from, made } = await (template ??= TestShop.template());
    cpSync(from, folder, { recursive: true });
    const test = new TestShop(folder, await openShop(folder, "UTC"));
    test.ids = made;
    return test;
  }
  private static async made(folder: string): Promise<TestShop> {
    const test = new TestShop(folder, await openShop(folder, "UTC"));
    await addPeople(test.db, [TOBIN, MIREL]);
    done(await storeGuide(test.act(MIREL), guideFile("marrowby-tern-15"), ""));
    return test;
  }
  private static async template(): Promise<Template> {
    const from = newFolder();
    const test = await TestShop.made(from);
    await test.db.close();
    process.on("exit", () => rmSync(from, { recursive: true, force: true }));
    return { from, made: test.ids };
  }
  get db(): Database {
    return this.shop.db;
  }
  async close(): Promise<void> {
    await this.db.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
  /** A statement that no use case would make, in the words of whatever database this is. */
  async byHand(sql: string): Promise<void> {
    const { sequelize } = this.db;
    await sequelize.query(saidOfForm(sql, dialectOf(sequelize)));
  }
  /** Somebody acts, at a minute of the first of January 2026. */
  act(actor: Person = TOBIN, minute = 0): Act {
    return {
      db: this.db,
      actor,
      now: () => new Date(Date.UTC(2026, 0, 1, 8, minute)),
      newId: () => `made-${(this.ids += 1)}`,
    };
  }
  /** A new ticket that waits for its customer. */
  async ticket(more: Partial<NewTicket> = {}): Promise<number> {
    return done(await takeIn(this.act(), { ...FACTS, ...more }));
  }
  async atBench(more: Partial<NewTicket> = {}): Promise<number> {
    const number = await this.ticket(more);
    done(await decide(this.act(), number, "yes-ready", ""));
    return number;
  }
  /** Collected by its customer, whatever was said of money. */
  async handBack(number: number): Promise<void> {
    const release = "agreed by word of mouth";
    const deed = { kind: "collected", to: "the customer", old: [], release } as const;
    done(await record(this.act(MIREL), number, [deed]));
  }
  async ledger(number: number): Promise<OpenLedger> {
    return done(await readLedger(this.db, number, TOBIN.id));
  }
  /** The events that are on disk. */
  async written(number: number): Promise<readonly LedgerEvent[]> {
    const { events, written } = await this.ledger(number);
    return events.slice(0, written);
  }
  tick(number: number, id: string, entry: Entry, after: number, by = TOBIN) {
    const at = this.act().now().toISOString();
    return tick(this.act(by), number, { id, at, entry, after });
  }
  /** Plays a job on by so many entries, or to its end; a minute each. */
  async play(number: number, entries = Infinity, by = TOBIN): Promise<void> {
    for (let i = 0; i < entries; i++) {
      const { model, folded, events } = await this.ledger(number);
      const entry = nextEntry(model, folded.state, undefined);
      if (!entry) return;
      const at = new Date(Date.UTC(2026, 0, 1, 9, events.length)).toISOString();
      const sent = { id: `played-${number}-${events.length}`, at, entry, after: events.length };
      done(await tick(this.act(by), number, sent));
    }
  }
}

/** A ticket that can be taken in. */
export const FACTS: NewTicket = {
  signs: [],
  work: "replace",
  intake: {},
  consents: [],
  customer: "Wren",
  phone: "1",
  fault: "Dead",
  code: "MT15-A2",
  serial: "A2-1",
  condition: "",
  parts: ["battery"],
  mode: "short",
  promised: "2026-01-05",
};

/** What a use case gave; an error ends the test. */
export function done<T, E>(result: Result<T, E>): T {
  if (result.ok) return result.value;
  throw new Error(`not done: ${JSON.stringify(result.error)}`);
}

export const only = <T>(list: readonly T[]): T =>
  must(list.length === 1 ? list[0] : undefined, "one");
