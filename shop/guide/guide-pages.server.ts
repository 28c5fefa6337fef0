import { plain } from "../../core/base/plain.ts";
import { fail, ok, type Result } from "../../core/base/result.ts";
import type { Known } from "../../core/learn/index.ts";
import { type Hit, UNNAMED } from "../../core/ticket/index.ts";
import { isStepKey } from "../../core/bench/index.ts";
import {
  allCodes,
  type FactChange,
  type Guide,
  guideChanges,
  guideForCode,
  type HandWays,
} from "../../core/guide/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import {
  currentHash,
  currentHashes,
  changedAt,
  guideVersion,
  modelFor,
  versionsOf,
  type GuideVersion,
} from "../../data/guide/index.server.ts";
import { handWaysOf } from "../../data/people/index.server.ts";
import { changeableTickets, handedBack } from "../../data/ticket/index.server.ts";
import type { Act } from "../act.server.ts";
import { ratesOf } from "../stage/index.server.ts";
import { knownOf } from "./known.server.ts";

/** A machine by name: a guide as its first codes name it, or one of its sisters. */
export interface MachineLine {
  readonly guideId: string;
  readonly name: string;
  readonly codes: readonly string[];
  readonly recognise: string;
  readonly parts: number;
  readonly joints: number;
  readonly partCodes: readonly string[];
}

/** The same in the list of guides, with how well it is known. */
export interface GuideLine extends MachineLine {
  /** Of a learnt guide; or it is being worked out. */
  readonly known: Known | "counting" | undefined;
  /** Machines of it that were handed back. */
  readonly done: number;
  /** When it changed last. ISO 8601, UTC. */
  readonly changed: string;
}

/** A guide that cannot be read is one line that says so. */
export interface BrokenGuide {
  readonly guideId: string;
  readonly path: string;
}

export async function guideList(
  db: Database,
): Promise<{ readonly lines: readonly GuideLine[]; readonly broken: readonly BrokenGuide[] }> {
  const lines: GuideLine[] = [];
  const broken: BrokenGuide[] = [];
  const [done, changed] = await Promise.all([handedBack(db), changedAt(db)]);
  for (const { guideId, hash } of await currentHashes(db)) {
    const guide = await guideVersion(db, hash);
    if (guide.ok) {
      const known = await soon(knownOf(hash, guide.value));
      const more = { known, done: done.get(guideId) ?? 0, changed: changed.get(guideId) ?? "" };
      lines.push(...linesOf(guide.value).map((line) => ({ ...line, ...more })));
    } else
      broken.push({ guideId, path: guide.error.type === "guide-broken" ? guide.error.path : "" });
  }
  return { lines, broken };
}

/** Every machine that a guide answers for, by name. */
export async function machineLines(db: Database): Promise<readonly MachineLine[]> {
  const lines: MachineLine[] = [];
  for (const { hash } of await currentHashes(db)) {
    const guide = await guideVersion(db, hash);
    if (guide.ok) lines.push(...linesOf(guide.value));
  }
  return lines;
}

type GuideHit = Exclude<Hit, { type: "ticket" }>;

/** Machines by name or underside code, then parts by name or part code, that have these words in them. */
export async function guideHits(
  db: Database,
  query: string,
  most: number,
): Promise<readonly GuideHit[]> {
  const wanted = plain(query);
  if (wanted === "") return [];
  const machines: GuideHit[] = [];
  const parts: GuideHit[] = [];
  for (const { hash } of await currentHashes(db)) {
    const guide = await guideVersion(db, hash);
    if (!guide.ok) continue;
    for (const line of linesOf(guide.value)) {
      const has = [line.name, ...line.codes].some((text) => plain(text).includes(wanted));
      const { guideId, name } = line;
      if (has) machines.push({ type: "machine", guideId, code: line.codes[0]!, name });
    }
    const { id: guideId, maker, model, codes } = guide.value;
    for (const [part, { name, codes: own = [] }] of Object.entries(guide.value.parts)) {
      if (![name, ...own].some((text) => plain(text).includes(wanted))) continue;
      const machine = `${maker} ${model}`;
      parts.push({ type: "part", guideId, code: codes[0]!, machine, part, name });
    }
  }
  return [...machines.slice(0, most), ...parts.slice(0, most)];
}

/** The part that has just this code, in whichever machine. */
export async function partOfCode(
  db: Database,
  code: string,
): Promise<{ readonly guideId: string; readonly part: string } | undefined> {
  const wanted = plain(code);
  for (const { hash } of await currentHashes(db)) {
    const guide = await guideVersion(db, hash);
    if (!guide.ok) continue;
    const found = Object.entries(guide.value.parts).find(([, { codes = [] }]) =>
      codes.some((own) => plain(own) === wanted),
    );
    if (found) return { guideId: guide.value.id, part: found[0] };
  }
  return undefined;
}

