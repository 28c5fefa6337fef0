import { pick, seeded } from "../core/base/seeded.ts";
import type { Cover, Guide, GuideJoint, GuidePart, Order } from "../core/guide/index.ts";
import type { Job } from "../core/rules/index.ts";
import { clips, guide, part, plug, screws } from "./builders.ts";

/**
 * Families of drawn machines, each hard in its own way: a metal body with a bracket or tape over most
 * plugs; many either-or choices; a tower of parts that each lie on the next; parts that hang together by leads;
 * units that are riveted together.
 */
export const FAMILIES = ["unibody", "choices", "tower", "leads", "riveted"] as const;
export type Family = (typeof FAMILIES)[number];

export interface Drawn {
  readonly guide: Guide;
  readonly jobs: readonly Job[];
}

/** A machine of a family with so many parts, and jobs on it. Every job is possible. */
export function drawnMachine(family: Family, parts: number, seed: number): Drawn {
  const draw = new Drawing(`${family}-${parts}-${seed}`, seeded(seed * 7919 + parts));
  DRAW[family](draw, parts);
  return draw.finish();
}

class Drawing {
  private readonly parts: Record<string, GuidePart> = { frame: part(undefined, { name: "Frame" }) };
  private readonly joints: Record<string, GuideJoint> = {};
  private readonly covers: Cover[] = [];
  private readonly orders: Order[] = [];
  readonly targets: string[] = [];

  constructor(
    private readonly id: string,
    readonly random: () => number,
  ) {}

  get size(): number {
    return Object.keys(this.parts).length;
  }
  chance(p: number): boolean {
    return this.random() < p;
  }
  part(id: string, on: string, more: Partial<GuidePart> = {}): string {
    this.parts[id] = part(on, {
      name: id.replaceAll("-", " "),
      lift: pick(this.random, [0.1, 0.2, 0.3, 0.5]),
      ...more,
    });
    return id;
  }
  joint(id: string, joint: GuideJoint): string {
    this.joints[id] = joint;
    return id;
  }
  screws(id: string, joins: readonly string[]): string {
    const drive = pick(this.random, ["PH0", "PH0", "PH1", "T5"]);
    return this.joint(id, screws(joins, { count: 1 + Math.floor(5 * this.random()), drive }));
  }
  cover(x: string, over: readonly string[]): void {
    const free = over.filter((id) => id !== x && !this.joints[id]?.joins.includes(x));
    if (free.length > 0) this.covers.push({ part: x, over: free });
  }
  order(first: string, then: string): void {
    this.orders.push({ first, then, strength: pick(this.random, ["must", "advised"]), why: "x" });
  }
  get partIds(): readonly string[] {
    return Object.keys(this.parts);
  }
  get jointIds(): readonly string[] {
    return Object.keys(this.joints);
  }
  /** A cover under which all that is there by now lies. */
  base(outside: readonly string[]): void {
    const inner = [...this.jointIds, ...this.partIds.slice(1)].filter(
      (id) => !outside.includes(id),
    );
    this.part("base", "frame", { kind: "cover", lift: 0.4 });
    this.screws("base-screws", ["base", "frame"]);
    this.joint("base-clips", clips(["base", "frame"]));
    this.cover("base", inner);
    for (let i = 0; i < 4; i++) {
      this.part(`foot-${i}`, "base", { kind: "foot", lift: 0.1 });
      this.joint(`foot-${i}-glue`, { kind: "adhesive", joins: ["base", `foot-${i}`] });
      this.screws(`foot-${i}-screw`, ["base", "frame"]);
      this.cover(`foot-${i}`, [`foot-${i}-screw`]);
    }
  }
  finish(): Drawn {
    const { parts, joints, covers, orders, random } = this;
    const all = this.partIds.slice(1);
    const some = Array.from({ length: 4 }, () => pick(random, all));
    const plug = this.jointIds.filter(
      (id) => joints[id]!.kind === "connector" && joints[id]!.permanent !== true,
    );
    const jobs: Job[] = [...this.targets, ...some].map((id) => ({ for: [id] }));
    if (plug.length > 0) jobs.push({ for: [], open: [pick(random, plug)] });
    jobs.push({ for: [some[0]!, some[1]!].filter((id, i, list) => list.indexOf(id) === i) });
    return { guide: guide({ id: this.id, parts, joints, covers, orders }), jobs };
  }
}

