import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { done, MIREL, TestShop } from "../../testing/shop.ts";
import { allPeople } from "../../data/people/index.server.ts";
import { whoCanSignIn } from "../people/index.server.ts";
import { ticketFacts } from "../../data/ticket/index.server.ts";
import { record } from "../stage/index.server.ts";
import { decide, ticketPage } from "../ticket/index.server.ts";
import { takeTicketIn, ticketPack } from "./index.server.ts";

let here: TestShop;
let there: TestShop;
beforeEach(async () => {
  here = await TestShop.open();
  there = await TestShop.open();
});
afterEach(async () => {
  await here.close();
  await there.close();
});

/** A pack whose ticket.json a test has changed. */
function changed(bytes: Uint8Array, change: (ticket: Record<string, unknown>) => void): Uint8Array {
  const files = unzipSync(bytes);
  const ticket = JSON.parse(strFromU8(files["ticket.json"]!)) as Record<string, unknown>;
  change(ticket);
  // Without its seal: whoever changes a pack has no key to seal it.
  delete files["seal.json"];
  return zipSync({ ...files, "ticket.json": strToU8(JSON.stringify(ticket)) });
}

test("a ticket goes to another shop whole: its deeds, its ledger, what it waits for", async () => {
  const number = await here.atBench({ parts: ["fan"], serial: "S-9" });
  await here.play(number);
  done(await decide(here.act(), number, "soak-passed", "watched"));
  await there.ticket();
  const bytes = (await ticketPack(here.act(), number))!;
  const taken = done(await takeTicketIn(there.act(), bytes));
  expect(taken).toBe(1002);
  const [mine, theirs] = await Promise.all([
    ticketPage(here.shop, number),
    ticketPage(there.shop, taken),
  ]);
  const [a, b] = [done(mine), done(theirs)];
  const elsewhere = { shop: expect.stringMatching(/^[0-9a-f]{6}$/) as string, by: "tobin" };
  expect(b.ticket).toMatchObject({ ...a.ticket, number: taken, intake: { elsewhere } });
  const told = (value: unknown): unknown =>
    JSON.parse(JSON.stringify(value).replaceAll(/elsewhere:[0-9a-f]{6}:/g, ""));
  expect(told(b.stand)).toEqual(told(a.stand));
  expect(told(b.transitions)).toEqual(told(a.transitions));
  expect(b.line).toEqual({ ...a.line, number: taken });
  expect(b.work.ok && a.work.ok && b.work.value.state.lots).toEqual(
    a.work.ok && a.work.value.state.lots,
  );
  const act = { ...there.act(MIREL), newId: () => "there-1" };
  const deed = { kind: "collected", to: "the customer", old: [], release: "paid there" } as const;
  done(await record(act, taken, [deed]));
  expect((await ticketFacts(there.db, taken))!.waits).toBe("nothing");
});

test("one that was not begun, and one that is to be found out, go too", async () => {
  for (const more of [{ parts: ["fan"] }, { work: "find" as const, parts: [] }]) {
    const number = await here.ticket(more);
    const taken = done(await takeTicketIn(there.act(), (await ticketPack(here.act(), number))!));
    const page = done(await ticketPage(there.shop, taken));
    expect(page.line).toMatchObject({ machine: "Marrowby Tern 15", trouble: undefined });
  }
});

test("broken, huge, climbing, strange and misfit packs are refused whole", async () => {
  const number = await here.atBench({ parts: ["fan"] });
  await here.play(number, 3);
  const good = (await ticketPack(here.act(), number))!;
  const refused = async (bytes: Uint8Array) => {
    const taken = await takeTicketIn(there.act(), bytes);
    expect(await there.db.tables.tickets.count()).toBe(0);
    return taken.ok ? "taken" : taken.error.type;
  };
  expect(await refused(strToU8("no zip"))).toBe("no-zip");
  expect(await refused(good.subarray(0, good.length - 40))).toBe("no-zip");
  expect(await refused(zipSync({ "other.json": strToU8("{}") }))).toBe("stranger");
  expect(await refused(zipSync({ "../ticket.json": strToU8("{}") }))).toBe("stranger");
  expect(await refused(zipSync({ "ticket.json": strToU8("{}") }))).toBe("no-pack");
  expect(await refused(zipSync({ "ticket.json": new Uint8Array(9_000_000) }))).toBe("too-big");
  expect(await refused(changed(good, (it) => (it["version"] = 2)))).toBe("no-pack");
  expect(
    await refused(changed(good, (it) => (it["guide"] = { version: "x", code: "MT15-A2" }))),
  ).toBe("guide-missing");
  const twist = (name: string, value: unknown) =>
    changed(good, (it) => ((it["ticket"] as Record<string, unknown>)[name] = value));
  expect(await refused(twist("guideId", "nobody"))).toBe("guide-missing");
  expect(await refused(twist("signs", ["glows"]))).toBe("no-pack");
  expect(await refused(twist("job", { for: 3 }))).toBe("does-not-fit");
  expect(await refused(twist("intake", { data: "perhaps" }))).toBe("does-not-fit");
  const twice = changed(
    good,
    (it) => (it["events"] = [...(it["events"] as object[]), (it["events"] as object[])[0]]),
  );
  expect(await refused(twice)).toBe("does-not-fit");
  const deeds = changed(
    good,
    (it) => (it["deeds"] = [{ id: "d", at: "", by: "x", deed: { kind: "gone" } }]),
  );
  expect(await refused(deeds)).toBe("does-not-fit");
});