/** A list does not wait for what is worked out aside: the next look has it. */
const soon = <T>(value: Promise<T>): Promise<T | "counting"> =>
  Promise.race([value, new Promise<"counting">((tell) => setTimeout(tell, SOON_MS, "counting"))]);
const SOON_MS = 60;

/** What stands for machines that nobody knows yet is none. */
const linesOf = (guide: Guide): readonly MachineLine[] =>
  guide.codes[0] === UNNAMED.code
    ? []
    : [
        lineOf(guide, guide.codes, guide.recognise),
        ...Object.entries(guide.variants ?? {}).flatMap(([code, { about }]) => {
          const variant = guideForCode(guide, code);
          return variant.ok ? [lineOf(variant.value, [code], about)] : [];
        }),
      ];

const lineOf = (guide: Guide, codes: readonly string[], recognise: string): MachineLine => ({
  guideId: guide.id,
  name: `${guide.maker} ${guide.model}`,
  codes,
  recognise,
  parts: Object.keys(guide.parts).length,
  joints: Object.keys(guide.joints).length,
  partCodes: Object.values(guide.parts).flatMap(({ codes: own }) => own ?? []),
});

export interface GuidePage {
  readonly guide: Guide;
  readonly whole: Guide;
  /** Of the version that is shown. */
  readonly hash: string;
  readonly codes: readonly string[];
  readonly code: string;
  readonly tickets: readonly { readonly number: number; readonly customer: string }[];
  /** Dearer by less than so many minutes, the shop takes the careful way. */
  readonly careful: number;
  /** The ways of the hand of who looks. */
  readonly ways: HandWays;
  /** The newest first, each with what it changed. */
  readonly versions: readonly (GuideVersion & { readonly changes: readonly FactChange[] })[];
}

export type GuidePageError =
  | { readonly type: "guide-unknown" }
  | { readonly type: "guide-unreadable"; readonly path: string }
  | { readonly type: "code-unknown" };

/** A guide as it is now, for one underside code (the first when none is named), with its versions. */
export async function guidePage(
  { db, actor }: Pick<Act, "db" | "actor">,
  guideId: string,
  wanted: string | undefined,
): Promise<Result<GuidePage, GuidePageError>> {
  const hash = await currentHash(db, guideId);
  if (hash === undefined) return fail({ type: "guide-unknown" });
  const whole = await guideVersion(db, hash);
  if (!whole.ok) {
    const path = whole.error.type === "guide-broken" ? whole.error.path : "";
    return fail({ type: "guide-unreadable", path });
  }
  const code = wanted ?? whole.value.codes[0]!;
  const variant = guideForCode(whole.value, code);
  if (!variant.ok) return fail({ type: "code-unknown" });
  const [ways, rates, tickets, versions] = await Promise.all([
    handWaysOf(db, actor.id, guideId),
    ratesOf(db),
    changeableTickets(db, guideId),
    withChanges(db, await versionsOf(db, guideId)),
  ]);
  return ok({
    guide: variant.value,
    whole: whole.value,
    hash,
    codes: allCodes(whole.value),
    code,
    careful: rates.careful,
    ways,
    tickets,
    versions,
  });
}

/** How many of the last versions say what they changed: reading them costs a file each. */
const MOST_CHANGES = 20;

async function withChanges(
  db: Database,
  versions: readonly GuideVersion[],
): Promise<GuidePage["versions"]> {
  return Promise.all(
    versions.map(async (version, i) => {
      const before = versions[i + 1];
      if (!before || i >= MOST_CHANGES) return { ...version, changes: [] };
      const [from, to] = await Promise.all([
        guideVersion(db, before.hash),
        guideVersion(db, version.hash),
      ]);
      const changes = from.ok && to.ok ? guideChanges(from.value, to.value) : [];
      return { ...version, changes };
    }),
  );
}

/** The file of a guide as it is now, or of one version by its hash. */
export async function guideFile(
  db: Database,
  guideId: string,
  hash?: string,
): Promise<Guide | undefined> {
  const version = hash ?? (await currentHash(db, guideId));
  const guide = version === undefined ? undefined : await guideVersion(db, version);
  return guide?.ok && guide.value.id === guideId ? guide.value : undefined;
}

/** The guide of a version for one code: it never changes, so it is sent once and kept. */
export async function pinnedGuide(
  db: Database,
  hash: string,
  code: string,
): Promise<Guide | undefined> {
  const model = await modelFor(db, hash, code);
  return model.ok ? model.value.guide : undefined;
}

/** Whether the guide of a machine has a step of this key; one that cannot be read has all of them. */
export async function hasStep(
  db: Database,
  { guideId, code }: { readonly guideId: string; readonly code: string },
  key: string,
): Promise<boolean> {
  const version = await currentHash(db, guideId);
  const model = version === undefined ? undefined : await modelFor(db, version, code);
  // A guide that is learnt may get the step just now, at the bench that asks.
  if (model?.ok !== true || model.value.learning) return true;
  return isStepKey(model.value.guide, key);
}
