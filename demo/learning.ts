import { readFileSync } from "node:fs";
import path from "node:path";
import sharp from "sharp";
import { must } from "../core/base/must.ts";
import { seeded } from "../core/base/seeded.ts";
import type { Entry } from "../core/bench/index.ts";
import { type Guide, parseGuideText, type Point } from "../core/guide/index.ts";
import { enteredCover, enteredJoint, learntGuide, Technician } from "../core/learn/index.ts";
import type { Database } from "../data/database/index.server.ts";
import { addVersion } from "../data/guide/index.server.ts";
import { type Act, stampOf } from "../shop/act.server.ts";
import { readLedger, tick } from "../shop/bench/index.server.ts";
import { keepView } from "../shop/photos/index.server.ts";

/** Of the machine that nobody knows yet, mm. */
const SIZE = { width: 342, height: 234 };

/**
 * A machine that has been opened once, down to the last part, with its questions still open: as somebody would have
 * learnt it who took one apart that is like `guides/tallis-moss-15.json`.
 */
export async function loadLearnt(act: Act, folder: string): Promise<void> {
  const read = parseGuideText(readFileSync(path.join(folder, "tallis-moss-15.json"), "utf8"));
  if (!read.ok) throw new Error("demo: the guide to learn from is broken");
  const { variants: _, answers: __, note: ___, ...facts } = read.value;
  const parts = Object.fromEntries(
    Object.entries(facts.parts).map(([id, { codes: ____, ...part }]) => [id, part]),
  );
  const truth: Guide = {
    ...facts,
    parts,
    id: "zellick-kite-14",
    maker: "Zellick",
    model: "Kite 14",
    codes: ["ZK14-2"],
    recognise: "Learnt at this bench; a kite in the corner of the underside label.",
  };
  const guide = learntGuide(new Technician(truth).stripDown(seeded(7)));
  const stamp = { ...stampOf(act), why: "Learnt at this bench" };
  const added = await act.db.write((transaction) =>
    addVersion(act.db, guide, [], stamp, transaction),
  );
  if ("type" in added) throw new Error(`demo: ${added.code} is taken`);
}

/** Opens the unknown machine half way: its base is off, its battery unplugged, a picture of the inside taken. */
export async function playUnknown(
  db: Database,
  number: number,
  actAt: (name: string) => Act,
): Promise<void> {
  let made = 0;
  const guideNow = async (): Promise<Guide> => {
    const ledger = await readLedger(db, number, "tobin");
    if (!ledger.ok) throw new Error(`demo: ticket ${number}`);
    return ledger.value.folded.model.guide;
  };
  const write = async (entry: Entry): Promise<void> => {
    const ledger = await readLedger(db, number, "tobin");
    if (!ledger.ok) throw new Error(`demo: ticket ${number}`);
    const act = actAt(`learn-${(made += 1)}`);
    const sent = {
      id: `demo-learn-${number}-${made}`,
      at: act.now().toISOString(),
      entry,
      after: ledger.value.events.length,
    };
    const done = await tick(act, number, sent);
    if (!done.ok) throw new Error(`demo: ${JSON.stringify(entry)}: ${JSON.stringify(done.error)}`);
  };
  const at = (view: string, ...xy: readonly (readonly [number, number])[]): readonly Point[] =>
    xy.map(([x, y]) => ({ view, x, y }));
  await write({ do: "answer", stop: "begin", answer: "yes" });
  await write({ do: "answer", stop: "lithium:battery", answer: "no" });
  const base = enteredCover(
    await guideNow(),
    { name: "Base plate", kind: "cover" },
    "battery",
    at("underside", [3, 3], [339, 231]),
  );
  await write({ do: "learn", sightings: base.sightings });
  const rear = at("underside", [14, 12], [118, 12], [224, 12], [328, 12]);
  const front = at("underside", [14, 220], [171, 222], [328, 220]);
  for (const [name, length, taps] of [
    ["Base screws, rear", 6, rear],
    ["Base screws, front", 4, front],
  ] as const) {
    const facts = {
      kind: "screws",
      joins: ["base-plate", "palmrest"],
      drive: "PH0",
      thread: "M2",
      length,
      count: taps.length,
    } as const;
    const { joint, sightings } = enteredJoint(await guideNow(), name, facts, taps);
    await write({ do: "learn", sightings });
    const cell = name.endsWith("rear") ? 1 : 2;
    await write({ do: "release", joint, count: taps.length, lies: "cells", cell });
  }
  await write({ do: "lift", parts: [base.part] });
  const photo = await keepView(actAt("view"), number, await insidePicture(), CORNERS, SIZE);
  if (!photo.ok) throw new Error("demo: the picture of the inside");
  const facts = {
    ...must((await guideNow()).views["inside"], "the inside"),
    name: "Inside, picture 1",
    photo: photo.value,
  };
  await write({ do: "learn", sightings: [{ do: "view", view: "picture", facts }] });
  const plug = enteredJoint(
    await guideNow(),
    "Battery plug",
    { kind: "connector", type: "wire-plug", joins: ["palmrest", "battery"], power: true },
    at("picture", [171, 104]),
  );
  await write({ do: "learn", sightings: plug.sightings });
  await write({ do: "answer", stop: "lithium:battery", answer: "no" });
  await write({ do: "release", joint: plug.joint });
}

