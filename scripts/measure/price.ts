import { createRequire } from "node:module";
import type * as Highs from "highs";
import { pick, seeded } from "../../core/base/seeded.ts";
import type { Guide } from "../../core/guide/index.ts";
import { planJob } from "../../core/plan/index.ts";
import {
  cheapestWay,
  coverFront,
  type Labour,
  labourOf,
  type Offer,
} from "../../core/price/index.ts";
import { guides, ms, print, quantile, timed } from "./report.ts";

const RATES = { hour: 6000, tax: 0.2 };
const CASES = 40;
const BROKEN = 12;
const OFFERS = 60;

/** A CommonJS package whose names Node does not see. */
const loadHighs = createRequire(import.meta.url)("highs") as typeof Highs.default;

/**
 * Twelve broken parts and sixty seeded offers on the shipped machines that have so many: the whole front, the planner's
 * minutes among it; then the single cheapest beside a general solver (the same costs, labour held to be the same for
 * all choices, since a linear program cannot ask a planner).
 */
export async function measurePrice(): Promise<void> {
  print("\n### Price: the whole front, and the single cheapest beside a general solver (HiGHS)\n");
  print(
    `${BROKEN} broken parts, ${OFFERS} offers, ${CASES} seeded cases. The planner's minutes are of exactly each choice; ` +
      "they are asked once for each set of parts that comes new. Target: front under 200 ms; cheapest ten times as fast.\n",
  );
  const random = seeded(5);
  const able = guides().filter(({ parts }) => Object.keys(parts).length > BROKEN + 4);
  const fronts: number[] = [];
  const alone: number[] = [];
  const planned: number[] = [];
  const sizes: number[] = [];
  const ours: number[] = [];
  const theirs: number[] = [];
  let equal = 0;
  const highs = await loadHighs();
  for (let i = 0; i < CASES; i++) {
    const guide = able[i % able.length]!;
    const { broken, offers } = drawn(guide, random);
    let asked = 0;
    const labour = plannedLabour(guide, broken);
    const whole = timed(() =>
      coverFront(broken, offers, RATES, (brings) => {
        asked += 1;
        return labour(brings);
      }),
    );
    if ("type" in whole.value) throw new Error(`nobody has ${whole.value.part}`);
    fronts.push(whole.ms);
    planned.push(asked);
    sizes.push(whole.value.front.length);
    const known = timed(() => coverFront(broken, offers, RATES, labour));
    alone.push(known.ms);
    const flat = () => ({ minutes: 60, above: 0 });
    const one = timed(() => cheapestWay(broken, safe(offers), RATES, flat));
    ours.push(one.ms);
    const model = program(broken, safe(offers));
    highs.solve(model);
    const solved = timed(() => highs.solve(model));
    theirs.push(solved.ms);
    if ("type" in one.value) continue;
    const lines = one.value.parts + one.value.carriage;
    if (Math.abs(lines - solved.value.ObjectiveValue) < 0.5) equal += 1;
  }
  const ratios = theirs.map((time, i) => time / ours[i]!);
  print(
    "| front ms, median | 95th | largest | the same, minutes known | choices on it, median | plans asked, median | cheapest ms, median | solver ms, median | solver ÷ ours: least | median | equal |",
  );
  print(`|${" ---: |".repeat(11)}`);
  print(
    `| ${ms(quantile(fronts, 0.5))} | ${ms(quantile(fronts, 0.95))} | ${ms(Math.max(...fronts))} | ${ms(quantile(alone, 0.5))} ` +
      `| ${quantile(sizes, 0.5)} | ${quantile(planned, 0.5)} | ${ms(quantile(ours, 0.5))} | ${ms(quantile(theirs, 0.5))} ` +
      `| ${Math.min(...ratios).toFixed(1)} | ${quantile(ratios, 0.5).toFixed(1)} | ${equal} of ${CASES} |`,
  );
}

function plannedLabour(guide: Guide, broken: readonly string[]) {
  const known = new Map<string, Labour>();
  return (brings: readonly string[]): Labour => {
    const fresh = brings.filter((id) => !broken.includes(id));
    const key = fresh.join();
    const there = known.get(key);
    if (there !== undefined) return there;
    const plan = planJob(guide, { for: broken, new: fresh });
    const labour = plan.ok ? labourOf(plan.value) : { minutes: 0, above: 0 };
    known.set(key, labour);
    return labour;
  };
}

/** Offers of single parts and of assemblies (a part with some that lie on it), so that each broken part has one at least. */
function drawn(guide: Guide, random: () => number) {
  const ids = Object.keys(guide.parts);
  const broken: string[] = [];
  while (broken.length < BROKEN) {
    const id = pick(random, ids);
    if (!broken.includes(id) && guide.parts[id]!.on !== undefined) broken.push(id);
  }
  const offers = Array.from({ length: OFFERS }, (_, i): Offer => {
    const first = i < BROKEN ? broken[i]! : pick(random, broken);
    const isAssembly = i >= BROKEN && random() < 0.25;
    const more = isAssembly ? [pick(random, broken), pick(random, ids)] : [];
    const condition = pick(random, ["new", "used", "pulled"] as const);
    const days = 1 + Math.floor(8 * random());
    return {
      id: `o${i}`,
      supplier: pick(random, ["north", "south", "east"]),
      name: `offer ${i}`,
      brings: [...new Set([first, ...more])],
      condition,
      price:
        Math.round((condition === "new" ? 4000 : 1800) * (0.4 + 1.6 * random())) *
        (1 + more.length),
      carriage: 300 + Math.floor(600 * random()),
      days,
      late: days + 1 + Math.floor(6 * random()),
      stock: 1 + Math.floor(3 * random()),
      bad: condition === "new" ? 0.02 : pick(random, [0.05, 0.1, 0.2]),
    };
  });
  return { broken, offers };
}

/** As if all that comes were good: what is left to choose by is money. */
const safe = (offers: readonly Offer[]): readonly Offer[] =>
  offers.map((offer) => ({ ...offer, bad: 0 }));

/** The single cheapest as a linear program in whole numbers: an offer is bought or not, a parcel is paid by its dearest. */
function program(broken: readonly string[], offers: readonly Offer[]): string {
  const suppliers = [...new Set(offers.map(({ supplier }) => supplier))];
  const cost = [
    ...offers.map(({ price }, i) => `${price} x${i}`),
    ...suppliers.map((_, k) => `c${k}`),
  ].join(" + ");
  const covers = broken.map((part, p) => {
    const names = offers.flatMap(({ brings }, i) => (brings.includes(part) ? [`x${i}`] : []));
    return ` p${p}: ${names.join(" + ")} >= 1`;
  });
  const parcels = offers.map(
    ({ supplier, carriage }, i) =>
      ` s${i}: c${suppliers.indexOf(supplier)} - ${carriage} x${i} >= 0`,
  );
  const names = offers.map((_, i) => `x${i}`).join(" ");
  return `Minimize\n obj: ${cost}\nSubject To\n${[...covers, ...parcels].join("\n")}\nBinary\n ${names}\nEnd`;
}
