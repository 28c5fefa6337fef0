import { seeded } from "../base/seeded.ts";
import { DAY_MINUTES as DAY, HORIZON, type ShopHours, type Span, Working } from "./hours.ts";

/** What is still to be done about a ticket before it can go home. */
export interface WorkLeft {
  readonly ticket: number;
  /** The day it was promised for, in days from today; negative: it is over. */
  readonly promised: number;
  /** Bench minutes left: as likely less as more, and four times in five less. 0: the bench is done with it. */
  readonly half: number;
  readonly eighty: number;
  /** Whether it soaks after its bench. */
  readonly soaks: boolean;
  /** What it needs and has not got, in days from today: the likeliest day and the late one. */
  readonly part?: { readonly likeliest: number; readonly late: number };
  /** Whether its customer has not said yes: that comes on the same day, or a day later, or two … */
  readonly unanswered: boolean;
  /** How much a day late weighs: 1, or more where somebody is without a machine; of 0 nobody minds. */
  readonly weight: number;
  /** Whether it lies open on a bench: it is not moved from there. */
  readonly open: boolean;
  /** How far its minutes may be above the least, where that was not shown. */
  readonly above?: number;
}

/** A shop at a moment: the day it is, and the minutes since its midnight. */
export interface ShopNow {
  readonly today: string;
  readonly now: number;
  readonly hours: ShopHours;
}

/** What a simulated shop drew for each work: bench minutes, and the minute from which it can be begun. */
export interface Draw {
  readonly minutes: Float64Array;
  readonly ready: Float64Array;
}

/** A part comes in the morning's post. */
const POST = 10 * 60;
const Z80 = 0.8416;
/** A part comes on its likeliest day so often, by its late day so often. */
const ON_DAY = 0.6;
const BY_LATE = 0.95;

/** Days from today on which a part comes, of a number in [0, 1). */
export function partDay({ likeliest, late }: NonNullable<WorkLeft["part"]>, u: number): number {
  const last = Math.max(likeliest, late);
  if (u < ON_DAY) return Math.max(0, likeliest);
  if (u < BY_LATE) {
    const share = (u - ON_DAY) / (BY_LATE - ON_DAY);
    return Math.max(0, likeliest + Math.ceil(share * (last - likeliest)));
  }
  // Past its late day each day more is half as likely as the one before.
  return Math.max(0, last) + 1 + Math.floor(-Math.log2(1 - (u - BY_LATE) / (1 - BY_LATE)));
}

/**
 * What so many simulated shops draw: each ticket from a stream of its own, so that the same shop with one thing changed
 * is asked on the same draws. Bench minutes are lognormal by their half and 80 % marks.
 */
export function drawsOf(
  works: readonly WorkLeft[],
  { now }: ShopNow,
  count: number,
): readonly Draw[] {
  const draws = Array.from({ length: count }, () => ({
    minutes: new Float64Array(works.length),
    ready: new Float64Array(works.length),
  }));
  const each = works.map((work) => drawerOf(work, now));
  // Draw by draw, so that what is written lies together: each ticket has a stream of its own all the same.
  for (const draw of draws) for (let j = 0; j < each.length; j++) each[j]!(draw, j);
  return draws;
}

/** Draws one work, again and again, to its place in a draw. */
function drawerOf(work: WorkLeft, now: number): (draw: Draw, j: number) => void {
  const random = seeded(work.ticket * 7919 + 17);
  const spread = work.half > 0 ? Math.log(Math.max(1, work.eighty / work.half)) / Z80 : 0;
  return (draw, j) => {
    const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const [part, answer] = [random(), random()];
    draw.minutes[j] = work.half * Math.exp(spread * normal);
    const yes = work.unanswered ? Math.floor(-Math.log2(1 - answer)) * DAY + now : now;
    const come = work.part ? partDay(work.part, part) * DAY + POST : 0;
    draw.ready[j] = Math.max(now, yes, come);
  };
}

/** What is likeliest: each work takes its half mark, each part comes on its likeliest day, each answer at once. */
export const likeliestDraw = (works: readonly WorkLeft[], { now }: ShopNow): Draw => ({
  minutes: Float64Array.from(works, ({ half }) => half),
  ready: Float64Array.from(works, ({ part }) =>
    Math.max(now, part ? partDay(part, 0) * DAY + POST : 0),
  ),
});

/** One work as it went in a run. Minutes since today's midnight. */
export interface Stay {
  readonly ticket: number;
  readonly person: number;
  readonly bench: number;
  readonly pieces: readonly Span[];
  /** Where and from when to when it soaks. */
  readonly soak?: { readonly place: number; readonly from: number; readonly to: number };
  /** When it can go home; Infinity: not in sight. */
  readonly done: number;
}

/** A shop whose hours are worked out, in which orders of work are run through. */
export class ShopRun {
  readonly working: readonly Working[];
  /** The last minute at which somebody is in, by day; NaN: nobody is. */
  private readonly closes: Float64Array;
  /** The last minute at which each promise is kept, by index; bench minutes left; and the places of a list. */
  readonly due: Float64Array;
  readonly weight: Float64Array;
  private readonly half: Float64Array;
  private readonly next: Int32Array;
  private readonly line: Int32Array;
  private readonly firstSpans: Int32Array;