test("what another shop packed stands as that shop's: nobody here is said to have done it", async () => {
  const number = await here.atBench({ parts: ["fan"] });
  await here.play(number, 3);
  const taken = done(await takeTicketIn(there.act(), (await ticketPack(here.act(), number))!));
  const page = done(await ticketPage(there.shop, taken));
  const makers = [
    ...(await there.written(taken)).map(({ by }) => by),
    ...page.stand.answers.map(({ by }) => by),
    ...page.transitions.map(({ by }) => by),
  ];
  expect(makers.length).toBeGreaterThan(4);
  for (const by of makers) expect(by).toMatch(/^elsewhere:[0-9a-f]{6}:tobin$/);
  const people = await allPeople(there.db);
  expect(people.find(({ id }) => id === makers[0])).toMatchObject({
    name: expect.stringMatching(/^Tobin Harrow, shop [0-9a-f]{6}$/) as string,
    gone: true,
  });
  expect((await whoCanSignIn(there.db)).some(({ id }) => id.startsWith("elsewhere"))).toBe(false);
  // Its own work goes on here.
  await there.play(taken, 1);
  expect((await there.written(taken)).at(-1)!.by).toBe("tobin");
});

test("a pack that was changed is refused, one without a seal is from nobody known, no day is believed that cannot be", async () => {
  const number = await here.atBench({ parts: ["fan"] });
  const bytes = (await ticketPack(here.act(), number))!;
  const files = unzipSync(bytes);
  const ticket = strFromU8(files["ticket.json"]!);
  const forged = zipSync({ ...files, "ticket.json": strToU8(ticket.replace('"yes"', '"no"')) });
  expect(await takeTicketIn(there.act(), forged)).toEqual({
    ok: false,
    error: { type: "changed" },
  });
  const unsealed = (text: string) => zipSync({ "ticket.json": strToU8(text) });
  for (const day of ["1999-01-01T00:00:00.000Z", "2099-01-01T00:00:00.000Z", "someday"]) {
    const dated = unsealed(ticket.replaceAll(/"at": "[^"]*"/g, `"at": "${day}"`));
    expect(await takeTicketIn(there.act(), dated)).toMatchObject({
      error: { type: "does-not-fit" },
    });
  }
  const taken = done(await takeTicketIn(there.act(), unsealed(ticket)));
  expect((await ticketFacts(there.db, taken))!.intake.elsewhere).toMatchObject({ shop: "unknown" });
});

test("what a pack says was paid is no money of this shop; makers of one name are told apart", async () => {
  const number = await here.atBench({ parts: ["fan"] });
  const good = (await ticketPack(here.act(), number))!;
  const paid = changed(good, (it) => {
    const deeds = it["deeds"] as { deed: object; at: string }[];
    deeds.push({
      ...deeds.at(-1)!,
      ...{ id: "forged" },
      deed: { kind: "paid", cents: 90_000, way: "cash" },
    });
  });
  const taken = done(await takeTicketIn(there.act(), paid));
  const { stand } = done(await ticketPage(there.shop, taken));
  expect(stand.payments).toEqual([]);
  expect(stand.paidElsewhere).toMatchObject([{ cents: 90_000 }]);
  // The next one is by somebody else of the same name, in a shop that nobody knows either.
  const other = await here.atBench({ parts: ["fan"] });
  const again = changed((await ticketPack(here.act(), other))!, (it) => {
    const text = JSON.stringify(it)
      .replaceAll('"by":"tobin"', '"by":"t2"')
      .replaceAll('"tobin":', '"t2":');
    Object.assign(it, JSON.parse(text));
  });
  done(await takeTicketIn(there.act(), again));
  const names = (await allPeople(there.db)).flatMap(({ id, name }) =>
    id.startsWith("elsewhere:unknown:") ? [name] : [],
  );
  expect(names.sort()).toEqual(["Tobin Harrow, shop unknown", "Tobin Harrow, shop unknown (2)"]);
});

test("in the shop that it is from it is not taken in twice", async () => {
  const number = await here.atBench({ parts: ["fan"] });
  const bytes = (await ticketPack(here.act(), number))!;
  expect(await takeTicketIn(here.act(), bytes)).toMatchObject({ error: { type: "here-already" } });
  expect(await here.db.tables.tickets.count()).toBe(1);
});
