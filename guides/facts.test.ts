import { readFileSync } from "node:fs";
import path from "node:path";
import { type Guide, guideForCode } from "../core/guide/index.ts";
import { type Plan, planJob, reworkOf } from "../core/plan/index.ts";

/** What a technician who knows the machine would look for, one describe for each model. */
const read = (id: string): Guide =>
  JSON.parse(readFileSync(path.join(import.meta.dirname, `${id}.json`), "utf8")) as Guide;

function planned(guide: Guide, parts: readonly string[], more: object = {}): Plan {
  const plan = planJob(guide, { for: parts, ...more });
  if (!plan.ok) throw new Error(JSON.stringify(plan.error));
  return plan.value;
}
const opened = (plan: Plan): string[] =>
  plan.down.flatMap((step) => (step.do === "release" ? [step.joint] : []));
const lifts = (plan: Plan): string[] =>
  plan.down.flatMap((step) => (step.do === "lift" ? [[...step.parts].sort().join("+")] : []));
const liftOf = (plan: Plan, id: string): string[] =>
  lifts(plan)
    .map((parts) => parts.split("+"))
    .find((parts) => parts.includes(id)) ?? [];
const place = (plan: Plan, id: string): number =>
  plan.down.findIndex((step) =>
    step.do === "release" ? step.joint === id : step.parts.includes(id),
  );
const gateBefore = (plan: Plan, part: string): readonly string[] => {
  const index = plan.up.findIndex((step) => step.do === "place" && step.parts.includes(part));
  return plan.gates.find(({ before }) => before === index)?.joints ?? [];
};

describe("Ostrel Wick 14, hidden screws", () => {
  const wick = read("ostrel-wick-14");
  test("both strips come off before the screws under them, which are counted on the way up", () => {
    const plan = planned(wick, ["fan"]);
    expect(place(plan, "strip-rear")).toBeLessThan(place(plan, "base-screws-rear"));
    expect(place(plan, "strip-front")).toBeLessThan(place(plan, "base-screws-front"));
    // What it hides are screws: they are counted, not looked at.
    expect(gateBefore(plan, "strip-front")).toEqual([]);
    expect(plan.handling.turns).toBe(2);
  });
  test("the keyboard lies under its shield: the board comes up with its fan, not without it", () => {
    const plan = planned(wick, ["keyboard"]);
    expect(liftOf(plan, "board")).toContain("fan");
    expect(opened(plan)).not.toContain("heatsink-screws");
    expect(lifts(plan).slice(-2)).toEqual(["kb-shield", "keyboard"]);
  });
  test("the sister without a card reader has longer fan screws and less to unplug", () => {
    const sister = guideForCode(wick, "OW14-C");
    if (!sister.ok) throw new Error("no sister");
    expect(sister.value.joints["fan-screws"]).toMatchObject({ length: 4 });
    expect(planned(sister.value, ["board"]).work).toBeLessThan(planned(wick, ["board"]).work);
  });
});

describe("Halden Ferro 13, unibody", () => {
  const ferro = read("halden-ferro-13");
  test("every bracket comes off before the plug beneath it", () => {
    const plan = planned(ferro, ["board"]);
    for (const [bracket, plug] of [
      ["display-bracket", "display-plug"],
      ["io-bracket", "io-flex-board"],
      ["keyboard-bracket", "keyboard-plug"],
    ] as const) {
      expect(place(plan, bracket)).toBeLessThan(place(plan, plug));
      expect(gateBefore(plan, bracket)).toContain(plug);
    }
  });
  test("the glued pack is unplugged for a fan, never prised", () => {
    expect(opened(planned(ferro, ["fan"]))).toContain("battery-plug");
    expect(opened(planned(ferro, ["fan"]))).not.toContain("battery-glue");
  });
  test("an upper case that comes with keyboard, pad, battery and speakers saves moving them", () => {
    const fresh = [
      "keyboard",
      "backlight",
      "trackpad",
      "battery",
      "battery-board",
      "speaker-left",
      "speaker-right",
    ];
    const plan = planned(ferro, ["upper-case"], { new: fresh });
    expect(plan.unused).toEqual([]);
    expect(opened(plan)).not.toContain("keyboard-screws");
    expect(opened(plan)).not.toContain("battery-glue");
    expect(plan.work).toBeLessThan(planned(ferro, ["upper-case"]).work - 15);
    expect(plan.transfers.map(({ part }) => part)).toEqual(
      expect.arrayContaining(["board", "fan", "display"]),
    );
  });
});

