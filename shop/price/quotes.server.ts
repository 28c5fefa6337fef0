import { fail, ok, type Result } from "../../core/base/result.ts";
import { type Guide, neverOut } from "../../core/guide/index.ts";
import { labourOf, labourSaid, wayOf } from "../../core/price/index.ts";
import { quoteOf, type QuoteRates } from "../../core/quote/index.ts";
import {
  type FoundOffer,
  type Frail,
  frailThings,
  handOffer,
  type HandOffer,
  usedUp,
  type UsedUp,
} from "../../core/supply/index.ts";
import {
  dayAfter,
  hasWay,
  isLook,
  partsNeeded,
  standOf,
  type TicketTrouble,
  type TicketUnknown,
} from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { deedsOf, ticketFacts } from "../../data/ticket/index.server.ts";
import { allow, type Act } from "../act.server.ts";
import { giveJob } from "../bench/index.server.ts";
import { planFor } from "../plan/index.server.ts";
import {
  dayOf,
  firstLifeOf,
  ratesOf,
  recordIn,
  type RecordError,
  sealsToAsk,
  type Standing,
  standingOf,
} from "../stage/index.server.ts";
import { offersFor, type Offers } from "./offers.server.ts";

/** What is needed to price a ticket's job. */
export interface Priced extends Standing {
  /** Parts that are to be made good. */
  readonly broken: readonly string[];
  readonly offers: Offers["offers"];
  readonly trouble: Offers["trouble"];
  readonly rates: QuoteRates;
  /** Parts whose earlier repair is under warranty still. */
  readonly covered: readonly string[];
}

export type PriceError = TicketUnknown | TicketTrouble;

export async function priced(db: Database, number: number): Promise<Result<Priced, PriceError>> {
  const standing = await standingOf(db, number);
  if (!standing.ok) return standing;
  const { facts, model } = standing.value;
  const [{ offers, trouble }, rates] = await Promise.all([offersFor(db, model.guide), ratesOf(db)]);
  const before = await firstLifeOf(db, facts, rates);
  const covered = before?.isUnderWarranty ? before.parts : [];
  const broken = partsNeeded(facts.job);
  return ok({ ...standing.value, broken, offers, trouble, rates, covered });
}

/** What a ticket's job uses up beside its parts, and what may not survive it; undefined: it is not planned. */
export async function spentBy(
  db: Database,
  { facts, model, pinned }: Standing,
  asker?: AbortSignal,
): Promise<{ readonly usedUp: UsedUp; readonly frail: readonly Frail[] } | undefined> {
  const { job } = facts;
  const plan = hasWay(job) ? await planFor(db, pinned, job, asker) : undefined;
  if (!plan?.ok) return undefined;
  const { down } = plan.value;
  const comesNew = (part: string): boolean =>
    (job.for.includes(part) && job.again?.includes(part) !== true) ||
    job.new?.includes(part) === true;
  return { usedUp: usedUp(model.guide, down), frail: frailThings(model.guide, down, comesNew) };
}

export type QuoteError =
  | PriceError
  | RecordError
  /** An offer that is there no more, or costs something else now. */
  | { readonly type: "offer-gone"; readonly offer: string }
  /** Not all that is broken is made good by these. */
  | { readonly type: "not-covered"; readonly part: string }
  | { readonly type: "nothing-to-price" }
  /** Nobody has taken these out of such a machine yet, and no one said how long it may take. */
  | { readonly type: "minutes-unknown"; readonly parts: readonly string[] };

export interface Asked {
  readonly id: string;
  readonly offers: readonly string[];
  readonly hand: readonly HandOffer[];
  /** What the machine is worth, if that was said. Cents. */
  readonly worth?: number;
  /** What a person allows at the bench: heard where nobody knows the way yet, and needed there. */
  readonly minutes?: number;
}

/**
 * Makes a numbered quote of a choice of offers: prices as they are now, labour by the plan of exactly this choice. A job
 * that buys nothing (cleaning) is quoted by its labour.
 */
export async function makeQuote(
  act: Act,
  number: number,
  asked: Asked,
): Promise<Result<true, QuoteError>> {
  allow(act, "price");
  const { db } = act;
  const known = await priced(db, number);
  if (!known.ok) return known;
  const { facts, model, pinned, stand, broken, rates, offers, covered } = known.value;
  if (isLook(facts.job) && facts.work !== "cosmetic") return fail({ type: "nothing-to-price" });
  const chosen: FoundOffer[] = [];
  for (const id of asked.offers) {
    const offer = offers.find((one) => one.id === id);
    if (!offer || offer.stock === 0) return fail({ type: "offer-gone", offer: id });
    chosen.push(offer);
  }
  for (const hand of asked.hand) {
    const offer = handOffer(model.guide, hand);
    if (!offer) return fail({ type: "not-covered", part: hand.part });
    chosen.push(offer);
  }
  const brought = new Set(chosen.flatMap(({ brings }) => brings));
  const missing = broken.find((part) => !brought.has(part));
  if (missing !== undefined) return fail({ type: "not-covered", part: missing });
  const strange = neverOut(model.guide, facts.job.for);
  if (strange.length > 0 && asked.minutes === undefined) {
    return fail({
      type: "minutes-unknown",
      parts: strange.map((part) => partName(model.guide, part)),
    });
  }
  const job = { ...facts.job, new: [...brought].filter((part) => !facts.job.for.includes(part)) };
  const plan = isLook(job) ? undefined : await planFor(db, pinned, job);
  if (plan && !plan.ok) return plan;
  const seals = plan ? usedUp(model.guide, plan.value.down).seals : [];
  const planned = plan ? labourOf(plan.value) : labourSaid(COSMETIC_MINUTES);
  const labour =
    strange.length > 0 && asked.minutes !== undefined ? labourSaid(asked.minutes) : planned;
  const way = wayOf(broken, chosen, rates, () => labour);
  const day = await dayOf(act);
  const quote = quoteOf(way, chosen, rates, {
    finding: facts.work === "find",
    until: dayAfter(day, rates.holds),
    worth: asked.worth,
    seals: seals.map((part) => partName(model.guide, part)),
    covered: covered.filter((part) => facts.job.for.includes(part)),
    isWhole: !isLook(facts.job) && facts.job.for.every((part) => covered.includes(part)),
  });
  const named = { id: asked.id, note: `quote ${stand.quotes.length + 1}` };
  const deeds = [{ kind: "quoted", quote } as const, ...sealsToAsk(seals, stand)];
  return db.write((transaction) => recordIn(act, number, deeds, named, transaction));
}

const partName = ({ parts }: Guide, part: string): string => parts[part]?.name ?? part;

/** Feet, stickers, a polish. */
const COSMETIC_MINUTES = 20;

/** What comes new with the quote that was agreed to is what the bench is told. */
export async function adoptQuote(act: Act, number: number): Promise<void> {
  const facts = await ticketFacts(act.db, number);
  if (!facts || isLook(facts.job)) return;
  const { quotes, agreed } = standOf(await deedsOf(act.db, number));
  const quote = quotes.find((one) => one.number === agreed);
  if (!quote) return;
  const beside = quote.brings.filter((part) => !facts.job.for.includes(part));
  const before = facts.job.new ?? [];
  if (beside.length === before.length && beside.every((part) => before.includes(part))) return;
  await giveJob(act, number, { ...facts.job, new: beside });
}