  constructor(
    readonly works: readonly WorkLeft[],
    readonly at: ShopNow,
  ) {
    this.working = at.hours.people.map((person) => new Working(person, at.today));
    this.closes = Float64Array.from({ length: HORIZON }, (_, day) => {
      const last = this.working.flatMap((one) => one.lastOf(day) ?? []);
      return last.length === 0 ? Number.NaN : Math.max(...last);
    });
    this.due = Float64Array.from(works, ({ promised }) => this.closeOf(promised));
    this.weight = Float64Array.from(works, ({ weight }) => weight);
    this.half = Float64Array.from(works, ({ half }) => half);
    this.next = new Int32Array(works.length + 1);
    this.line = new Int32Array(works.length);
    this.firstSpans = Int32Array.from(this.working, (one) => one.spanAt(at.now));
  }

  /**
   * Runs the works in an order: whoever is free first takes the first of the list that can be begun, at a free bench,
   * and stays with it over nights until it is done; then it soaks where a place is free. What lies open goes on first.
   * Gives when each can go home (minutes since today's midnight), by its index; calls back with each stay.
   */
  run(order: readonly number[], draw: Draw, onStay?: (stay: Stay) => void): Float64Array {
    const { works, working, at, next } = this;
    const { now, hours } = at;
    const done = new Float64Array(works.length).fill(Infinity);
    const spans = Int32Array.from(this.firstSpans);
    const benches = new Float64Array(hours.benches).fill(now);
    const stays = onStay ? new Map<number, Omit<Stay, "done" | "soak">>() : undefined;
    // What is left to be begun, each with the next one behind it; the last place is the head.
    const head = works.length;
    let last = head;
    for (const j of order) {
      if (this.half[j]! > 0) last = next[last] = j;
      else {
        // The bench is done with it: it soaks already, or has nothing left.
        done[j] = now;
        stays?.set(j, { ticket: works[j]!.ticket, person: -1, bench: -1, pieces: [] });
      }
    }
    next[last] = -1;
    // When each of them can begin, were there a bench.
    const free = Float64Array.from(working, (one, p) => one.begins(spans[p]!, now));
    const isIn = (p: number, time: number): void => {
      spans[p] = working[p]!.spanAt(time, spans[p]);
      free[p] = working[p]!.begins(spans[p], time);
    };
    while (next[head]! >= 0) {
      const bench = least(benches);
      const bare = benches[bench]!;
      let [person, start] = [-1, Infinity];
      for (let p = 0; p < free.length; p++) {
        if (free[p]! < bare) isIn(p, bare);
        if (free[p]! < start) [person, start] = [p, free[p]!];
      }
      if (person < 0) break;
      let before = head;
      while (next[before]! >= 0 && draw.ready[next[before]!]! > start) before = next[before]!;
      const j = next[before]!;
      if (j < 0) {
        // Nobody has anything to begin before the next one is there.
        let first = Infinity;
        for (let one = next[head]!; one >= 0; one = next[one]!) {
          first = Math.min(first, draw.ready[one]!);
        }
        for (let p = 0; p < free.length; p++) if (free[p]! < first) isIn(p, first);
        continue;
      }
      next[before] = next[j]!;
      const end = working[person]!.finish(start, draw.minutes[j]!, spans[person]);
      isIn(person, end);
      benches[bench] = end;
      done[j] = end;
      const { ticket } = works[j]!;
      stays?.set(j, { ticket, person, bench, pieces: working[person]!.pieces(start, end) });
    }
    this.soak(order, done, (j, soak) => {
      const stay = stays?.get(j);
      if (stay) onStay?.({ ...stay, ...soak, done: done[j]! });
    });
    return done;
  }

  /** What comes from its bench soaks where a place is free, in the order in which it comes. */
  private soak(
    order: readonly number[],
    done: Float64Array,
    onEach: (j: number, soak: Pick<Stay, "soak">) => void,
  ): void {
    const { works, at } = this;
    const minutes = at.hours.soakHours * 60;
    const places = new Float64Array(at.hours.soakPlaces).fill(at.now);
    const { line } = this;
    let length = 0;
    for (const j of order) {
      // They come nearly in order: each is put in from behind.
      let i = length++;
      for (; i > 0 && done[line[i - 1]!]! > done[j]!; i--) line[i] = line[i - 1]!;
      line[i] = j;
    }
    for (let i = 0; i < length; i++) {
      const j = line[i]!;
      if (!works[j]!.soaks) {
        onEach(j, {});
        continue;
      }
      const place = least(places);
      const from = Math.max(done[j]!, places[place]!);
      done[j] = places[place] = from + minutes;
      onEach(j, { soak: { place, from, to: from + minutes } });
    }
  }

  /** The day, from today, on which what is done at a time can be fetched: that one, or the next that somebody is in. */
  dayOf(done: number): number {
    if (!Number.isFinite(done)) return HORIZON;
    let day = Math.floor(done / DAY);
    if (day < HORIZON && this.closes[day]! >= done) return day;
    for (day += 1; day < HORIZON; day++) if (!Number.isNaN(this.closes[day]!)) return day;
    return HORIZON;
  }

  /** The last minute of a promised day at which it is kept. */
  closeOf(day: number): number {
    for (let d = Math.min(day, HORIZON - 1); d >= 0; d--) {
      const close = this.closes[d]!;
      if (!Number.isNaN(close)) return close;
    }
    return 0;
  }
}

function least(times: Float64Array): number {
  let at = 0;
  for (let i = 1; i < times.length; i++) if (times[i]! < times[at]!) at = i;
  return at;
}
