import type { Cover, Guide } from "./types.ts";

/** A fact of a guide that one version has and another has not, or has otherwise. */
export interface FactChange {
  /** JSON Pointer to the fact: a part, a joint, a view, a variant, or a key of the guide. */
  readonly path: string;
  /** The fact as it is called: its id, or what a cover or an order says. */
  readonly name: string;
  readonly change: "added" | "removed" | "updated";
  /** Keys of the fact that differ, where it was updated and has keys; in the alphabet's order. */
  readonly keys: readonly string[];
}

/** Facts with an id of their own. */
const MAPS = ["views", "parts", "joints", "variants", "hands"] as const;
/** Facts without one: those that stand in one version only are added or removed. */
const LISTS = ["covers", "orders"] as const;

/**
 * What differs in facts from one version of a guide to another; the order in which a file writes
 * its keys is no difference. Maps by id first, then covers and orders, then the guide's own keys.
 */
export function guideChanges(from: Guide, to: Guide): readonly FactChange[] {
  const maps = MAPS.flatMap((name) => mapChanges(`/${name}`, from[name] ?? {}, to[name] ?? {}));
  const lists = [
    ...coverChanges(from.covers, to.covers, "removed"),
    ...coverChanges(to.covers, from.covers, "added"),
    ...listChanges(
      "/orders",
      from.orders,
      to.orders,
      ({ first, then }) => `${first} before ${then}`,
    ),
  ];
  const own = mapChanges("", without(from), without(to));
  return [...maps, ...lists, ...own];
}

const without = (guide: Guide): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    Object.entries(guide).filter(([key]) => ![...MAPS, ...LISTS].some((name) => name === key)),
  );

/** Of each part what it lies over in one version and not in the other. */
function coverChanges(
  covers: readonly Cover[],
  others: readonly Cover[],
  change: "added" | "removed",
): readonly FactChange[] {
  return covers.flatMap(({ part, over }, i) => {
    const known = new Set(others.flatMap((one) => (one.part === part ? one.over : [])));
    const apart = over.filter((id) => !known.has(id));
    const name = `${part} over ${apart.join(", ")}`;
    return apart.length === 0 ? [] : [{ path: `/covers/${i}`, name, change, keys: [] }];
  });
}

type Facts = Readonly<Record<string, unknown>>;

function mapChanges(path: string, from: Facts, to: Facts): readonly FactChange[] {
  const ids = [...new Set([...Object.keys(from), ...Object.keys(to)])];
  return ids.flatMap((id): readonly FactChange[] => {
    const fact = { path: `${path}/${id}`, name: id };
    if (!(id in from)) return [{ ...fact, change: "added", keys: [] }];
    if (!(id in to)) return [{ ...fact, change: "removed", keys: [] }];
    if (canonical(from[id]) === canonical(to[id])) return [];
    return [{ ...fact, change: "updated", keys: keysApart(from[id], to[id]) }];
  });
}

function keysApart(from: unknown, to: unknown): readonly string[] {
  if (!isFacts(from) || !isFacts(to)) return [];
  const keys = new Set([...Object.keys(from), ...Object.keys(to)]);
  return [...keys].filter((key) => canonical(from[key]) !== canonical(to[key])).sort();
}

const isFacts = (value: unknown): value is Facts =>
  typeof value === "object" && value !== null && !Array.isArray(value);

function listChanges<Fact>(
  path: string,
  from: readonly Fact[],
  to: readonly Fact[],
  nameOf: (fact: Fact) => string,
): readonly FactChange[] {
  const only = (
    list: readonly Fact[],
    other: readonly Fact[],
    change: "added" | "removed",
  ): readonly FactChange[] => {
    const known = new Set(other.map(canonical));
    return list.flatMap((fact, i) =>
      known.has(canonical(fact))
        ? []
        : [{ path: `${path}/${i}`, name: nameOf(fact), change, keys: [] }],
    );
  };
  return [...only(from, to, "removed"), ...only(to, from, "added")];
}

/** A value as text that does not depend on the order of its keys. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`;
  if (!isFacts(value)) return JSON.stringify(value) ?? "";
  const keys = Object.keys(value).sort();
  return `{${keys.map((key) => `${JSON.stringify(key)}:${canonical(value[key])}`).join()}}`;
}
