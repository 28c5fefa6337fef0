/** The guide file, as written. Lengths in millimetres, times in minutes, torque in N·m. */

export const POSTURES = ["underside-up", "deck-up", "hanging", "on-side"] as const;
export type Posture = (typeof POSTURES)[number];

export const PART_KINDS = [
  "cover",
  "palmrest",
  "battery",
  "motherboard",
  "fan",
  "heatsink",
  "jack",
  "keyboard",
  "touchpad",
  "display",
  "hinge",
  "wifi",
  "storage",
  "memory",
  "speaker",
  "daughterboard",
  "optical",
  "bracket",
  "shield",
  "foot",
  "sticker",
  "seal",
  "tape",
  "pad",
  "cable",
  "coin-cell",
  "antenna",
  "other",
] as const;
export type PartKind = (typeof PART_KINDS)[number];
export const isPartKind = (text: string): text is PartKind =>
  PART_KINDS.some((kind) => kind === text);

export const HANDLING = ["esd", "lithium", "bends", "sharp", "hot", "paste"] as const;
export type Handling = (typeof HANDLING)[number];

export const CONNECTOR_TYPES = [
  "zif-flip",
  "zif-slide",
  "board-press",
  "wire-plug",
  "coax-snap",
  "coax-bar",
  "latch-slide",
  "edge-slot",
  "sata",
] as const;
export type ConnectorType = (typeof CONNECTOR_TYPES)[number];

export interface View {
  readonly name: string;
  readonly posture: Posture;
  readonly width: number;
  readonly height: number;
  /** The picture that it is drawn on, true to scale. */
  readonly photo?: string;
  /** Where the machine's corners were on the picture as it was taken, as shares of its size, clockwise. */
  readonly corners?: readonly { readonly x: number; readonly y: number }[];
}

export interface Shape {
  readonly view: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly round?: boolean;
  /** The corners of a polygon, in the view's millimetres; the box is what they span. */
  readonly outline?: readonly { readonly x: number; readonly y: number }[];
}

export interface Point {
  readonly view: string;
  readonly x: number;
  readonly y: number;
}

export interface GuidePart {
  readonly name: string;
  readonly kind: PartKind;
  readonly on?: string;
  readonly codes?: readonly string[];
  readonly handling?: readonly Handling[];
  readonly lift?: number;
  readonly place?: number;
  readonly posture?: Posture;
  readonly shape?: Shape;
  /** What to heed both ways, on the way off, on the way back. */
  readonly care?: string;
  readonly careOff?: string;
  readonly careOn?: string;
  readonly note?: string;
  readonly beforePower?: boolean;
  /** The share of its kind that is whole after it was taken off, 0 to 1. */
  readonly survives?: number;
  /** A cooler: the dies it sits on, and the thickness of the paste between. */
  readonly dies?: readonly Die[];
  readonly bond?: number;
  /** A thermal pad: the gap it fills. */
  readonly gap?: number;
  /** A board: the memory it takes. */
  readonly memory?: MemoryFacts;
  /** A drive: what its place takes. */
  readonly slot?: DriveSlot;
}

export interface Die {
  readonly name: string;
  readonly width: number;
  readonly height: number;
}
export interface MemoryFacts {
  readonly generation: string;
  /** MT/s */
  readonly speed: number;
  /** GB on the board for good. */
  readonly soldered: number;
  readonly slots: number;
  /** GB in all. */
  readonly most: number;
}
export interface DriveSlot {
  /** M.2 lengths there is a place for, mm. */
  readonly lengths: readonly number[];
  readonly key: "B" | "M";
  readonly buses: readonly ("NVMe" | "SATA")[];
  /** Where the standoff sits when it comes from the maker, mm. */
  readonly standoff: number;
}

export interface JointBase {
  readonly name?: string;
  readonly joins: readonly string[];
  readonly off?: number;
  readonly on?: number;
  readonly fragile?: 0 | 1 | 2 | 3;
  readonly hidden?: string;
  readonly care?: string;
  readonly careOff?: string;
  readonly careOn?: string;
  readonly at?: readonly Point[];
  readonly tool?: string;
  readonly beforePower?: boolean;
  readonly posture?: Posture;
  readonly permanent?: boolean;
  readonly slack?: boolean;
  readonly power?: boolean;
  /** It may be opened before what holds the same two sides more firmly: clips before screws that they hide. */
  readonly free?: boolean;
  /** The share of its kind that is whole after it was opened, 0 to 1. */
  readonly survives?: number;
}