const DRAW: Readonly<Record<Family, (draw: Drawing, parts: number) => void>> = {
  unibody: drawUnibody,
  choices: drawChoices,
  tower: drawTower,
  leads: drawLeads,
  riveted: drawRiveted,
};

function drawBoard(draw: Drawing): void {
  draw.part("board", "frame", { kind: "motherboard", handling: ["esd"], lift: 0.5 });
  draw.screws("board-screws", ["board", "frame"]);
  draw.part("battery", "frame", { kind: "battery", handling: ["lithium"], lift: 0.4 });
  draw.screws("battery-screws", ["battery", "frame"]);
  draw.joint("battery-plug", plug(["board", "battery"], { power: true }));
  draw.targets.push("board", "battery");
}

function drawUnibody(draw: Drawing, parts: number): void {
  drawBoard(draw);
  draw.part("heatsink", "board", { kind: "heatsink", lift: 0.4 });
  draw.screws("heatsink-screws", ["heatsink", "board"]);
  draw.screws("heatsink-frame-screw", ["heatsink", "frame"]);
  draw.joint("paste", { kind: "adhesive", joins: ["heatsink", "board"], off: 0.1, on: 1 });
  draw.targets.push("heatsink");
  for (let i = 0; draw.size < parts - 5; i++) {
    const id = `m${i}`;
    const isBoard = draw.chance(0.4);
    draw.part(id, isBoard ? "board" : "frame", draw.chance(0.3) ? { handling: ["esd"] } : {});
    const tied = draw.chance(0.3) ? [id, "board", "frame"] : [id, isBoard ? "board" : "frame"];
    draw.screws(`${id}-screws`, tied);
    draw.joint(`${id}-plug`, plug(["board", id], { fragile: pick(draw.random, [0, 0, 1]) }));
    if (draw.chance(0.4)) {
      draw.part(`${id}-lead`, "frame", { kind: "cable", lift: 0.2 });
      const other = pick(draw.random, draw.partIds.slice(1));
      draw.joint(`${id}-lead-a`, plug([id, `${id}-lead`]));
      draw.joint(`${id}-lead-b`, plug([other, `${id}-lead`]));
      draw.joint(`${id}-route`, { kind: "route", joins: [`${id}-lead`, "frame"] });
    }
    if (draw.chance(0.75)) {
      draw.part(`${id}-bracket`, "board", { kind: "bracket", lift: 0.1 });
      if (draw.chance(0.6)) draw.screws(`${id}-bracket-screws`, [`${id}-bracket`, "board"]);
      else draw.joint(`${id}-tape`, { kind: "tape", joins: [`${id}-bracket`, "board"] });
      draw.cover(`${id}-bracket`, [`${id}-plug`, ...(draw.chance(0.3) ? ["board-screws"] : [])]);
    }
    if (i > 0 && draw.chance(0.4)) draw.cover(id, [`m${i - 1}-screws`]);
    if (draw.chance(0.2)) draw.cover(id, ["heatsink-screws"]);
    if (draw.chance(0.2)) draw.order(`${id}-plug`, `${id}-screws`);
  }
  draw.base([]);
}

