import { guideSchema, type Order } from "../guide/index.ts";
import { guideErrors as checkGuide } from "./errors.ts";
import { part, plug, screws, smallGuide } from "../../testing/builders.ts";

const paths = (value: unknown): string[] => checkGuide(value).map(({ path }) => path);
const small = smallGuide();

test("a sound guide has no findings", () => {
  expect(checkGuide(small)).toEqual([]);
});

describe("the schema", () => {
  test("an unknown key is named with its path", () => {
    const value = {
      ...small,
      parts: { ...small.parts, fan: { ...small.parts["fan"], colour: "red" } },
    };
    expect(checkGuide(value)).toMatchObject([
      {
        level: "error",
        path: "/parts/fan/colour",
        about: { type: "key-unknown", key: expect.any(String) as string },
      },
    ]);
  });
  test("what is missing, of the wrong kind or out of range is found, and nothing throws", () => {
    expect(paths({})).toContain("");
    expect(paths(null)).not.toEqual([]);
    expect(paths({ ...small, joints: { x: { kind: "glue", joins: ["base", "frame"] } } })).toEqual([
      "/joints/x/kind",
    ]);
    const screw = { ...screws(["base", "frame"]), count: 0 };
    expect(paths({ ...small, joints: { screw } })).toEqual(["/joints/screw/count"]);
  });
  test("it is the 2020-12 dialect", () => {
    expect(guideSchema.$schema).toContain("2020-12");
  });
});

describe("what names things that are not there", () => {
  test.each<[string, object, string]>([
    ["on", { parts: { ...small.parts, fan: part("shelf") } }, "/parts/fan/on"],
    ["joins", { joints: { ...small.joints, x: plug(["board", "wing"]) } }, "/joints/x/joins/1"],
    ["cover", { covers: [{ part: "base", over: ["nothing"] }] }, "/covers/0/over/0"],
    [
      "order",
      { orders: [{ first: "nothing", then: "fan", strength: "must", why: "w" }] },
      "/orders/0/first",
    ],
    [
      "view of a point",
      {
        joints: {
          ...small.joints,
          x: screws(["fan", "frame"], { at: [{ view: "moon", x: 1, y: 1 }] }),
        },
      },
      "/joints/x/at/0/view",
    ],
  ])("%s", (_, change, path) => {
    expect(paths({ ...small, ...change })).toContain(path);
  });
  test("an id used for a part and for a joint; a part twice in joins", () => {
    expect(paths({ ...small, joints: { ...small.joints, fan: plug(["board", "base"]) } })).toEqual([
      "/joints/fan",
    ]);
    expect(paths({ ...small, joints: { ...small.joints, x: plug(["fan", "fan"]) } })).toEqual([
      "/joints/x/joins/1",
    ]);
  });
});

describe("layers", () => {
  test("no frame, two frames, a circle", () => {
    expect(paths({ ...small, parts: { ...small.parts, frame: part("base") } })).toContain("/parts");
    expect(paths({ ...small, parts: { ...small.parts, fan: part() } })).toEqual(["/parts/fan"]);
    const round = { ...small.parts, fan: part("board"), board: part("fan") };
    expect(paths({ ...small, parts: round })).toEqual(["/parts/board/on"]);
  });
});

describe("covers, orders, screws", () => {
  test("a cover over what the part itself joins says what to write instead", () => {
    const covers = [{ part: "base", over: ["base-screws", "base"] }];
    const found = checkGuide({ ...small, covers });
    expect(found.map(({ path }) => path)).toEqual(["/covers/0/over/0", "/covers/0/over/1"]);
    expect(found[0]!.about).toMatchObject({ type: "covers-own-joint", other: "frame" });
  });
  test("orders in a circle", () => {
    const order = (first: string, then: string): Order => ({
      first,
      then,
      strength: "must",
      why: "w",
    });
    const orders = [order("fan-plug", "fan-screws"), order("fan-screws", "fan-plug")];
    expect(paths({ ...small, orders })).toEqual(["/orders/0", "/orders/1"]);
  });
  test("counts unlike the points, and an order that names a point too many", () => {
    const at = [{ view: "top", x: 1, y: 1 }];
    const lot = screws(["fan", "frame"], { at, count: 2, order: [1, 2] });
    expect(paths({ ...small, joints: { ...small.joints, "fan-screws": lot } })).toEqual([
      "/joints/fan-screws/count",
      "/joints/fan-screws/order/1",
    ]);
  });
});

describe("what no job can be done on", () => {
  test("a part that nothing can free", () => {
    const joints = { ...small.joints, "fan-screws": screws(["fan", "frame"], { permanent: true }) };
    const covers = [...small.covers, { part: "fan", over: ["battery"] }];
    expect(checkGuide({ ...small, joints, covers, orders: [] })).toMatchObject([
      {
        path: "/covers/1",
        about: { type: "blocked-by", facts: [{ type: "cover", part: "fan", over: "battery" }] },
      },
    ]);
  });
  test("what keeps everything is named once, an order as well as a cover", () => {
    const order: Order = { first: "fan-plug", then: "battery-plug", strength: "must", why: "x" };
    const findings = checkGuide({ ...small, orders: [...small.orders, order] });
    expect(findings).toMatchObject([
      {
        path: "/orders/1",
        about: {
          type: "blocked-by",
          facts: [
            { type: "order", first: "fan-plug", then: "battery-plug" },
            { type: "power-first", id: "fan-plug" },
          ],
        },
      },
    ]);
    expect(findings).toHaveLength(1);
  });
  test("a latch that is to take a battery off joins one", () => {
    const joints = {
      ...small.joints,
      catch: { kind: "latch", joins: ["base", "frame"], power: true },
    };
    expect(paths({ ...small, joints })).toEqual(["/joints/catch/power"]);
  });
  test("a power plug behind a connector names the pair", () => {
    const parts = { ...small.parts, ribbon: part("frame") };
    const joints = { ...small.joints, "ribbon-plug": plug(["board", "ribbon"]) };
    const covers = [...small.covers, { part: "ribbon", over: ["battery-plug"] }];
    const found = checkGuide({ ...small, parts, joints, covers });
    expect(found).toMatchObject([{ path: "/covers/1" }]);
    expect(found[0]!.about).toEqual({
      type: "blocked-by",
      ids: ["battery-plug"],
      facts: [
        { type: "cover", part: "ribbon", over: "battery-plug" },
        { type: "power-first", id: "ribbon-plug" },
      ],
    });
    const exempt = { ...joints, "ribbon-plug": plug(["board", "ribbon"], { beforePower: true }) };
    expect(checkGuide({ ...small, parts, joints: exempt, covers })).toEqual([]);
  });
});

test("a variant is checked as its own guide, with its path", () => {
  const bad = { about: "no fan", patch: { parts: { fan: null } } };
  expect(paths({ ...small, variants: { "T-2": bad } })).toContain(
    "/variants/T-2/patch/joints/fan-plug/joins/1",
  );
  const good = {
    about: "no fan",
    patch: {
      parts: { fan: null },
      joints: { "fan-plug": null, "fan-screws": null },
      orders: [],
      covers: [{ part: "base", over: ["battery-plug", "board", "battery"] }],
    },
  };
  expect(checkGuide({ ...small, variants: { "T-2": good } })).toEqual([]);
});
