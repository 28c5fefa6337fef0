import type { Job } from "../rules/index.ts";
import { findingFee, type QuoteRates } from "../quote/index.ts";
import type { Consent } from "./deeds.ts";
import { paidSoFar, partsHere, type Stand } from "./stand.ts";
import { isNamed } from "./unnamed.ts";
import { type BenchPhase, type Wait, type Work } from "./stage.ts";

/** What a ticket's stage is derived from, beside its deeds. */
export interface StageFacts {
  readonly work: Work;
  readonly job: Job;
  readonly bench: BenchPhase;
}

/** Whether a job replaces nothing and takes nothing out: the machine is looked into, or nothing has to be opened. */
export const isLook = ({ for: parts }: Job): boolean => parts.length === 0;

/** Whether the bench goes on with a ticket: it waits for it, or is opened to find out. */
export const isAtBench = ({
  waits,
  job,
  code,
}: {
  readonly waits: Wait;
  readonly job: Job;
  readonly code: string;
}): boolean => isNamed({ code }) && (waits === "bench" || (waits === "finding" && hasWay(job)));

/** Whether a job has anything to do at the bench. */
export const hasWay = ({ for: parts, reach = [], open = [] }: Job): boolean =>
  parts.length + reach.length + open.length > 0;

/** Parts that have to be here before the bench can put them in. */
export function partsNeeded({ for: parts, again = [] }: Job): readonly string[] {
  return parts.filter((part) => !again.includes(part));
}

/** Parts that are needed and not here; what was said to be here, is, but for what an order that is not in brings. */
export function partsMissing({ job }: Pick<StageFacts, "job">, stand: Stand): readonly string[] {
  const here = partsHere(stand);
  const away = new Set(
    stand.orders.flatMap(({ state, offer }) =>
      state === "under-way" || state === "wrong" ? offer.brings : [],
    ),
  );
  return partsNeeded(job).filter(
    (part) => !here.has(part) && (stand.here === undefined || away.has(part)),
  );
}

/** Parts of the job that the agreed quote does not have. */
export function partsNotAgreed({ job }: Pick<StageFacts, "job">, stand: Stand): readonly string[] {
  const quote = stand.quotes.find(({ number }) => number === stand.agreed);
  return quote ? partsNeeded(job).filter((part) => !quote.brings.includes(part)) : [];
}

/** Consents that were asked for and are not given. */
export const consentsOpen = ({ consents }: Stand): readonly Consent[] =>
  consents.filter(({ given }) => given !== "yes").map(({ about }) => about);

/**
 * What a ticket waits for. It is never set: the same deeds and the same bench always give the same answer.
 *
 * Handed back; given back unrepaired (a machine that lies open is shut first); proven; under test; being found out;
 * the customer's word (none yet, a held job, a consent, more than was agreed); a part; else a bench.
 */
export function waitsOf(facts: StageFacts, stand: Stand): Wait {
  const { work, job, bench } = facts;
  const answer = stand.answer?.answer;
  if (stand.collected) return "nothing";
  if (answer === "no") return bench === "open" ? "bench" : "collection";
  if (isLook(job) && stand.worked) return "collection";
  if (bench === "closed" && !isLook(job)) return stand.passed ? "collection" : "soak";
  if (work === "find" && isLook(job) && !stand.cause) return "finding";
  const isAgreed = answer === "yes" && !stand.held && partsNotAgreed(facts, stand).length === 0;
  if (!isAgreed || (bench === "idle" && consentsOpen(stand).length > 0)) return "customer";
  return partsMissing(facts, stand).length > 0 ? "part" : "bench";
}

/**
 * What is still to be paid: the agreed quote, or after a no what finding out costs, less what was paid. Undefined where
 * a yes was given without a quote: the price was agreed by word of mouth. Cents; negative is owed to the customer.
 */
export function owedFor(
  { work }: Pick<StageFacts, "work">,
  stand: Stand,
  rates: QuoteRates,
): number | undefined {
  const paid = paidSoFar(stand);
  const quote = stand.quotes.find(({ number }) => number === stand.agreed);
  if (quote) return quote.total - paid;
  if (stand.answer?.answer === "yes") return undefined;
  const wasFoundOut = work === "find" && Object.keys(stand.found).length > 0;
  const fee = stand.answer?.answer === "no" && wasFoundOut ? findingFee(rates) : 0;
  return fee - paid;
}