function drawChoices(draw: Drawing, parts: number): void {
  drawBoard(draw);
  const modules = ["board"];
  for (let i = 0; draw.size < parts - 5; i++) {
    const id = `c${i}`;
    const on = draw.chance(0.5) ? "frame" : pick(draw.random, modules);
    draw.part(id, on);
    if (draw.chance(0.5)) draw.screws(`${id}-hold`, [id, on]);
    else
      draw.joint(`${id}-hold`, clips([id, on], { off: 0.2 * (1 + Math.floor(4 * draw.random())) }));
    for (let k = 0; k < 2; k++) {
      const other = pick(draw.random, modules);
      if (other === on) continue;
      const joins = [other, id];
      const roll = draw.random();
      if (roll < 0.4) draw.joint(`${id}-link-${k}`, plug(joins));
      else if (roll < 0.7) draw.screws(`${id}-link-${k}`, joins);
      else draw.joint(`${id}-link-${k}`, { kind: "tape", joins });
    }
    const below = draw.jointIds.filter(
      (joint) => !/^battery/.test(joint) && !joint.startsWith(`${id}-`),
    );
    for (let k = 0; k < 2; k++) if (draw.chance(0.5)) draw.cover(id, [pick(draw.random, below)]);
    modules.push(id);
  }
  draw.base([]);
}

function drawTower(draw: Drawing, parts: number): void {
  let below = "frame";
  for (let i = 0; draw.size < parts; i++) {
    const id = draw.part(`t${i}`, below);
    if (i % 3 === 2) draw.joint(`${id}-plug`, plug([below, id]));
    else draw.screws(`${id}-screws`, [id, below]);
    if (i % 5 === 4) draw.screws(`${id}-frame-screw`, [id, "frame"]);
    below = id;
  }
  draw.targets.push("t0", `t${(draw.size >> 1) - 1}`, "frame");
}

function drawLeads(draw: Drawing, parts: number): void {
  drawBoard(draw);
  for (let i = 0; draw.size < parts - 5; i += 1) {
    const id = draw.part(`m${i}`, "frame");
    draw.screws(`${id}-screws`, [id, "frame"]);
    const lead = draw.part(`${id}-lead`, "frame", { kind: "cable", lift: 0.2 });
    const isMade = draw.chance(0.4);
    draw.joint(`${id}-lead-in`, plug([id, lead], isMade ? { permanent: true } : {}));
    draw.joint(`${id}-lead-plug`, plug(["board", lead]));
    for (let k = 0; k < 2; k++) {
      draw.joint(`${id}-route-${k}`, { kind: "route", joins: [lead, "frame"] });
    }
    if (draw.chance(0.5)) draw.cover("board", [`${id}-lead-in`]);
    if (i > 0 && draw.chance(0.5)) draw.cover(id, [`m${i - 1}-route-0`]);
    if (i > 0 && draw.chance(0.3)) draw.cover(lead, [`m${i - 1}-screws`]);
  }
  draw.base([]);
}

function drawRiveted(draw: Drawing, parts: number): void {
  drawBoard(draw);
  for (let i = 0; draw.size < parts - 5; i++) {
    const id = draw.part(`u${i}`, "frame");
    draw.screws(`${id}-screws`, [id, "frame"]);
    if (draw.chance(0.5)) draw.joint(`${id}-plug`, plug(["board", id]));
    if (draw.chance(0.6)) {
      const made = draw.part(`${id}-made`, pick(draw.random, [id, "frame"]));
      draw.joint(`${id}-rivets`, { kind: "rivets", joins: [id, made], permanent: true });
      if (draw.chance(0.5)) draw.screws(`${id}-made-screws`, [made, "frame"]);
      if (i > 0) draw.cover(made, [`u${i - 1}-screws`]);
    }
    if (draw.chance(0.3)) {
      const swung = draw.part(`${id}-swung`, "frame");
      draw.joint(`${id}-pivot`, {
        kind: "rivets",
        joins: [id, swung],
        permanent: true,
        slack: true,
      });
      draw.screws(`${id}-swung-screws`, [swung, "frame"]);
    }
    if (draw.chance(0.3)) draw.cover(id, ["board-screws"]);
  }
  draw.base([]);
}
