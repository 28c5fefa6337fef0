import { done, guideFile, MIREL, TestShop, TOBIN } from "../../testing/shop.ts";
import type { Entry } from "../../core/bench/index.ts";
import type { Guide } from "../../core/guide/index.ts";
import { enteredCover, enteredJoint, type Sighting } from "../../core/learn/index.ts";
import { currentHash, guideVersion, versionsOf } from "../../data/guide/index.server.ts";
import { decide, takeIn } from "../ticket/index.server.ts";
import { reopen } from "../bench/index.server.ts";
import { guideList, keepAnswers, storeGuide, talliesOf } from "./index.server.ts";

const ID = "umber-ox-13";
let shop: TestShop;
beforeEach(async () => {
  shop = await TestShop.open();
});
afterEach(() => shop.close());

const UNKNOWN = {
  customer: "Ansel Rook",
  phone: "",
  fault: "Empty at once",
  code: "UX-330",
  serial: "",
  condition: "",
  signs: [],
  work: "replace",
  intake: {},
  consents: [],
  parts: ["battery"],
  mode: "short",
  promised: "2026-01-05",
  maker: "Umber",
  model: "Ox 13",
  width: "305",
  height: "212",
} as const;

async function guideNow(): Promise<Guide> {
  const hash = await currentHash(shop.db, ID);
  return done(await guideVersion(shop.db, hash!));
}
const versions = async () => (await versionsOf(shop.db, ID)).map(({ why }) => why);

/** A bench that writes what it is told; ids are counted. */
class LearningJob {
  private made = 0;
  constructor(readonly number: number) {}

  async model() {
    return (await shop.ledger(this.number)).folded.model;
  }
  async do(entry: Entry): Promise<void> {
    const { events } = await shop.ledger(this.number);
    const id = `learn-${this.number}-${(this.made += 1)}`;
    done(await shop.tick(this.number, id, entry, events.length));
  }
  async cover(name: string, over: string): Promise<string> {
    const { guide } = await this.model();
    const { part, sightings } = enteredCover(guide, { name, kind: "cover" }, over, []);
    await this.do({ do: "learn", sightings });
    return part;
  }
  async undo(name: string, joins: readonly string[]): Promise<void> {
    const { guide } = await this.model();
    const { joint, sightings } = enteredJoint(guide, name, { kind: "clips", joins }, []);
    await this.do({ do: "learn", sightings });
    await this.do({ do: "release", joint });
  }
}

/** The unknown machine on a bench, opened, and closed again. */
async function closedOnce(): Promise<LearningJob> {
  const number = done(await takeIn(shop.act(), UNKNOWN));
  done(await decide(shop.act(), number, "yes-ready", ""));
  const job = new LearningJob(number);
  await job.do({ do: "answer", stop: "begin", answer: "yes" });
  await job.do({ do: "answer", stop: "lithium:battery", answer: "no" });
  const base = await job.cover("Base plate", "battery");
  await job.undo("Base clips", [base, "palmrest"]);
  await job.do({ do: "lift", parts: [base] });
  await job.do({ do: "answer", stop: "lithium:battery", answer: "no" });
  await job.undo("Battery clips", ["battery", "palmrest"]);
  await shop.play(number);
  return job;
}

test("an unknown code with maker, name and size begins a guide; without them it is a wrong code", async () => {
  const { maker: _, ...bare } = UNKNOWN;
  expect(await takeIn(shop.act(), bare)).toMatchObject({ error: { type: "code-not-known" } });
  expect(await takeIn(shop.act(), { ...UNKNOWN, parts: ["ghost"] })).toMatchObject({
    error: { type: "part-not-here", part: "ghost" },
  });
  expect(await versions()).toEqual([]);
  done(await takeIn(shop.act(), UNKNOWN));
  expect(await versions()).toEqual(["Taken in without a guide"]);
  // The next of its kind is known by its code, and needs no size.
  done(await takeIn(shop.act(), bare));
  expect(await versions()).toHaveLength(1);
  // Another model of that name has an id of its own.
  done(await takeIn(shop.act(), { ...UNKNOWN, code: "UX-331" }));
  const { lines } = await guideList(shop.db);
  expect(lines.map(({ guideId }) => guideId)).toContain(`${ID}-2`);
});

