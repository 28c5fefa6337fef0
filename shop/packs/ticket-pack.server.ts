import { strToU8, zipSync } from "fflate";
import { BaseError } from "sequelize";
import { reader, readJson } from "../../core/base/ajv.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import {
  foldOn,
  jobStream,
  PACK_SIGNS,
  type PackSign,
  readEvents,
  type StoredEvent,
} from "../../core/bench/index.ts";
import { idElsewhere } from "../../core/people/index.ts";
import { readJob, type Job } from "../../core/rules/index.ts";
import { readReadings, type Reading } from "../../core/soak/index.ts";
import {
  type Intake,
  readDeed,
  readIntake,
  standOf,
  type StoredDeed,
  type Transition,
  WAITS,
  waitsOf,
  WORKS,
  type Work,
} from "../../core/ticket/index.ts";
import { addEvents, eventById, readStream } from "../../data/bench/index.server.ts";
import { currentHash, modelFor } from "../../data/guide/index.server.ts";
import { addForeign, addRecord, allPeople } from "../../data/people/index.server.ts";
import { addPhoto, photosOf, readPhoto, unknownPhotos } from "../../data/photos/index.server.ts";
import { addSoak, soaksOf } from "../../data/soak/index.server.ts";
import {
  addDeeds,
  addTicket,
  addTransition,
  customerFor,
  deedById,
  deedsOf,
  keepLine,
  ticketByNumber,
  transitionsOf,
} from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import { benchPhase, ledgerLine, readLedger } from "../bench/index.server.ts";
import { unbegunLine } from "../guide/index.server.ts";
import { photoAndThumb } from "../photos/index.server.ts";
import { originOf, sealOf } from "./seal.server.ts";
import { MOST_PHOTO, unpacked, type UnpackError } from "./unpack.server.ts";

const FORMAT = "brisk-bench-ticket";
const MOST_TICKET = 8_000_000;
const PHOTO = /^photos\/([\w-]{1,80})\.jpg$/;

export type TicketPackError =
  | UnpackError
  /** The version of the guide that its job goes by is not here. */
  | { readonly type: "guide-missing"; readonly guideId: string }
  | { readonly type: "here-already" }
  /** Its seal does not fit it: it was changed since it was made. */
  | { readonly type: "changed" }
  | { readonly type: "does-not-fit"; readonly why: string }
  | { readonly type: "no-picture"; readonly name: string };

interface Packed {
  readonly ticket: {
    readonly customer: { readonly name: string; readonly phone: string };
    readonly guideId: string;
    readonly code: string;
    readonly serial: string;
    readonly fault: string;
    readonly condition: string;
    readonly signs: readonly PackSign[];
    readonly job: unknown;
    readonly work: Work;
    readonly intake: unknown;
    readonly promised: string;
    readonly takenIn: string;
  };
  /** The version of the guide that the ledger goes by; none: it has not begun. */
  readonly guide: { readonly version: string; readonly code: string } | null;
  readonly deeds: readonly { id: string; at: string; by: string; deed: unknown }[];
  readonly transitions: readonly Transition[];
  readonly events: readonly StoredEvent[];
  readonly soaks: readonly {
    readonly id: string;
    readonly round: "before" | "after";
    readonly readings: unknown;
    readonly at: string;
    readonly by: string;
    readonly shuts: number;
  }[];
  readonly photos: readonly { readonly id: string; readonly step: string; readonly at: string }[];
  /** Who worked on it, by id: names. Packs of before have none. */
  readonly people?: Readonly<Record<string, string>>;
}

/** One ticket with all that was done and seen, as one ZIP; undefined: there is none. */
export async function ticketPack(act: Act, number: number): Promise<Uint8Array | undefined> {
  allow(act, "pack");
  const { db } = act;
  const ticket = await ticketByNumber(db, number);
  if (!ticket) return undefined;
  await db.write((transaction) =>
    addRecord(db, stampOf(act), { what: "exported", file: `ticket-${number}.zip` }, transaction),
  );
  const [deeds, transitions, stream, soaks, photos] = await Promise.all([
    deedsOf(db, number),
    transitionsOf(db, number),
    readStream(db, jobStream(number)),
    soaksOf(db, number),
    photosOf(db, number),
  ]);
  const { number: _, machine: _m, waits: _w, bench: _b, ...facts } = ticket;
  const packed = {
    format: FORMAT,
    version: 1,
    ticket: facts,
    guide: stream?.guide ?? null,
    deeds,
    transitions,
    events: stream?.events ?? [],
    soaks: soaks.map(({ ticket: _t, ...soak }) => soak),
    photos: photos.map(({ id, step, at }) => ({ id, step, at })),
    people: Object.fromEntries((await allPeople(db)).map(({ id, name }) => [id, name])),
  };
  const record = strToU8(`${JSON.stringify(packed, null, 2)}\n`);
  const files: Record<string, Uint8Array> = {
    "ticket.json": record,
    "seal.json": strToU8(await sealOf(db, record)),
  };
  for (const { id } of photos) {
    const bytes = await readPhoto(db, id, false);
    if (bytes) files[`photos/${id}.jpg`] = new Uint8Array(bytes);
  }
  return zipSync(files, { mtime: new Date("2026-01-01T00:00:00") });
}

