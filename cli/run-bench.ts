import path from "node:path";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import type { Reader } from "../core/base/ajv.ts";
import { fail, ok, type Result } from "../core/base/result.ts";
import { type Catalogue, findOut, readCatalogue, strangers } from "../core/find/index.ts";
import { type Guide, parseGuide } from "../core/guide/index.ts";
import { coverFront, labourOn, type Offer, readOffers } from "../core/price/index.ts";
import { adapterState, packState, readAdapter, readPack } from "../core/readings/index.ts";
import { guideErrors } from "../core/check/index.ts";
import { findingWords } from "../core/words/index.ts";
import { type CliError, readJsonText, readText } from "./read-file.ts";

const USAGE =
  "bench find-out GUIDE --says SYMPTOM,… [--found CHECK=OUTCOME,…] [--refuted CAUSE,…] [--counts CAUSE=N,…] " +
  "[--faults CATALOGUE] | price GUIDE --broken PART,… --offers OFFERS [--hour CENTS] [--tax SHARE] | " +
  "adapter FILE (or --has 19.5,3.34,PLUG --needs 19.5,3.34,PLUG) | battery FILE. Money in whole cents.";

const FAULTS = path.join(
  path.dirname(path.dirname(fileURLToPath(import.meta.url))),
  "faults/laptop.json",
);

const list = (text: string | undefined): readonly string[] =>
  (text ?? "").split(",").flatMap((one) => (one.trim() === "" ? [] : [one.trim()]));

interface Options {
  readonly says?: string | undefined;
  readonly found?: string | undefined;
  readonly refuted?: string | undefined;
  readonly counts?: string | undefined;
  readonly faults?: string | undefined;
  readonly broken?: string | undefined;
  readonly offers?: string | undefined;
  readonly hour?: string | undefined;
  readonly tax?: string | undefined;
  readonly has?: string | undefined;
  readonly needs?: string | undefined;
}

/** Carries out one call of the bench command: what it prints, or its error with a path. */
export function runBench(argv: readonly string[]): Result<unknown, CliError> {
  const text = { type: "string" } as const;
  let args;
  try {
    args = parseArgs({
      args: [...argv],
      allowPositionals: true,
      options: {
        says: text,
        found: text,
        refuted: text,
        counts: text,
        faults: text,
        broken: text,
        offers: text,
        hour: text,
        tax: text,
        has: text,
        needs: text,
        help: { type: "boolean", short: "h" },
      },
    });
  } catch (error) {
    return fail({ error: error instanceof Error ? error.message : USAGE, path: "" });
  }
  const [command, file] = args.positionals;
  if (args.values.help) return ok({ usage: USAGE });
  switch (command) {
    case "find-out":
      return findOutIn(file, args.values);
    case "price":
      return priceOf(file, args.values);
    case "adapter":
      return adapter(file, args.values);
    case "battery": {
      const pack = readFile(file, readPack, "a reading of a pack");
      return pack.ok ? ok(packState(pack.value)) : pack;
    }
    default:
      return fail({ error: USAGE, path: "" });
  }
}

/** A file by its schema; an error has the path to what is wrong in it. */
function readFile<T>(file: string | undefined, read: Reader<T>, what: string): Result<T, CliError> {
  if (file === undefined) return fail({ error: `name a file: ${what}`, path: "" });
  const source = readText(file);
  const value = source.ok ? readJsonText(source.value) : source;
  if (!value.ok) return value;
  const known = read(value.value);
  if (known.ok) return known;
  const [first] = known.error;
  return fail({
    error: `${file} is not ${what}: ${first?.message ?? "it does not fit"}`,
    path: first?.instancePath ?? "",
  });
}

/** A guide, or the guide of `{ "guide": … }`, that plans can be made by. */
function readGuide(file: string | undefined): Result<Guide, CliError> {
  if (file === undefined) return fail({ error: "name a guide file", path: "" });
  const source = readText(file);
  const value = source.ok ? readJsonText(source.value) : source;
  if (!value.ok) return value;
  const whole = value.value as { readonly guide?: unknown } | null;
  const guide = parseGuide(whole?.guide ?? value.value);
  const [wrong] = guide.ok ? guideErrors(guide.value) : guide.error;
  if (wrong) return fail({ error: `${file}: ${findingWords(wrong)}`, path: wrong.path });
  return guide.ok ? guide : fail({ error: `${file} is no guide`, path: "" });
}

