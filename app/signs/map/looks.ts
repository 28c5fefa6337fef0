/** What is drawn on a map beside the machine itself. */
export interface MapMarks {
  /** Parts and joints touched now. */
  readonly touched: ReadonlySet<string>;
  /** Parts that are off the machine. */
  readonly out: ReadonlySet<string>;
  /** Parts that still come off before the goal. */
  readonly inTheWay: ReadonlySet<string>;
  /** Parts that are only assumed to lie where they do: dashed. */
  readonly assumed?: ReadonlySet<string>;
  /** Joints whose step is still to come: small marks that can be tapped. */
  readonly ahead: ReadonlySet<string>;
  /** A plug and the guides its lead lies in: the way back along it. */
  readonly lead?: readonly string[];
  /** The order of the touched screws, as indices of their points, where it matters. */
  readonly sequence?: readonly number[];
  /** Which of the sequence is on now. */
  readonly at?: number;
}

/** How a part is drawn. */
export interface Look {
  readonly fill: string;
  readonly stroke: string;
  readonly width: number;
  readonly dash?: string;
}

export const TOUCHED: Look = { fill: "var(--matWash)", stroke: "var(--mat)", width: 1.6 };
export const OUT: Look = { fill: "none", stroke: "var(--soft)", width: 0.4, dash: "3 2.5" };
export const IN_THE_WAY: Look = { fill: "url(#in-the-way)", stroke: "var(--soft)", width: 0.7 };
const THERE: Look = { fill: "var(--card)", stroke: "var(--soft)", width: 0.45 };

const ASSUMED = "5 2.5";
const IN_THE_WAY_ASSUMED: Look = { ...IN_THE_WAY, dash: ASSUMED };
const THERE_ASSUMED: Look = { ...THERE, dash: ASSUMED };

export function lookOf(id: string, marks: MapMarks): Look {
  if (marks.touched.has(id)) return TOUCHED;
  if (marks.out.has(id)) return OUT;
  const isAssumed = marks.assumed?.has(id) === true;
  if (marks.inTheWay.has(id)) return isAssumed ? IN_THE_WAY_ASSUMED : IN_THE_WAY;
  return isAssumed ? THERE_ASSUMED : THERE;
}