const text = { type: "string", maxLength: 4000 };
const id = { type: "string", minLength: 1, maxLength: 120 };
const list = (items: object) => ({ type: "array", maxItems: 20_000, items });
const whole = (properties: object) => ({
  type: "object",
  required: Object.keys(properties),
  properties,
});

const readPacked = reader<Packed>({
  ...whole({
    format: { const: FORMAT },
    version: { const: 1 },
    ticket: whole({
      customer: whole({ name: { ...text, minLength: 1 }, phone: text }),
      guideId: id,
      code: id,
      serial: text,
      fault: text,
      condition: text,
      signs: list({ enum: [...PACK_SIGNS] }),
      job: { type: "object" },
      work: { enum: [...WORKS] },
      intake: { type: "object" },
      promised: { type: "string", format: "day" },
      takenIn: text,
    }),
    guide: {},
    deeds: list(whole({ id, at: text, by: id, deed: { type: "object" } })),
    transitions: list(
      whole({ at: text, by: id, from: { enum: [...WAITS] }, to: { enum: [...WAITS] }, note: text }),
    ),
    events: list({
      type: "object",
      required: ["id", "seq", "kind", "version", "at", "by", "body"],
    }),
    soaks: list(
      whole({
        id,
        round: { enum: ["before", "after"] },
        readings: { type: "array" },
        at: text,
        by: id,
        shuts: { type: "integer", minimum: 0 },
      }),
    ),
    photos: list(whole({ id, step: text, at: text })),
  }),
  required: [
    "format",
    "version",
    "ticket",
    "guide",
    "deeds",
    "transitions",
    "events",
    "soaks",
    "photos",
  ],
});

/** Deeds, job and what came with it, each by its own schema; what does not fit is named. */
function understood(
  packed: Packed,
): Result<
  { readonly job: Job; readonly intake: Intake; readonly deeds: readonly StoredDeed[] },
  TicketPackError
> {
  const misfit = (why: string) => fail({ type: "does-not-fit" as const, why });
  const job = readJob(packed.ticket.job);
  if (!job.ok) return misfit("its job");
  const intake = readIntake(packed.ticket.intake);
  if (!intake.ok) return misfit("what was noted at taking in");
  const deeds: StoredDeed[] = [];
  for (const one of packed.deeds) {
    const deed = readDeed(one.deed);
    if (!deed.ok) return misfit(`what was done at ${one.at}`);
    deeds.push({ ...one, deed: deed.value });
  }
  if (packed.soaks.some(({ readings }) => !readReadings(readings).ok)) return misfit("a soak");
  return ok({ job: job.value, intake: intake.value, deeds });
}

/**
 * Takes a ticket in that was packed elsewhere, whole or not at all: under a number of its own, by a guide whose version
 * is here. It says where it is from, and who took it in; who worked on it in another shop stands as of that shop, never
 * as somebody here.
 */