describe("Quillon Lark 13, convertible", () => {
  const lark = read("quillon-lark-13");
  test("fan and heatsink hang under the board: it is turned over with them, the sensor still plugged in", () => {
    const plan = planned(lark, ["fan"]);
    const board = liftOf(plan, "board");
    expect(board).toContain("fan");
    expect(opened(plan)).not.toContain("sensor-ribbon");
    expect(place(plan, "fan-plug")).toBeGreaterThan(place(plan, "board"));
    expect(gateBefore(plan, "board")).toContain("fan-plug");
    expect(gateBefore(plan, "board")).not.toContain("fan-bracket-screws");
  });
  test("the sensor ribbon is the last chance before the board goes down", () => {
    expect(gateBefore(planned(lark, ["sensor"]), "board")).toContain("sensor-ribbon");
  });
  test("the hooks give only when the front is open", () => {
    const plan = planned(lark, ["battery"]);
    expect(place(plan, "base-clips")).toBeLessThan(place(plan, "base-hooks"));
    expect(lifts(plan)[0]).toBe("pen");
  });
});

describe("Tallis Moss 15, fanless with a riveted keyboard", () => {
  const moss = read("tallis-moss-15");
  test("the screw under the seal costs the seal, in every job inside", () => {
    const plan = planned(moss, ["battery"]);
    expect(place(plan, "seal")).toBeLessThan(place(plan, "base-screw-seal"));
    expect(gateBefore(plan, "seal")).toEqual([]);
  });
  test("a keyboard is a palm rest: everything moves over", () => {
    const keyboard = planned(moss, ["keyboard"]);
    expect(keyboard.work).toBeCloseTo(planned(moss, ["palmrest"]).work, 6);
    expect(keyboard.transfers.map(({ part }) => part)).toEqual(
      expect.arrayContaining(["board", "battery", "touchpad", "jack", "hinge-left"]),
    );
  });
});

describe("Pennick Calder 15, hatch and keyboard", () => {
  const calder = read("pennick-calder-15");
  test("memory is behind the hatch: battery off, hatch off, out", () => {
    expect(opened(planned(calder, ["memory-two"]))).toEqual([
      "battery-latch",
      "hatch-screws",
      "memory-slot-two",
    ]);
  });
  test("the keyboard comes out from the top with the palm rest on", () => {
    const plan = planned(calder, ["keyboard"]);
    expect(opened(plan)).toEqual([
      "battery-latch",
      "keyboard-screw",
      "keyboard-snaps",
      "keyboard-flex",
    ]);
    expect(plan.handling.turns).toBe(1);
    expect(plan.dropped.map(({ first }) => first)).toEqual(["optical"]);
  });
  test("the jack's plug is under the board: it is tilted with its fan and memory on", () => {
    const plan = planned(calder, ["jack"]);
    expect(place(plan, "jack-plug")).toBeGreaterThan(place(plan, "board"));
    expect(opened(plan)).not.toContain("heatsink-screws");
    expect(gateBefore(plan, "board")).toContain("jack-plug");
  });
});

describe("Corrin Sable 15, palm-rest swap", () => {
  const sable = read("corrin-sable-15");
  test("board, fans and heatsink come out as one, the display still plugged in", () => {
    const plan = planned(sable, ["palmrest"]);
    const board = liftOf(plan, "board");
    expect(board).toEqual(
      expect.arrayContaining(["display", "fan-left", "fan-right", "heatsink", "memory-one"]),
    );
    expect(opened(plan)).not.toContain("display-plug");
    expect(plan.dropped.map(({ first }) => first)).toContain("display-plug");
  });
  test("the battery stays taped to its speakers", () => {
    expect(lifts(planned(sable, ["palmrest"]))).toContain("battery+speaker-left+speaker-right");
  });
  test("the brackets go back left to right", () => {
    const up = planned(sable, ["palmrest"]).up.flatMap((step) =>
      step.do === "place" ? step.parts.filter((id) => id.startsWith("bracket-")) : [],
    );
    expect(up).toEqual(["bracket-one", "bracket-two", "bracket-three"]);
  });
});