test("closing a job makes what it taught the next version, which plans the next one", async () => {
  await closedOnce();
  expect(await versions()).toEqual([expect.stringMatching(/^Learnt on ticket/), expect.anything()]);
  const guide = await guideNow();
  expect(Object.keys(guide.joints)).toEqual(["base-clips", "battery-clips"]);
  expect(guide.covers).toEqual([
    { part: "base-plate", over: expect.arrayContaining(["battery", "battery-clips"]) as unknown },
  ]);
  const next = done(await takeIn(shop.act(), UNKNOWN));
  const { folded } = await shop.ledger(next);
  expect(folded.state.plan).toHaveLength(4);
});

test("a machine that is opened once more teaches what is new, and nothing twice", async () => {
  const job = await closedOnce();
  const before = (await guideNow()).learnt!.length;
  done(await reopen(shop.act(MIREL), job.number, "it rattles"));
  await job.do({ do: "answer", stop: "begin", answer: "yes" });
  await shop.play(job.number);
  expect((await guideNow()).learnt!.length).toBe(before);
  expect(await versions()).toHaveLength(2);
});

test("answers are a version of their own; what is none is refused whole", async () => {
  await closedOnce();
  const claims = [{ how: "first", first: "base-clips", then: "battery-clips" }] as const;
  const answer: Sighting = { do: "answer", claims, answer: "yes" };
  expect(await keepAnswers(shop.act(MIREL), ID, [answer])).toEqual({ ok: true, value: true });
  expect((await versions())[0]).toBe("One question answered");
  expect((await guideNow()).learnt!.at(-1)).toMatchObject({ by: "mirel", answer: "yes" });
  for (const broken of [undefined, [], [{ do: "lift", parts: ["battery"] }], [{ do: "answer" }]]) {
    expect(await keepAnswers(shop.act(), ID, broken)).toMatchObject({ error: "answers-broken" });
  }
  expect(await keepAnswers(shop.act(), "marrowby-tern-15", [answer])).toMatchObject({
    error: "guide-unknown",
  });
  expect(await versions()).toHaveLength(3);
});

test("a learnt guide goes out and in as it is; edited by hand it is a written one", async () => {
  await closedOnce();
  const learnt = await guideNow();
  expect(done(await storeGuide(shop.act(TOBIN), learnt, "")).version).toBeUndefined();
  const plate = { ...learnt.parts["base-plate"], lift: 2 };
  const guide = { ...learnt, parts: { ...learnt.parts, "base-plate": plate } };
  done(await storeGuide(shop.act(TOBIN), guide, "heavier"));
  expect(await guideNow()).not.toHaveProperty("learnt");
  const spoilt = { ...guide, learnt: [{ do: "dance" }] };
  done(await storeGuide(shop.act(TOBIN), spoilt, "nonsense"));
  expect(await guideNow()).not.toHaveProperty("learnt");
});

test("the list says how well a learnt guide is known; odds are counted on written ones alone", async () => {
  await closedOnce();
  // What is worked out aside is there at the second look.
  for (let look = 0; look < 20; look++) {
    const { lines } = await guideList(shop.db);
    const known = lines.find(({ guideId }) => guideId === ID)?.known;
    if (known !== "counting") {
      expect(known).toMatchObject({ jobs: 1 });
      break;
    }
    expect(look).toBeLessThan(19);
  }
  const { lines } = await guideList(shop.db);
  expect(lines.find(({ guideId }) => guideId === "marrowby-tern-15")?.known).toBeUndefined();
  expect(await talliesOf(shop.db)).toBe(await talliesOf(shop.db));
  expect(guideFile("marrowby-tern-15")).not.toHaveProperty("learnt");
});
