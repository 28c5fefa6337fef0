import { spawnSync } from "node:child_process";
import { cpSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import sharp from "sharp";
import { openDatabase, type Database } from "../../data/database/index.server.ts";
import { photosOfShop, sweepPhotos } from "../../data/photos/index.server.ts";
import { demoShop, print, startServer } from "../measure/report.ts";
import { brokenLedgers, lengthAt, ticksOnDisk } from "./kills.ts";
import { type Ask, comeTo, ended, startedFor } from "./outside.ts";

const [FULL, CUT, CLOCK] = [4684, 4685, 4686] as const;
const TICKET = 1007;
const PAGE = 4096;
const DAY_MS = 86_400_000;

/** Sends a tick, a note's length of ticket and a picture; keeps what was acknowledged. */
class Sender {
  readonly ticks = new Set<string>();
  readonly photos = new Set<string>();
  readonly wrong: string[] = [];
  refused = 0;
  private sent = 0;
  constructor(
    readonly url: string,
    readonly ask: Ask,
  ) {}

  async tick(at = new Date()): Promise<boolean> {
    const id = `measure-${TICKET}-${(this.sent += 1)}`;
    const entry = { do: "habit", habit: ["cells", "mirror", "with-part", "parked"][this.sent % 4] };
    const after = await this.length();
    const answer = await this.ask(`/tickets/${TICKET}/events`, {
      ...{ id, at: at.toISOString(), after, entry },
    });
    const said = await answer.text();
    const isKept = answer.status === 200 && (JSON.parse(said) as { ok: boolean }).ok;
    if (isKept) this.ticks.add(id);
    else this.noted("a tick", answer.status, said);
    return isKept;
  }

  /** As far as it is known: a disk that is full may not say. */
  private async length(): Promise<number> {
    this.known = await lengthAt(this.url, TICKET).catch(() => this.known);
    return this.known;
  }
  private known = 0;

  async ticket(): Promise<void> {
    const form = new FormData();
    const fields = {
      ...{ customer: "Lark Penhale", phone: "0550 100", fault: "Howls.", code: "MT15-A2" },
      ...{ serial: "", condition: "", promised: "2099-01-05", work: "replace", mode: "short" },
      parts: "fan",
    };
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    const answer = await this.ask("/tickets/new", form);
    const said = await answer.text();
    if (answer.status >= 400) this.noted("a ticket", answer.status, said);
  }

  async photo(): Promise<void> {
    const colour = { r: this.sent % 256, g: (this.sent += 1) % 256, b: 90 };
    const picture = await sharp({
      create: { width: 640, height: 480, channels: 3, background: colour },
    })
      .jpeg()
      .toBuffer();
    const form = new FormData();
    form.set("step", "intake");
    form.set("photo", new File([new Uint8Array(picture)], "p.jpg", { type: "image/jpeg" }));
    const answer = await this.ask("/tickets/1008/photos", form);
    const said = await answer.text();
    if (answer.status !== 200) return this.noted("a picture", answer.status, said);
    const { photos } = JSON.parse(said) as { photos: readonly { readonly id: string }[] };
    for (const { id } of photos) this.photos.add(id);
  }

  /** A refusal says why in words, and shows no code. */
  private noted(what: string, status: number, said: string): void {
    this.refused += 1;
    const isSaid = status === 503 || status === 507 || status === 200;
    if (!isSaid || said.trim() === "" || /\bat .*\.(ts|js):\d+|SQLITE_/.test(said)) {
      this.wrong.push(`${what} is answered ${status}: ${said.slice(0, 120)}`);
    }
  }
}

/** What is not as it was acknowledged, in a folder that nobody has open. */
async function missing(data: string, sender: Sender): Promise<readonly string[]> {
  const db = await openDatabase(data);
  try {
    const rows = await ticksOnDisk(db);
    const onDisk = new Set(rows.map(({ id }) => id));
    const lost = [...sender.ticks].filter((id) => !onDisk.has(id)).length;
    const doubled = rows.filter(({ n }) => n > 1).length;
    const broken = await brokenLedgers(db);
    const photos = await unlikePhotos(db, sender.photos);
    return [
      ...(lost + doubled + broken === 0
        ? []
        : [`${lost} lost, ${doubled} doubled, ${broken} ledgers with a hole`]),
      ...photos,
    ];
  } finally {
    await db.close();
  }
}

/** Rows without a file, acknowledged pictures without a row, and files that stay when what is left over was swept. */
async function unlikePhotos(
  db: Database,
  acknowledged: ReadonlySet<string>,
): Promise<readonly string[]> {
  await sweepPhotos(db, Date.now() + 30 * DAY_MS);
  const rows = await db.select<{ id: string }>("SELECT id FROM photos");
  const files = new Set((await photosOfShop(db).list()).map(({ name }) => name));
  const known = new Set(rows.map(({ id }) => id));
  const bare = rows.filter(({ id }) => ![...files].some((name) => name.startsWith(id))).length;
  const lost = [...acknowledged].filter((id) => !known.has(id)).length;
  return bare + lost === 0
    ? []
    : [`${bare} pictures without a file, ${lost} acknowledged and not there`];
}

const run = (command: string, args: readonly string[]): boolean =>
  spawnSync(command, args, { stdio: "ignore" }).status === 0;

/** A disk that takes so many pages more and no other, then one that is only read: at each, whatever can be written is tried. */
async function fullDisk(): Promise<string | undefined> {
  const disk = mkdtempSync(path.join(tmpdir(), "bench-probe-disk-"));
  if (!run("mount", ["-t", "tmpfs", "-o", "size=96m", "tmpfs", disk])) {
    print("  - (a disk that is full was not tried: this user may mount none)");
    return undefined;
  }
  try {
    const data = path.join(disk, "data");
    cpSync(demoShop(), data, { recursive: true });
    const server = await startServer(data, FULL, { BENCH_LOG: "silent" });
    const sender = new Sender(server.url, (await comeTo(server.url, "mirel"))!);
    const again: string[] = [];
    const round = async (name: string, spoil: () => void, mend: () => void) => {
      spoil();
      await sender.tick();
      await sender.photo();
      await sender.ticket();
      await sender.tick();
      mend();
      if (!(await sender.tick())) again.push(`no tick is taken after ${name}`);
    };
    const ballast = path.join(disk, "ballast");
    for (let pages = 0; pages <= 40; pages += 1) {
      await round(
        `${pages} pages were left`,
        () => writeFileSync(ballast, new Uint8Array(leftOn(disk) - pages * PAGE)),
        () => rmSync(ballast),
      );
    }
    const { refused } = sender;
    await ended(server);
    again.push(...onlyRead(disk, data));
    const wrong = [...again, ...sender.wrong, ...(await missing(data, sender))];
    if (refused === 0) wrong.push("nothing was refused: the attack did not reach its place");
    return wrong.length === 0 ? undefined : [...new Set(wrong)].slice(0, 6).join("; ");
  } finally {
    run("umount", ["-l", disk]);
  }
}

/** A disk that is only read is not worked on, and the start says so. */
function onlyRead(disk: string, data: string): readonly string[] {
  if (!run("mount", ["-o", "remount,ro", disk])) return ["it stays writable"];
  const { stdout, stderr } = startedFor(10_000, data, FULL);
  const said = stdout + stderr;
  run("mount", ["-o", "remount,rw", disk]);
  return /cannot be written/.test(said) ? [] : [`only read, it says: ${said.slice(0, 200)}`];
}

const leftOn = (disk: string): number => {
  const { bavail, bsize } = statfsSync(disk);
  return Math.max(0, Math.floor((bavail * bsize) / PAGE) * PAGE);
};

/** The power goes while pictures are being kept, each time a little later. */
async function cutBetween(): Promise<string | undefined> {
  const data = demoShop();
  let all: Sender | undefined;
  for (let i = 0; i < 20; i++) {
    const server = await startServer(data, CUT, { BENCH_LOG: "error" });
    const sender: Sender = new Sender(server.url, (await comeTo(server.url, "mirel"))!);
    const gone = new Promise((resolve) => server.process.once("exit", resolve));
    setTimeout(() => server.process.kill("SIGKILL"), 20 + i * 23);
    const keep = async () => {
      for (;;) await sender.photo();
    };
    await Promise.all([keep(), keep(), keep()].map((one) => one.catch(() => undefined)));
    await gone;
    for (const id of all?.photos ?? []) sender.photos.add(id);
    all = sender;
  }
  if (all!.photos.size === 0) return "the attack did not reach its place";
  const wrong = [...all!.wrong, ...(await missing(data, all!))];
  return wrong.length === 0 ? undefined : wrong.slice(0, 6).join("; ");
}

/** Sets the clock of a server that is started with it, so many ms off. */
const clockOff = (ms: number): string => {
  const source = `const D=Date,o=${ms};globalThis.Date=class extends D{constructor(...a){a.length?super(...a):super(D.now()+o)}static now(){return D.now()+o}}`;
  return `--import "data:text/javascript,${encodeURIComponent(source)}"`;
};

/** The server's clock goes three days back, a year on, an hour back, and is right again. */
async function clockBackAndForth(): Promise<string | undefined> {
  const data = demoShop();
  const wrong: string[] = [];
  let all: Sender | undefined;
  for (const days of [0, -3, 365, -1 / 24, 0]) {
    const off = days * DAY_MS;
    const server = await startServer(data, CLOCK, {
      BENCH_LOG: "error",
      NODE_OPTIONS: clockOff(off),
    });
    const ask = await comeTo(server.url, "mirel");
    if (!ask) {
      wrong.push(`nobody is let in, ${days} days off`);
      await ended(server);
      continue;
    }
    const sender: Sender = new Sender(server.url, ask);
    for (const id of all?.ticks ?? []) sender.ticks.add(id);
    all = sender;
    if (!(await sender.tick(new Date(Date.now() + off)))) {
      wrong.push(`no tick is taken, ${days} days off`);
    }
    for (const address of ["/", "/days", "/shop", `/tickets/${TICKET}`, "/tickets"]) {
      const answer = await ask(address);
      await answer.text();
      if (answer.status !== 200) wrong.push(`${address} is answered ${answer.status}`);
    }
    await ended(server);
  }
  wrong.push(...all!.wrong, ...(await missing(data, all!)));
  return wrong.length === 0 ? undefined : [...new Set(wrong)].slice(0, 6).join("; ");
}

const MISHAPS: Readonly<Record<string, () => Promise<string | undefined>>> = {
  "a disk that is full, page by page, or only read loses nothing and says so": fullDisk,
  "a power cut between a picture and its row leaves neither without the other": cutBetween,
  "a clock that goes back and forth keeps nobody out and loses nothing": clockBackAndForth,
};

/** What befalls a machine: its disk, its power, its clock. Gives how many of them the shop did not stand. */
export async function probeMishaps(): Promise<number> {
  const gave: string[] = [];
  for (const [name, mishap] of Object.entries(MISHAPS)) {
    const why = await mishap().catch((error: unknown) => String(error));
    if (why !== undefined) gave.push(`${name}: ${why}`);
  }
  print(
    `- **mishaps** of disk, power and clock: ${Object.keys(MISHAPS).length} tried, gave way ${gave.length} (target 0)`,
  );
  for (const line of gave) print(`  - ${line}`);
  return gave.length;
}