export interface ScrewsJoint extends JointBase {
  readonly kind: "screws";
  readonly drive: string;
  readonly thread: string;
  readonly length: number;
  readonly count: number;
  readonly head?: string;
  readonly finish?: string;
  readonly captive?: boolean;
  readonly order?: "cross" | readonly number[];
  readonly torque?: number;
  /** How many of them carry a washer or a spacer. */
  readonly washers?: number;
}
export interface ConnectorJoint extends JointBase {
  readonly kind: "connector";
  readonly type: ConnectorType;
  readonly serves?: readonly string[];
}
export interface ClipsJoint extends JointBase {
  readonly kind: "clips";
  readonly start?: string;
  readonly snaps?: number;
}
export interface StickyJoint extends JointBase {
  readonly kind: "adhesive" | "tape";
  readonly reuse?: "keep" | "replace";
  /** On the way up: before its parts are brought together (paste, strips), or after (a tape over a lock). */
  readonly apply?: "before" | "after";
}
export interface SeatJoint extends JointBase {
  readonly kind: "seat";
  readonly angle?: number;
}
export interface PlainJoint extends JointBase {
  readonly kind: "route" | "latch" | "rivets" | "weld";
}
export type GuideJoint =
  ScrewsJoint | ConnectorJoint | ClipsJoint | StickyJoint | SeatJoint | PlainJoint;
export type JointKind = GuideJoint["kind"];
export const JOINT_KINDS: readonly JointKind[] = [
  "screws",
  "connector",
  "clips",
  "adhesive",
  "tape",
  "route",
  "seat",
  "latch",
  "rivets",
  "weld",
];

export interface Cover {
  readonly part: string;
  readonly over: readonly string[];
}
export interface Order {
  readonly first: string;
  readonly then: string;
  readonly strength: "must" | "advised";
  readonly why: string;
}
/** A book, and the page on which the parts and joints that it names stand. */
export interface Source {
  readonly title: string;
  readonly page?: string;
  readonly of: readonly string[];
}
export interface Variant {
  readonly about: string;
  readonly patch: Readonly<Record<string, unknown>>;
}

/** One way of the hand: what of the facts it changes, and the orders it goes by besides. */
export interface HandWay {
  readonly about: string;
  /** Over `parts` and `joints` (RFC 7396). */
  readonly patch?: Readonly<Record<string, unknown>>;
  readonly orders?: readonly Order[];
}
/** Where practitioners differ: each way is right, and everybody has a habit. The first is the guide as it is written. */
export interface HandChoice {
  readonly about: string;
  readonly ways: Readonly<Record<string, HandWay>>;
}

/** One sighting; what its `do` means is core/learn's to say. */
export type LearntFact = Readonly<Record<string, unknown>> & { readonly do: string };

export interface Guide {
  readonly format: "brisk-bench-guide";
  readonly version: 1;
  readonly id: string;
  readonly maker: string;
  readonly model: string;
  readonly codes: readonly string[];
  readonly recognise: string;
  readonly note?: string;
  /** It may run on its charger while it is open. */
  readonly chargerOpen?: boolean;
  /** Minutes of a power-on on the way back up: start, shut down, drain. */
  readonly boot?: number;
  /** What is seen when a function works, by the function as `serves` names it: "16 GB must show". */
  readonly expects?: Readonly<Record<string, string>>;
  /** Where the facts were read. */
  readonly sources?: readonly Source[];
  /** What the author says to a warning of `check`, by the path it names. */
  readonly answers?: Readonly<Record<string, string>>;
  readonly variants?: Readonly<Record<string, Variant>>;
  readonly hands?: Readonly<Record<string, HandChoice>>;
  /** Of a guide that was learnt at the bench: what was seen, done and said, in its order (core/learn). */
  readonly learnt?: readonly LearntFact[];
  readonly views: Readonly<Record<string, View>>;
  readonly parts: Readonly<Record<string, GuidePart>>;
  readonly joints: Readonly<Record<string, GuideJoint>>;
  readonly covers: readonly Cover[];
  readonly orders: readonly Order[];
}
