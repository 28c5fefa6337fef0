import { guide, part, plug, screws } from "../../testing/builders.ts";
import { closedMachine, modelOf, type Model, type State } from "../rules/index.ts";
import { canPower, lifeOf } from "./power.ts";
import { emptyBench, type BenchState } from "./state.ts";

/** A machine with an inner battery under a base, or with a battery in an outer bay, or with none. */
const machineOf = (battery: "inner" | "outer" | "none") =>
  guide({
    parts: {
      frame: part(undefined, { name: "Palm rest", kind: "palmrest" }),
      base: part("frame", { name: "Base", kind: "cover" }),
      bay: part("frame", { name: "Bay", kind: "bracket" }),
      board: part("frame", { name: "Motherboard", kind: "motherboard" }),
      ...(battery === "none"
        ? {}
        : {
            battery: part(battery === "inner" ? "frame" : "bay", {
              name: "Battery",
              kind: "battery",
            }),
          }),
    },
    joints: {
      "base-screws": screws(["base", "frame"]),
      "bay-screws": screws(["bay", "frame"]),
      "board-screws": screws(["board", "frame"]),
      ...(battery === "inner"
        ? { "battery-plug": plug(["board", "battery"], { power: true }) }
        : battery === "outer"
          ? { "battery-latch": { kind: "latch", joins: ["battery", "bay"], power: true } as const }
          : {}),
    },
    covers: [{ part: "base", over: battery === "inner" ? ["battery-plug", "board"] : ["board"] }],
  });

const [inner, outer, none] = (["inner", "outer", "none"] as const).map((battery) =>
  modelOf(machineOf(battery)),
) as [Model, Model, Model];

/** A bench where these stops were answered, these joints are open and these parts are out. */
function benchOf(
  model: Model,
  {
    said = {},
    open = [],
    out = [],
    ...more
  }: {
    said?: Readonly<Record<string, "yes" | "no">>;
    open?: readonly string[];
    out?: readonly string[];
  } & Partial<Pick<BenchState, "isOn" | "forTest">> = {},
): BenchState {
  const answers = new Map(
    Object.entries(said).map(([stop, answer]) => [stop, { do: "answer", stop, answer } as const]),
  );
  return { ...emptyBench(model), ...more, answers, machine: machineWith(model, open, out) };
}
function machineWith(model: Model, open: readonly string[], out: readonly string[] = []): State {
  const state = closedMachine(model);
  for (const id of open) state.open[model.jointOf.get(id)!] = 1;
  for (const [i, id] of out.entries()) {
    const p = model.partOf.get(id)!;
    state.stack[p] = 100 + i;
    state.lifted[p] = 1;
  }
  return state;
}

describe("live or dead", () => {
  const begun = { begin: "yes" } as const;
  test("powered on is on, whatever else", () => {
    expect(lifeOf(inner, benchOf(inner, { isOn: true }))).toBe("on");
    expect(lifeOf(none, benchOf(none, { isOn: true, said: begun }))).toBe("on");
  });
  test("before charger and shut-down were answered it is live, also if the answer was no", () => {
    expect(lifeOf(inner, benchOf(inner, { open: ["battery-plug"] }))).toBe("live");
    expect(lifeOf(inner, benchOf(inner, { said: { begin: "no" }, open: ["battery-plug"] }))).toBe(
      "live",
    );
    expect(lifeOf(none, benchOf(none))).toBe("live");
  });
  test("with the battery on it is live; off, it has to be drained; drained, it is dead", () => {
    expect(lifeOf(inner, benchOf(inner, { said: begun }))).toBe("live");
    const open = ["battery-plug"];
    expect(lifeOf(inner, benchOf(inner, { said: begun, open }))).toBe("undrained");
    expect(lifeOf(inner, benchOf(inner, { said: { ...begun, drain: "yes" }, open }))).toBe("dead");
    expect(lifeOf(inner, benchOf(inner, { said: { ...begun, drain: "no" }, open }))).toBe(
      "undrained",
    );
    expect(lifeOf(inner, benchOf(inner, { said: { ...begun, unplug: "yes" }, open }))).toBe("dead");
  });
  test("the battery connected for a test makes it live again", () => {
    const state = benchOf(inner, {
      said: { ...begun, drain: "yes" },
      open: ["battery-plug"],
      forTest: true,
    });
    expect(lifeOf(inner, state)).toBe("live");
  });
  test("a machine without a battery is dead with the charger out", () => {
    expect(lifeOf(none, benchOf(none, { said: begun }))).toBe("dead");
  });
});

describe("whether power can be brought to it", () => {
  test("shut, and with an inner plug open in reach, it can", () => {
    expect(canPower(inner, machineWith(inner, []))).toBe(true);
    expect(canPower(inner, machineWith(inner, ["battery-plug"], ["base"]))).toBe(true);
  });
  test("an open inner plug under its cover cannot be connected", () => {
    expect(canPower(inner, machineWith(inner, ["battery-plug"]))).toBe(false);
  });
  test("with the board out, or the battery off its plug's side, it cannot", () => {
    expect(canPower(inner, machineWith(inner, ["battery-plug"], ["base", "board"]))).toBe(false);
    expect(canPower(inner, machineWith(inner, ["battery-plug"], ["base", "battery"]))).toBe(false);
    expect(canPower(none, machineWith(none, [], ["base", "board"]))).toBe(false);
    expect(canPower(none, machineWith(none, [], ["base"]))).toBe(true);
  });
  test("an outer battery needs its bay, not itself, to be there", () => {
    expect(canPower(outer, machineWith(outer, ["battery-latch"], ["battery"]))).toBe(true);
    expect(canPower(outer, machineWith(outer, ["battery-latch"], ["battery", "bay"]))).toBe(false);
  });
});
