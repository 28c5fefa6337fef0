import { fail, ok, type Result } from "../base/result.ts";
import {
  type Cover,
  type Guide,
  type GuideJoint,
  type GuidePart,
  isThing,
  type Order,
  type View,
} from "../guide/index.ts";

/** Facts with an id of their own. */
export type Kept = "parts" | "joints" | "views";

/** One change to the facts of a guide, as it was meant: it can be made on a newer version, too. */
export type Edit =
  /** Keys of a part, a joint or a view; one whose value is null is taken away. */
  | {
      readonly do: "set";
      readonly of: Kept;
      readonly id: string;
      readonly keys: Readonly<Record<string, unknown>>;
    }
  | { readonly do: "add"; readonly of: Kept; readonly id: string; readonly fact: object }
  /** With all that names it: joints that join nothing any more, covers, orders; what lay on it lies on what it lay on. */
  | { readonly do: "drop"; readonly of: "parts" | "joints"; readonly id: string }
  /** All that a part lies over. */
  | { readonly do: "cover"; readonly part: string; readonly over: readonly string[] }
  | { readonly do: "order"; readonly order: Order }
  | { readonly do: "free"; readonly first: string; readonly then: string }
  /** A key of the guide itself. */
  | { readonly do: "about"; readonly key: "recognise" | "note"; readonly value: string }
  /** What the author says to a question of `check`, by the path it names. */
  | { readonly do: "explain"; readonly path: string; readonly words: string };

/**
 * Why an edit cannot be made on a guide: what it is about is not there (any more), or is there already; or a part would
 * lie on itself, by way of others.
 */
export interface Misfit {
  readonly edit: Edit;
  readonly why: "gone" | "taken" | "circle";
}

/** A guide with one edit made. What the edit says is not judged here: `parseGuide` and `check` do. */
export function edited(guide: Guide, edit: Edit): Result<Guide, Misfit["why"]> {
  switch (edit.do) {
    case "set": {
      const fact = factOf(guide, edit.of, edit.id);
      if (edit.of === "parts" && liesOn(guide, edit.keys["on"], edit.id)) return fail("circle");
      return fact ? ok(withFact(guide, edit.of, edit.id, patched(fact, edit.keys))) : fail("gone");
    }
    case "add": {
      const isTaken =
        edit.of === "views" ? Object.hasOwn(guide.views, edit.id) : isThing(guide, edit.id);
      return isTaken ? fail("taken") : ok(withFact(guide, edit.of, edit.id, edit.fact));
    }
    case "drop":
      if (!factOf(guide, edit.of, edit.id)) return fail("gone");
      return ok(edit.of === "parts" ? withoutPart(guide, edit.id) : withoutJoint(guide, edit.id));
    case "cover":
      if (!factOf(guide, "parts", edit.part)) return fail("gone");
      return edit.over.every((id) => isThing(guide, id))
        ? ok({ ...guide, covers: withCover(guide.covers, edit.part, edit.over) })
        : fail("gone");
    case "order": {
      const { first, then } = edit.order;
      if (!isThing(guide, first) || !isThing(guide, then)) return fail("gone");
      return ok({ ...guide, orders: [...guide.orders.filter(isOther(first, then)), edit.order] });
    }
    case "free": {
      const orders = guide.orders.filter(isOther(edit.first, edit.then));
      return orders.length < guide.orders.length ? ok({ ...guide, orders }) : fail("gone");
    }
    case "about":
      return ok(patched(guide, { [edit.key]: edit.value === "" ? undefined : edit.value }));
    case "explain": {
      const answers = patched(guide.answers ?? {}, { [edit.path]: edit.words || undefined });
      return ok({ ...guide, answers });
    }
  }
}

const isOther =
  (first: string, then: string) =>
  (order: Order): boolean =>
    order.first !== first || order.then !== then;

type Fact = GuidePart | GuideJoint | View;

const factOf = (guide: Guide, of: Kept, id: string): Fact | undefined =>
  Object.hasOwn(guide[of], id) ? guide[of][id] : undefined;

/** Whether a part is another one, or lies on it by way of others. */
export function liesOn({ parts }: Guide, part: unknown, other: string): boolean {
  const seen = new Set<unknown>();
  for (let at = part; typeof at === "string" && !seen.has(at); at = parts[at]?.on) {
    if (at === other) return true;
    seen.add(at);
  }
  return false;
}

const withFact = (guide: Guide, of: Kept, id: string, fact: object): Guide => ({
  ...guide,
  [of]: { ...guide[of], [id]: fact },
});

/** Keys set; those of null, or without a value, taken away. */
function patched<T extends object>(fact: T, keys: Readonly<Record<string, unknown>>): T {
  const all = Object.entries({ ...fact, ...keys });
  return Object.fromEntries(all.filter(([, value]) => value !== undefined && value !== null)) as T;
}

function withCover(
  covers: readonly Cover[],
  part: string,
  over: readonly string[],
): readonly Cover[] {
  const first = covers.findIndex((cover) => cover.part === part);
  const own = over.length > 0 ? [{ part, over: [...new Set(over)] }] : [];
  if (first < 0) return [...covers, ...own];
  const others = covers.filter((cover, i) => cover.part !== part || i === first);
  return others.flatMap((cover) => (cover.part === part ? own : [cover]));
}

const without = <T>(map: Readonly<Record<string, T>>, id: string): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(map).filter(([other]) => other !== id));

/** No cover and no order names the thing any more. */
function unnamed(guide: Guide, id: string): Guide {
  const covers = guide.covers.flatMap(({ part, over }) => {
    const left = over.filter((other) => other !== id);
    return part === id || left.length === 0 ? [] : [{ part, over: left }];
  });
  const orders = guide.orders.filter(({ first, then }) => first !== id && then !== id);
  return { ...guide, covers, orders };
}

const withoutJoint = (guide: Guide, id: string): Guide =>
  unnamed({ ...guide, joints: without(guide.joints, id) }, id);

function withoutPart(guide: Guide, id: string): Guide {
  const { on } = guide.parts[id]!;
  const parts = Object.fromEntries(
    Object.entries(without(guide.parts, id)).map(([other, part]) => [
      other,
      part.on === id ? patched(part, { on }) : part,
    ]),
  );
  let left: Guide = unnamed({ ...guide, parts }, id);
  for (const [joint, { joins }] of Object.entries(guide.joints)) {
    if (!joins.includes(id)) continue;
    const others = joins.filter((part) => part !== id);
    left =
      others.length < 2
        ? withoutJoint(left, joint)
        : withFact(left, "joints", joint, { ...guide.joints[joint], joins: others });
  }
  return left;
}
