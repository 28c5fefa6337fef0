import { reader } from "../base/ajv.ts";
import { dayAfter } from "../ticket/index.ts";

export const DAY_MINUTES = 1440;

/** From and to of a piece of work, minutes since midnight by the shop's clock. */
export type Span = readonly [from: number, to: number];

/** When somebody works: each weekday's spans, Monday first, and the days off (ISO, both ends count). */
export interface PersonHours {
  readonly id: string;
  readonly week: readonly (readonly Span[])[];
  readonly off: readonly { readonly from: string; readonly to: string }[];
}

/** What the shop has to work with. */
export interface ShopHours {
  readonly benches: number;
  readonly soakPlaces: number;
  /** How long a machine soaks after its bench, hours. */
  readonly soakHours: number;
  readonly people: readonly PersonHours[];
}

const TIME = /^([01]?\d|2[0-4])(?::([0-5]\d))?$/;
const minuteOf = (text: string): number | undefined => {
  const found = TIME.exec(text.trim());
  return found ? Number(found[1]) * 60 + Number(found[2] ?? 0) : undefined;
};

/** The spans of a text; undefined: it is none. ["9:00-12:30, 13:30-17"] → [[540, 750], [810, 1020]] */
export function spansIn(text: string): readonly Span[] | undefined {
  const spans: Span[] = [];
  for (const piece of text.split(",").filter((one) => one.trim() !== "")) {
    const [from, to, ...more] = piece.split(/[-–]/).map(minuteOf);
    if (from === undefined || to === undefined || more.length > 0 || to > DAY_MINUTES) {
      return undefined;
    }
    spans.push([from, to]);
  }
  return spans;
}