/** Where the corners of the machine are on the picture, as shares of it: it was taken from the side. */
const CORNERS = [
  { x: 0.1, y: 0.12 },
  { x: 0.88, y: 0.08 },
  { x: 0.95, y: 0.94 },
  { x: 0.04, y: 0.86 },
];
const [WIDE, HIGH] = [1600, 1200];

/** A rendered picture of the inside, leaning as a hand-held one does: no photograph of a real machine. */
function insidePicture(): Promise<Buffer> {
  const corner = (i: number) => ({ x: CORNERS[i]!.x * WIDE, y: CORNERS[i]!.y * HIGH });
  const [a, b, c, d] = [corner(0), corner(1), corner(2), corner(3)];
  // Between the four corners: good enough for a drawing.
  const place = (x: number, y: number): string => {
    const [u, v] = [x / SIZE.width, y / SIZE.height];
    const px = (1 - v) * ((1 - u) * a.x + u * b.x) + v * ((1 - u) * d.x + u * c.x);
    const py = (1 - v) * ((1 - u) * a.y + u * b.y) + v * ((1 - u) * d.y + u * c.y);
    return `${px.toFixed(1)},${py.toFixed(1)}`;
  };
  const box = (x: number, y: number, w: number, h: number, fill: string): string =>
    `<polygon points="${[place(x, y), place(x + w, y), place(x + w, y + h), place(x, y + h)].join(" ")}" fill="${fill}" stroke="#1c1f22" stroke-width="2"/>`;
  const screw = (x: number, y: number): string => {
    const [px, py] = place(x, y).split(",");
    return `<circle cx="${px}" cy="${py}" r="9" fill="#b9bec2" stroke="#1c1f22" stroke-width="2"/>`;
  };
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDE}" height="${HIGH}">
    <rect width="100%" height="100%" fill="#8a7a63"/>
    ${box(0, 0, 342, 234, "#4a4f54")}
    ${box(10, 10, 200, 92, "#1f4d3d")}
    ${box(222, 12, 106, 86, "#2b2f33")}
    ${box(20, 118, 302, 82, "#16181a")}
    ${box(152, 96, 38, 14, "#d8d3c4")}
    ${box(40, 30, 60, 40, "#9c5f3c")}
    ${box(120, 24, 70, 26, "#2d3136")}
    ${[
      [26, 124],
      [316, 124],
      [26, 194],
      [316, 194],
      [171, 194],
      [16, 16],
      [204, 16],
      [16, 96],
      [204, 96],
    ]
      .map(([x, y]) => screw(x!, y!))
      .join("")}
  </svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 84 }).toBuffer();
}