export async function takeTicketIn(
  act: Act,
  bytes: Uint8Array,
): Promise<Result<number, TicketPackError>> {
  allow(act, "unpack");
  const { db } = act;
  const opened = await unpacked(bytes, wrongEntry, ["ticket.json"]);
  if (!opened.ok) return opened;
  const files = opened.value;
  const read = readJson(readPacked, new TextDecoder().decode(files["ticket.json"]));
  if (!read.ok) return fail({ type: "no-pack" });
  const packed = read.value;
  const origin = await originOf(db, files["ticket.json"]!, files["seal.json"]);
  if (!origin) return fail({ type: "changed" });
  if (!momentsOf(packed).every((at) => isPast(at, act.now()))) {
    return fail({ type: "does-not-fit", why: "a day in it" });
  }
  const known = understood(packed);
  if (!known.ok) return known;
  const { job, deeds } = known.value;
  const { at, by: taker } = stampOf(act);
  const intake = { ...known.value.intake, elsewhere: { shop: origin.shop, by: taker, at } };
  const { guideId, code } = packed.ticket;
  const version = packed.guide?.version ?? (await currentHash(db, guideId));
  const model = version === undefined ? undefined : await modelFor(db, version, code);
  if (version === undefined || !model?.ok || model.value.guide.id !== guideId)
    return fail({ type: "guide-missing", guideId });
  const events = readEvents(packed.events, { version, code });
  if (!events.ok) return fail({ type: "does-not-fit", why: "its ledger" });
  let phase;
  try {
    phase = foldOn(model.value, undefined, events.value).state.phase;
  } catch {
    return fail({ type: "does-not-fit", why: "its ledger" });
  }
  const photos = [];
  const named = packed.photos.filter(({ id: name }) => `photos/${name}.jpg` in files);
  const fresh = new Set(
    await unknownPhotos(
      db,
      named.map((photo) => photo.id),
    ),
  );
  for (const photo of named.filter((one) => fresh.has(one.id))) {
    const name = `photos/${photo.id}.jpg`;
    const made = await photoAndThumb(files[name]!).catch(() => undefined);
    if (!made) return fail({ type: "no-picture", name });
    photos.push({ ...photo, made });
  }
  const people = new Set((await allPeople(db)).map((person) => person.id));
  const foreign = (id: string): string => idElsewhere(origin.shop, id);
  const isOurs = (id: string): boolean => origin.isOwn && people.has(id);
  const by = (id: string): string => (isOurs(id) ? id : foreign(id));
  const strangers = new Map(
    makersOf(packed).flatMap((id) =>
      isOurs(id) ? [] : [[foreign(id), `${packed.people?.[id] ?? id}, shop ${origin.shop}`]],
    ),
  );
  const bench = packed.events.length === 0 ? "idle" : benchPhase(phase);
  const stage = { work: packed.ticket.work, job, bench } as const;
  const waits = waitsOf(stage, standOf(deeds));
  const writing = db.write(async (transaction) => {
    for (const { id: event } of packed.events) if (await eventById(db, event)) return undefined;
    for (const deed of deeds) if (await deedById(db, deed.id, transaction)) return undefined;
    await addForeign(db, strangers, transaction);
    const { customer, signs, serial, fault, condition, promised, takenIn } = packed.ticket;
    const customerId = await customerFor(db, customer, act.newId(), transaction);
    const facts = { guideId, code, serial, fault, condition, promised, takenIn, intake, ...stage };
    const number = await addTicket(db, { ...facts, customerId, signs, waits }, transaction);
    const owned = deeds.map((deed) => ({ ...deed, by: by(deed.by) }));
    await addDeeds(db, number, owned, transaction);
    if (packed.events.length > 0) {
      const stream = jobStream(number);
      const head = { id: stream, guide: { version, code }, ticket: number };
      const rows = packed.events.map((event, seq) => ({
        ...event,
        stream,
        seq,
        by: by(event.by),
      }));
      await addEvents(db, head, 0, rows, transaction);
    }
    for (const one of packed.transitions) {
      await addTransition(db, number, { ...one, by: by(one.by), to: one.to }, transaction);
    }
    for (const soak of packed.soaks) {
      const readings = soak.readings as readonly Reading[];
      await addSoak(db, { ...soak, readings, ticket: number, by: by(soak.by) }, transaction);
    }
    return number;
  });
  // Names that stand twice in it, or point at nothing, are found by the database: then nothing is written.
  const written = await writing.catch((error: unknown) => {
    if (error instanceof BaseError) return "misfit" as const;
    throw error;
  });
  if (written === "misfit") return fail({ type: "does-not-fit", why: "its record" });
  if (written === undefined) return fail({ type: "here-already" });
  for (const { made, ...photo } of photos) {
    const { width, height } = made.info;
    const row = { ...photo, ticket: written, width, height, by: act.actor.id };
    await addPhoto(db, row, { full: made.data, thumb: made.thumb });
  }
  const ledger = bench === "idle" ? undefined : await readLedger(db, written, act.actor.id);
  const line = ledger?.ok
    ? ledgerLine(ledger.value)
    : await unbegunLine(db, { version, code }, job);
  await db.write((transaction) => keepLine(db, written, line, transaction));
  return ok(written);
}

const makersOf = ({ deeds, transitions, events, soaks }: Packed): readonly string[] => [
  ...new Set([...deeds, ...transitions, ...events, ...soaks].map(({ by }) => by)),
];

const momentsOf = ({ deeds, transitions, events, soaks, photos }: Packed): readonly string[] =>
  [...deeds, ...transitions, ...events, ...soaks, ...photos].map(({ at }) => at);

const FIRST_MOMENT = Date.parse("2000-01-01T00:00:00Z");
const DAY_MS = 86_400_000;

/** Whether something can have been done then: clocks of two shops may be a day apart. */
function isPast(at: string, now: Date): boolean {
  const ms = Date.parse(at);
  return ms >= FIRST_MOMENT && ms <= now.getTime() + DAY_MS;
}

const MOST_SEAL = 2_000;

function wrongEntry(name: string, size: number): UnpackError | undefined {
  if (name === "seal.json") return size > MOST_SEAL ? { type: "too-big" } : undefined;
  if (name === "ticket.json") return size > MOST_TICKET ? { type: "too-big" } : undefined;
  if (!PHOTO.test(name)) return { type: "stranger", name };
  return size > MOST_PHOTO ? { type: "too-big" } : undefined;
}
