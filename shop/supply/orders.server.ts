import { fail, ok, type Result, unreachable } from "../../core/base/result.ts";
import type { FoundOffer, OrderReply, SupplierTrouble } from "../../core/supply/index.ts";
import { compareCodes, hasSisters } from "../../core/swap/index.ts";
import { dayAfter, type Deed, type Order, type Ordered, standOf } from "../../core/ticket/index.ts";
import { moveStock, stockItem } from "../../data/stock/index.server.ts";
import { supplierHere } from "../../data/supply/index.server.ts";
import { deedById, deedsOf } from "../../data/ticket/index.server.ts";
import { allow, stampOf, type Act } from "../act.server.ts";
import type { PriceError } from "../price/index.server.ts";
import { dayOf, record, recordIn, type RecordError, standingOf } from "../stage/index.server.ts";

export type OrderError =
  | PriceError
  | RecordError
  | SupplierTrouble
  /** Nothing was agreed to that could be ordered. */
  | { readonly type: "nothing-agreed" }
  | { readonly type: "shelf-empty"; readonly name: string };

/**
 * Orders what was agreed to and is not here, not under way: from the shelf it is here at once, at the supplier each
 * thing is one order (asked twice it is the same one). The first that fails is told; what was ordered before it stands.
 */
export async function orderParts(act: Act, number: number): Promise<Result<true, OrderError>> {
  allow(act, "order");
  const standing = await standingOf(act.db, number);
  if (!standing.ok) return standing;
  const { stand } = standing.value;
  const quote = stand.quotes.find((one) => one.number === stand.agreed);
  if (!quote) return fail({ type: "nothing-agreed" });
  const day = await dayOf(act);
  for (const [i, offer] of quote.offers.entries()) {
    const before = stand.orders.filter((order) => order.offer.id === offer.id);
    if (before.some(({ state }) => state === "under-way" || state === "fits")) continue;
    const reference = `${number}-${quote.number}-${i + 1}-${before.length + 1}`;
    const placed = await orderOne(act, number, offer, reference, day);
    if (!placed.ok) return placed;
  }
  return ok(true);
}

async function orderOne(
  act: Act,
  number: number,
  offer: FoundOffer,
  reference: string,
  day: string,
): Promise<Result<true, OrderError>> {
  const ordered = ({ order, days, late }: OrderReply): Ordered => ({
    kind: "ordered",
    order,
    offer,
    due: dayAfter(day, days),
    late: dayAfter(day, late),
  });
  const note = `ordered ${offer.name}`;
  switch (offer.source) {
    case "shelf":
      return fromShelf(act, number, offer, ordered({ order: reference, days: 0, late: 0 }));
    case "hand": {
      const { days, late } = offer;
      return record(act, number, [ordered({ order: reference, days, late })], { note });
    }
    case "supplier": {
      const reply = await supplierHere()?.order(offer.item, reference);
      if (!reply) return fail({ type: "no-supplier" });
      return reply.ok ? record(act, number, [ordered(reply.value)], { note }) : reply;
    }
    default:
      return unreachable(offer.source);
  }
}

/** Takes a thing from the shelf for a ticket: it is here with that; deeds and count in one transaction. */
async function fromShelf(
  act: Act,
  number: number,
  { item, code, name }: FoundOffer,
  ordered: Ordered,
): Promise<Result<true, OrderError>> {
  const { db } = act;
  const { order } = ordered;
  return db.write(async (transaction) => {
    const found = await stockItem(db, item, transaction);
    if (!found || found.count < 1) return fail({ type: "shelf-empty", name });
    const here: Deed = { kind: "arrived", order, code, serial: "", fits: true };
    const note = "from the shelf";
    const written = await recordIn(act, number, [ordered, here], { note }, transaction);
    if (!written.ok) return written;
    const move = { item, change: -1, ticket: number, why: `ticket ${number}`, ...stampOf(act) };
    await moveStock(db, move, transaction);
    return ok(true);
  });
}

/** Asks the supplier when what is under way comes; another day is written down. */
export async function askSupplier(act: Act, number: number): Promise<Result<true, OrderError>> {
  allow(act, "order");
  const supplier = supplierHere();
  if (!supplier) return fail({ type: "no-supplier" });
  const { orders } = standOf(await deedsOf(act.db, number));
  for (const order of orders) {
    if (order.state !== "under-way" || order.offer.supplier !== supplier.name) continue;
    const answer = await supplier.lookUp(order.order);
    if (!answer.ok) return answer;
    const since = order.at.slice(0, 10);
    const due = dayAfter(since, answer.value.days);
    const late = dayAfter(since, answer.value.late);
    if (due === order.due && late === order.late) continue;
    const written = await record(act, number, [{ kind: "delayed", order: order.order, due, late }]);
    if (!written.ok) return written;
  }
  return ok(true);
}

export interface Arrival {
  readonly id: string;
  readonly order: string;
  /** As it stands on the part. */
  readonly code: string;
  readonly serial: string;
  /** Why it goes in although its code is another one. */
  readonly why?: string;
}

/**
 * Takes in what came: it fits when its code is the one that was ordered, or one that the guide lists for that part and
 * that is no sister of it (a board with other memory is not the same board). A wrong one stays in the ticket's way
 * until it is sent back, or somebody says why it goes in.
 */
export async function arrive(
  act: Act,
  number: number,
  { id, order, code, serial, why }: Arrival,
): Promise<Result<{ readonly fits: boolean }, OrderError>> {
  allow(act, "order");
  const standing = await standingOf(act.db, number);
  if (!standing.ok) return standing;
  const { stand, model } = standing.value;
  const found = stand.orders.find((one) => one.order === order);
  if (!found) return fail({ type: "order-unknown", order });
  const fits = doesFit(found, model.guide.parts, code);
  const said = !fits && why?.trim() ? { why } : {};
  const deed: Deed = { kind: "arrived", order, code, serial, fits, ...said };
  const written = await record(act, number, [deed], { id, note: `${found.offer.name} came in` });
  return written.ok ? ok({ fits: fits || "why" in said }) : written;
}

/** What was checked in by mistake is on its way again; what came from the shelf goes back there. */
export async function undoArrival(
  act: Act,
  number: number,
  { id, order, why }: { readonly id: string; readonly order: string; readonly why: string },
): Promise<Result<true, OrderError>> {
  allow(act, "order");
  const { db } = act;
  return db.write(async (transaction) => {
    const stand = standOf(await deedsOf(db, number, transaction));
    const found = stand.orders.find((one) => one.order === order);
    const back: Deed = { kind: "not-arrived", order, why };
    const fromShelf = found?.offer.source === "shelf";
    const deeds: readonly Deed[] = fromShelf ? [back, { kind: "cancelled", order, why }] : [back];
    const isNew = (await deedById(db, id, transaction)) === undefined;
    const written = await recordIn(act, number, deeds, { id, note: why }, transaction);
    if (written.ok && isNew && fromShelf) {
      const { item } = found.offer;
      const move = { item, change: 1, ticket: number, why, ...stampOf(act) };
      await moveStock(db, move, transaction);
    }
    return written;
  });
}

function doesFit(
  { offer }: Order,
  parts: Readonly<Record<string, { readonly codes?: readonly string[] }>>,
  code: string,
): boolean {
  if (offer.code !== "" && compareCodes(offer.code, code) === "same") return true;
  const listed = parts[offer.brings[0] ?? ""]?.codes ?? [];
  return !hasSisters(listed) && listed.some((one) => compareCodes(one, code) === "same");
}