const clock = (minutes: number): string =>
  `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;

export const spansText = (spans: readonly Span[]): string =>
  spans.map(([from, to]) => `${clock(from)}-${clock(to)}`).join(", ");

/** Nine to half past five with an hour's rest, Monday to Friday. */
export const USUAL_WEEK: PersonHours["week"] = Array.from(
  { length: 7 },
  (_, day): readonly Span[] =>
    day < 5
      ? [
          [9 * 60, 12 * 60 + 30],
          [13 * 60 + 30, 17 * 60 + 30],
        ]
      : [],
);

export const USUAL_SHOP: Omit<ShopHours, "people"> = { benches: 3, soakPlaces: 4, soakHours: 2 };

const minute = { type: "integer", minimum: 0, maximum: DAY_MINUTES };
const day = { type: "string", format: "day" };

export const readHours = reader<ShopHours>({
  type: "object",
  required: ["benches", "soakPlaces", "soakHours", "people"],
  properties: {
    benches: { type: "integer", minimum: 1, maximum: 50 },
    soakPlaces: { type: "integer", minimum: 1, maximum: 200 },
    soakHours: { type: "number", minimum: 0, maximum: 240 },
    people: {
      type: "array",
      maxItems: 50,
      items: {
        type: "object",
        required: ["id", "week", "off"],
        properties: {
          id: { type: "string", minLength: 1, maxLength: 120 },
          week: {
            type: "array",
            minItems: 7,
            maxItems: 7,
            items: {
              type: "array",
              maxItems: 6,
              items: { type: "array", items: minute, minItems: 2, maxItems: 2 },
            },
          },
          off: {
            type: "array",
            maxItems: 100,
            items: {
              type: "object",
              required: ["from", "to"],
              properties: { from: day, to: day },
              additionalProperties: false,
            },
          },
        },
        additionalProperties: false,
      },
    },
  },
  additionalProperties: false,
});

/** What is wrong with somebody's hours. */
export type HoursFault =
  /** A span that ends before it begins. */
  | { readonly type: "backwards"; readonly person: string; readonly weekday: number }
  | { readonly type: "overlap"; readonly person: string; readonly weekday: number }
  | { readonly type: "off-backwards"; readonly person: string; readonly from: string }
  /** Days off that were over before today. */
  | { readonly type: "off-past"; readonly person: string; readonly from: string }
  | { readonly type: "twice"; readonly person: string };

/** The first thing wrong with hours that were written; undefined: they can be worked by. */
export function hoursFault({ people }: ShopHours, today: string): HoursFault | undefined {
  const seen = new Set<string>();
  for (const { id: person, week, off } of people) {
    if (seen.has(person)) return { type: "twice", person };
    seen.add(person);
    for (const [weekday, spans] of week.entries()) {
      if (spans.some(([from, to]) => from >= to)) return { type: "backwards", person, weekday };
      const sorted = [...spans].sort(([a], [b]) => a - b);
      if (sorted.some(([from], i) => i > 0 && from < sorted[i - 1]![1])) {
        return { type: "overlap", person, weekday };
      }
    }
    for (const { from, to } of off) {
      if (to < from) return { type: "off-backwards", person, from };
      if (to < today) return { type: "off-past", person, from };
    }
  }
  return undefined;
}

/** Days that are looked ahead. */
export const HORIZON = 120;

/** When somebody works from a day on: spans in minutes since that day's midnight, and what was worked before each. */
export class Working {
  private readonly from: Float64Array;
  private readonly to: Float64Array;
  /** Minutes worked before each span begins. */
  private readonly before: Float64Array;

  constructor({ week, off }: PersonHours, today: string) {
    const spans: Span[] = [];
    const first = weekdayOf(today);
    for (let d = 0; d < HORIZON; d++) {
      const iso = dayAfter(today, d);
      if (off.some(({ from, to }) => from <= iso && iso <= to)) continue;
      const sorted = [...week[(first + d) % 7]!].sort(([a], [b]) => a - b);
      for (const [from, to] of sorted) spans.push([d * DAY_MINUTES + from, d * DAY_MINUTES + to]);
    }
    this.from = Float64Array.from(spans, ([from]) => from);
    this.to = Float64Array.from(spans, ([, to]) => to);
    this.before = new Float64Array(spans.length);
    for (let i = 1; i < spans.length; i++) {
      this.before[i] = this.before[i - 1]! + this.to[i - 1]! - this.from[i - 1]!;
    }
  }

  /** The span that is, or comes next, at a time, looked for from one on; as many as there are: none. */
  spanAt(time: number, from = -1): number {
    let [low, high] = [0, this.to.length];
    if (from >= 0) {
      // A run goes on in time: it is the same one, or one of the next few.
      for (let i = from; i < from + 4; i++) if (i >= high || this.to[i]! > time) return i;
      low = from;
    }
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.to[middle]! > time) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The first minute at or after a time that is worked, in the span that is or comes next then. */
  begins(span: number, time: number): number {
    return span >= this.from.length ? Infinity : Math.max(time, this.from[span]!);
  }

  /** The first minute at or after a time at which they work; Infinity: none is in sight. */
  next(time: number): number {
    const i = this.spanAt(time);
    return i === this.from.length ? Infinity : Math.max(time, this.from[i]!);
  }

  /** Minutes worked from the beginning to a time. */
  worked(time: number): number {
    const i = this.spanAt(time);
    if (i === this.from.length) {
      return i === 0 ? 0 : this.before[i - 1]! + this.to[i - 1]! - this.from[i - 1]!;
    }
    return this.before[i]! + Math.max(0, time - this.from[i]!);
  }

  /** When so many minutes of work that begin at a time are done; Infinity: not in sight. */
  finish(time: number, minutes: number, span = this.spanAt(time)): number {
    let i = span;
    let left = minutes;
    for (let at = time; i < this.from.length; i++) {
      at = Math.max(at, this.from[i]!);
      const room = this.to[i]! - at;
      if (left <= room) return at + left;
      left -= room;
    }
    return Infinity;
  }

  /** The spans in which work that begins at a time and ends at another is done. */
  pieces(start: number, end: number): readonly Span[] {
    const found: Span[] = [];
    for (let i = this.spanAt(start); i < this.from.length && this.from[i]! < end; i++) {
      const piece: Span = [Math.max(start, this.from[i]!), Math.min(end, this.to[i]!)];
      if (piece[1] > piece[0]) found.push(piece);
    }
    return found;
  }

  /** The last minute worked on a day, counted from the first one's midnight; undefined: none. */
  lastOf(day: number): number | undefined {
    const i = this.spanAt((day + 1) * DAY_MINUTES) - 1;
    return i >= 0 && this.to[i]! > day * DAY_MINUTES ? this.to[i] : undefined;
  }
}

/** 0 is Monday. */
const weekdayOf = (iso: string): number => (new Date(`${iso}T00:00:00Z`).getUTCDay() + 6) % 7;

/** The days from one on, counted from it, on which anybody works. */
export function openDays({ people }: Pick<ShopHours, "people">, today: string): readonly number[] {
  const all = people.map((person) => new Working(person, today));
  return Array.from({ length: HORIZON }, (_, day) => day).filter((day) =>
    all.some((one) => one.lastOf(day) !== undefined),
  );
}