function catalogueOf(file: string): Result<Catalogue, CliError> {
  const catalogue = readFile(file, readCatalogue, "a fault catalogue");
  if (!catalogue.ok) return catalogue;
  const [lost] = strangers(catalogue.value);
  return lost === undefined
    ? catalogue
    : fail({ error: `${file} names what it does not have`, path: lost });
}

/** CHECK=OUTCOME pairs, in their order. */
function pairs(option: string, text: string | undefined): Result<Record<string, string>, CliError> {
  const found: Record<string, string> = {};
  for (const [i, one] of list(text).entries()) {
    const [key = "", value = "", ...more] = one.split("=");
    if (key === "" || value === "" || more.length > 0) {
      return fail({ error: `say --${option} as NAME=VALUE`, path: `/${option}/${i}` });
    }
    found[key] = value;
  }
  return ok(found);
}

function findOutIn(file: string | undefined, options: Options): Result<unknown, CliError> {
  const guide = readGuide(file);
  if (!guide.ok) return guide;
  const catalogue = catalogueOf(options.faults ?? FAULTS);
  if (!catalogue.ok) return catalogue;
  const found = pairs("found", options.found);
  if (!found.ok) return found;
  const counted = pairs("counts", options.counts);
  if (!counted.ok) return counted;
  const counts = Object.fromEntries(
    Object.entries(counted.value).map(([cause, n]) => [cause, Number(n)]),
  );
  const bad = Object.entries(counts).find(([, n]) => !Number.isInteger(n) || n < 0);
  if (bad) return fail({ error: "a count is a whole number", path: `/counts/${bad[0]}` });
  const told = {
    says: list(options.says),
    found: found.value,
    refuted: list(options.refuted),
    counts,
  };
  const advice = findOut(guide.value, catalogue.value, told);
  if (advice.ok) return advice;
  return fail({ error: `the catalogue has no "${advice.error.id}" here`, path: advice.error.path });
}

function priceOf(file: string | undefined, options: Options): Result<unknown, CliError> {
  const guide = readGuide(file);
  if (!guide.ok) return guide;
  const offers = readFile(options.offers, readOffers, "a list of offers");
  if (!offers.ok) return offers;
  const broken = list(options.broken);
  if (broken.length === 0)
    return fail({ error: "say what is broken: --broken fan", path: "/broken" });
  if (broken.length > 24) return fail({ error: "at most 24 parts at a time", path: "/broken" });
  const stranger = broken.findIndex((id) => !Object.hasOwn(guide.value.parts, id));
  if (stranger >= 0) {
    return fail({
      error: `the guide has no part "${broken[stranger]}"`,
      path: `/broken/${stranger}`,
    });
  }
  const [hour, tax] = [Number(options.hour ?? "6000"), Number(options.tax ?? "0.2")];
  if (!Number.isInteger(hour) || hour < 0) {
    return fail({ error: "say the hour in whole cents", path: "/hour" });
  }
  if (!(tax >= 0 && tax < 1)) return fail({ error: "say the tax as a share: 0.2", path: "/tax" });
  const labour = labourOn(guide.value, { for: broken });
  const covered = coverFront(broken, offers.value.offers, { hour, tax }, labour);
  if ("type" in covered) {
    return fail({
      error: `nobody has "${covered.part}" in stock`,
      path: `/broken/${broken.indexOf(covered.part)}`,
    });
  }
  return ok({ ...covered, offers: named(offers.value.offers, covered.front) });
}

const named = (
  offers: readonly Offer[],
  front: readonly { readonly offers: readonly string[] }[],
) =>
  Object.fromEntries(
    offers
      .filter(({ id }) => front.some((way) => way.offers.includes(id)))
      .map(({ id, name, supplier, condition }) => [id, { name, supplier, condition }]),
  );

function adapter(file: string | undefined, options: Options): Result<unknown, CliError> {
  if (file !== undefined) {
    const both = readFile(file, readAdapter, "what an adapter has and a machine needs");
    return both.ok ? ok(adapterState(both.value.has, both.value.needs)) : both;
  }
  const supply = (text: string | undefined) => {
    const [volts = "", amps = "", plug = "", centre] = list(text);
    return { volts: Number(volts), amps: Number(amps), plug, ...(centre ? { centre } : {}) };
  };
  const both = readAdapter({ has: supply(options.has), needs: supply(options.needs) });
  if (both.ok) return ok(adapterState(both.value.has, both.value.needs));
  const [first] = both.error;
  return fail({
    error: `say both as VOLTS,AMPS,PLUG[,plus|minus]: ${first?.message ?? ""}`,
    path: first?.instancePath ?? "",
  });
}