describe("Brandel Vortan 16, gaming", () => {
  const vortan = read("brandel-vortan-16");
  test("the cooling is held at the rear edge too: the trim comes off, the machine is turned", () => {
    const plan = planned(vortan, ["cooling"]);
    expect(place(plan, "rear-trim")).toBeLessThan(place(plan, "cooling-screws-rear"));
    expect(plan.handling.turns).toBeGreaterThanOrEqual(2);
    expect(gateBefore(plan, "rear-trim")).toEqual([]);
  });
  test("a fan comes out under the cooling, which the book would take off first", () => {
    const plan = planned(vortan, ["fan-left"]);
    expect(opened(plan)).not.toContain("cooling-paste");
    expect(plan.dropped.map(({ first }) => first)).toEqual(["cooling"]);
    const book = planned(vortan, ["fan-left"], { mode: "book" });
    expect(opened(book)).toContain("cooling-paste");
  });
  test("the card is out before the board, its leads on", () => {
    const plan = planned(vortan, ["board"]);
    expect(place(plan, "wifi")).toBeLessThan(place(plan, "board"));
    expect(opened(plan)).not.toContain("antenna-one");
  });
  test("a forgotten jack plug costs the cooling and its paste", () => {
    const rework = reworkOf(vortan, "jack-plug");
    if (!rework.ok) throw new Error("no way back");
    expect(opened(rework.value)).toContain("cooling-paste");
  });
});

describe("Marrowby Tern 15, thin clip-base", () => {
  const tern = read("marrowby-tern-15");
  test("a fan comes out with the battery only unplugged and the heatsink left on", () => {
    const plan = planned(tern, ["fan"]);
    expect(opened(plan)).toEqual(
      expect.arrayContaining(["battery-plug", "fan-plug", "antenna-guides", "fin-tape"]),
    );
    for (const left of ["battery-screws", "heatsink-screws", "wifi-screw", "antenna-main"]) {
      expect(opened(plan)).not.toContain(left);
    }
    expect(lifts(plan)).toEqual(["base+feet", "fan"]);
  });

  test("a battery job ends with the ribbon beside it untouched", () => {
    expect(opened(planned(tern, ["battery"]))).toEqual([
      "base-screws-rear",
      "base-screws-front",
      "base-clips",
      "battery-plug",
      "battery-screws",
    ]);
  });

  test("the jack needs the left hinge swung up, not the display off", () => {
    const plan = planned(tern, ["jack"]);
    expect(lifts(plan)).toEqual(["base+feet", "hinge-left", "jack"]);
    expect(opened(plan)).not.toContain("display-plug");
  });

  test("a touchpad lies under the battery: then it comes out, with both its layers", () => {
    expect(lifts(planned(tern, ["touchpad"]))).toEqual([
      "base+feet",
      "battery",
      "touchpad-bracket",
      "touchpad",
    ]);
  });

  test("for a board the wireless card comes out with its leads on: they are hard to refit", () => {
    const plan = planned(tern, ["board"]);
    expect(opened(plan)).toContain("wifi-slot");
    expect(opened(plan)).not.toContain("antenna-main");
    expect(lifts(plan)).toContain("wifi");
  });

  test("the ribbon under the board has its gate before the board goes down", () => {
    const plan = planned(tern, ["board"]);
    const board = plan.up.findIndex((step) => step.do === "place" && step.parts.includes("board"));
    expect(plan.gates.find(({ before }) => before === board)?.joints).toContain("power-ribbon");
  });

  test("book mode takes battery, drive and heatsink out before the board; short mode names them", () => {
    const plan = planned(tern, ["board"]);
    const dropped = plan.dropped.map(({ first }) => first);
    expect(dropped).toEqual(expect.arrayContaining(["battery", "caddy"]));
    for (const order of plan.dropped) expect(order.why.length).toBeGreaterThan(10);
    const book = planned(tern, ["board"], { mode: "book" });
    expect(lifts(book)).toEqual(expect.arrayContaining(["battery"]));
    expect(book.work).toBeGreaterThan(plan.work);
  });

  test("a palm rest that comes with touchpad and speakers saves moving them", () => {
    const bare = planned(tern, ["palmrest"]);
    const full = planned(tern, ["palmrest"], {
      new: ["touchpad", "touchpad-bracket", "speaker-left", "speaker-right"],
    });
    expect(full.work).toBeLessThan(bare.work);
    expect(opened(full)).not.toContain("touchpad-screws");
    expect(bare.transfers.map(({ part }) => part)).toContain("touchpad");
  });

  test("a forgotten keyboard ribbon costs the base, off and on", () => {
    const rework = reworkOf(tern, "keyboard-ribbon");
    if (!rework.ok) throw new Error("no way back");
    expect(rework.value.down.filter((step) => step.do === "lift")).toEqual([
      { do: "lift", parts: ["base", "feet"] },
      { do: "lift", parts: ["mylar"] },
    ]);
  });
});
