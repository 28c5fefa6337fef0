import { cpSync, mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { PINS } from "../../demo/scenario.ts";
import { openDatabase } from "../../data/database/index.server.ts";
import { demoShop, print, startServer } from "../measure/report.ts";
import { lengthAt } from "./kills.ts";
import { type Ask, comeTo, ended, OUTSIDE, sendPin } from "./outside.ts";

const PORT = 4680;

interface Ground {
  readonly url: string;
  readonly data: string;
  /** Lets somebody in at a screen of their own; undefined: not let in. */
  readonly come: (person: string, pin?: string) => Promise<Ask | undefined>;
  lead: Ask;
}

/** What gave way, in words; undefined: it held. */
type Attack = (ground: Ground) => Promise<string | undefined>;

const many = <T>(times: number, work: (i: number) => Promise<T>): Promise<T[]> =>
  Promise.all(Array.from({ length: times }, (_, i) => work(i)));

/** What the database holds, read from beside. */
async function select<Row extends object>({ data }: Ground, sql: string): Promise<readonly Row[]> {
  const db = await openDatabase(data);
  return db.select<Row>(sql).finally(() => db.close());
}

const packOf = async (ask: Ask, number: number): Promise<Uint8Array> =>
  new Uint8Array(await (await ask(`/tickets/${number}/pack`)).arrayBuffer());

const sendPack = (ask: Ask, bytes: Uint8Array<ArrayBuffer>): Promise<Response> => {
  const form = new FormData();
  form.set("pack", new File([bytes], "ticket.zip", { type: "application/zip" }));
  return ask("/ticket-packs", form);
};

const ATTACKS: Readonly<Record<string, Attack>> = {
  "200 PINs at once are not all looked at": async ({ url }) => {
    const answers = await many(200, async (i) =>
      (await sendPin(url, "pim", String(8000 + i))).text(),
    );
    const waited = answers.filter((text) => /again in|wait/i.test(text)).length;
    return waited >= 190 ? undefined : `only ${waited} had to wait`;
  },
  "the lead is kept out by nobody who tries wrong elsewhere": async ({ url, lead }) => {
    await many(30, async (i) => (await sendPin(url, "mirel", String(8000 + i))).text());
    const { status } = await lead("/shop");
    return status === 200 ? undefined : `the lead's own screen says ${status}`;
  },
  "a tick says neither who made it nor in which century": async (ground) => {
    const ask = await ground.come("tobin");
    if (!ask) return "nobody was let in";
    for (const [i, more] of [{ by: "mirel" }, { session: "mirel" }, { maker: "mirel" }].entries()) {
      const length = await lengthAt(ground.url, 1007);
      const entry = { do: "habit", habit: "cells" };
      const at = "1999-01-01T00:00:00.000Z";
      await (
        await ask("/tickets/1007/events", { id: `forged-${i}`, at, after: length, entry, ...more })
      ).text();
    }
    const rows = await select<{ by: string; at: string }>(
      ground,
      "SELECT by, at FROM events WHERE id LIKE 'forged-%'",
    );
    const forged = rows.filter(({ by, at }) => by !== "tobin" || at < "2020");
    return forged.length === 0 ? undefined : JSON.stringify(forged);
  },
  "two leads who are demoted at once leave one": async (ground) => {
    const change = (person: string, role: string) =>
      ground.lead("/people", { does: "change", person, role, gone: false });
    await (await change("ysolde", "lead")).text();
    await many(2, (i) => change(["mirel", "ysolde"][i]!, "technician"));
    const left = await select<{ id: string }>(
      ground,
      "SELECT id FROM people WHERE role = 'lead' AND gone = 0",
    );
    if (left.length !== 1) return `${left.length} leads are left`;
    const ask = await ground.come(left[0]!.id);
    for (const [person, role] of [
      ["mirel", "lead"],
      ["ysolde", "front-desk"],
    ] as const) {
      await ask?.("/people", { does: "change", person, role, gone: false });
    }
    return undefined;
  },
  "a new PIN ends the other sessions": async (ground) => {
    const [here, there] = [await ground.come("tobin"), await ground.come("tobin")];
    await here?.("/people", { does: "pin", old: PINS["tobin"], fresh: "830561" });
    const status = (await there?.("/tickets"))?.status;
    return status === 401 || status === 302 ? undefined : `the old session is answered ${status}`;
  },
  "a name added thrice at once is added once": async (ground) => {
    const answers = await many(3, () =>
      ground.lead("/people", { does: "add", name: "Wren Abbot", role: "learner" }),
    );
    const broken = answers.filter(({ status }) => status >= 500).length;
    const [row] = await select<{ n: number }>(
      ground,
      "SELECT COUNT(*) AS n FROM people WHERE name = 'Wren Abbot'",
    );
    return broken === 0 && Number(row?.n) === 1 ? undefined : `${broken} × 500, ${row?.n} of them`;
  },
  "the same shelving five times at once counts once": async (ground) => {
    const item = {
      ...{ code: "PROBE-1", name: "Probe fan", condition: "new", place: "A1" },
      ...{ price: 1000, least: 1, story: "", count: 5 },
    };
    await many(5, () => ground.lead("/stock", { does: "shelve", id: "probe-shelve", item }));
    const rows = await select<{ count: number }>(
      ground,
      "SELECT count FROM stock WHERE code = 'PROBE-1'",
    );
    if (rows.length === 0) return "nothing was shelved: the attack did not reach its place";
    return rows.length === 1 && rows[0]!.count === 5 ? undefined : JSON.stringify(rows);
  },
  "a pack that was changed is refused; money in one without a seal is none of this shop": async (
    ground,
  ) => {
    const files = unzipSync(await packOf(ground.lead, 1008));
    const text = strFromU8(files["ticket.json"]!);
    const changed = zipSync({ ...files, "ticket.json": strToU8(`${text} `) });
    const refused = await sendPack(ground.lead, changed);
    if (refused.status !== 422) return `a changed one is answered ${refused.status}`;
    const ticket = JSON.parse(text.replaceAll(/"id": ?"([^"]{6,})"/g, '"id":"$1-x"')) as {
      deeds: object[];
      photos: object[];
    };
    const deed = { kind: "paid", cents: 90_000, way: "cash" };
    ticket.deeds.push({ id: "forged-deed", at: new Date().toISOString(), by: "mirel", deed });
    ticket.photos = [];
    const unsealed = zipSync({ "ticket.json": strToU8(JSON.stringify(ticket)) });
    const taken = await sendPack(ground.lead, unsealed);
    const { number } = (await taken.json()) as { number?: number };
    if (number === undefined) return `the attack did not reach its place (${taken.status})`;
    const page = await (await ground.lead(`/tickets/${number}.data`)).text();
    const [row] = await select<{ by: string }>(
      ground,
      "SELECT by FROM deeds WHERE id = 'forged-deed'",
    );
    return row?.by.startsWith("elsewhere:") && page.includes("paidElsewhere")
      ? undefined
      : `it stands as ${row?.by}`;
  },
  "a ZIP that is a bomb holds nobody up": async ({ lead }) => {
    const bomb = zipSync({ "ticket.json": new Uint8Array(60_000_000) }, { level: 9 });
    const sent = sendPack(lead, bomb);
    const began = performance.now();
    await (await lead("/words")).text();
    const waited = performance.now() - began;
    const { status } = await sent;
    return status === 422 || status === 413
      ? waited < 1500
        ? undefined
        : `${waited} ms`
      : `${status}`;
  },
  "lists and packs go out by right, and stand in the record": async (ground) => {
    const pim = await ground.come("pim");
    const status = pim ? (await pim("/exports/customers.csv")).status : 403;
    await (await ground.lead("/exports/customers.csv")).text();
    const rows = await select<{ what: string }>(
      ground,
      "SELECT what FROM record WHERE what LIKE '%export%' OR what LIKE '%pack%'",
    );
    return status === 403 && rows.length > 1
      ? undefined
      : `${status}, ${rows.length} in the record`;
  },
  "customers whose names are keys of the record are erased, and every ticket opens": async (
    ground,
  ) => {
    const numbers: number[] = [];
    for (const name of ["Note", "Price", "at", "true", "4500"]) {
      const ticket = { name, phone: "4500", fault: `${name} said it howls.`, code: "MT15-A2" };
      numbers.push(await taken(ground, ticket));
    }
    const customers = await select<{ id: string; name: string }>(
      ground,
      "SELECT id, name FROM customers WHERE phone = '4500'",
    );
    if (customers.length === 0) return "the attack did not reach its place";
    for (const { id } of customers) {
      const { status } = await ground.lead("/customer-data", { customer: id });
      if (status !== 200) return `erasing is answered ${status}`;
    }
    const all = await select<{ number: number }>(ground, "SELECT number FROM tickets");
    for (const { number } of all) {
      const { status } = await ground.lead(`/tickets/${number}`);
      if (status !== 200) return `ticket ${number} is answered ${status}`;
    }
    return numbers.length === 5 ? undefined : `${numbers.length} taken in`;
  },
  "no page lets a script be compiled, or a style stand in an attribute": async ({ lead }) => {
    for (const address of ["/", "/tickets/1007", "/tickets/1007/bench", "/guides", "/days"]) {
      const answer = await lead(address);
      const rule = answer.headers.get("content-security-policy") ?? "";
      const html = await answer.text();
      if (/unsafe/.test(rule) || !rule.includes("style-src-attr 'none'")) return rule;
      if (/<[a-z][^>]* style="/.test(html)) return `${address} has a style attribute`;
    }
    return undefined;
  },
};

/** Takes a machine in over the wire, as the desk does; gives its number. */
async function taken(
  ground: Ground,
  { name, phone, fault, code }: { name: string; phone: string; fault: string; code: string },
): Promise<number> {
  const form = new FormData();
  const fields = {
    ...{ customer: name, phone, fault, code, serial: "", condition: "", promised: "2099-01-05" },
    ...{ work: "replace", mode: "short", parts: "fan" },
  };
  for (const [key, value] of Object.entries(fields)) form.set(key, value);
  await (await ground.lead("/tickets/new", form)).text();
  const [row] = await select<{ number: number }>(
    ground,
    "SELECT MAX(number) AS number FROM tickets",
  );
  return row!.number;
}

/** Tries to write as another, to forge, to destroy and to guess, as somebody inside or patient; gives how many gave way. */
export async function probeAttacks(): Promise<number> {
  const data = demoShop();
  const apart = mkdtempSync(path.join(tmpdir(), "bench-probe-apart-"));
  cpSync(data, apart, { recursive: true });
  const server = await startServer(data, PORT, { BENCH_LOG: "error" });
  const lead = await comeTo(server.url, "mirel");
  if (!lead) throw new Error("the lead was not let in");
  const ground = { url: server.url, data, lead, come: comeTo.bind(undefined, server.url) };
  const gave: string[] = [];
  const tried = async (name: string, attack: () => Promise<string | undefined>) => {
    // What was tried before may have ended the lead's session.
    ground.lead = (await comeTo(server.url, "mirel").catch(() => undefined)) ?? ground.lead;
    const why = await attack().catch((error: unknown) => String(error));
    if (why !== undefined) gave.push(`${name}: ${why}`);
  };
  // Who guesses slows all guessing down: last.
  const [guess, keepOut, ...others] = Object.entries(ATTACKS);
  for (const [name, attack] of [...others, keepOut!, guess!]) {
    await tried(name, () => attack(ground));
  }
  await ended(server);
  for (const [name, attack] of Object.entries(OUTSIDE)) await tried(name, () => attack(apart));
  const count = Object.keys(ATTACKS).length + Object.keys(OUTSIDE).length;
  print(
    `- **attacks** from inside, from beside and with patience: ${count} tried, gave way ${gave.length} (target 0)`,
  );
  for (const line of gave) print(`  - ${line}`);
  return gave.length;
}
