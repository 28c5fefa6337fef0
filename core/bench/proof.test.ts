import { Bench } from "../../testing/bench.ts";
import { plug, smallGuide } from "../../testing/builders.ts";
import { modelOf } from "../rules/index.ts";
import { checksDue } from "./proof.ts";
import { nextAsk } from "./next.ts";
import { routeUp } from "./route.ts";

/** The fan has a lamp on a plug of its own. */
const lit = (boot: number) => {
  const facts = smallGuide();
  return modelOf({
    ...facts,
    boot,
    joints: { ...facts.joints, "lamp-plug": plug(["board", "fan"], { serves: ["lamp"] }) },
  });
};
const due = (bench: Bench): readonly string[] =>
  checksDue(bench.model, bench.state).map(({ what }) => what);
/** Built up to before the base. */
function built(boot: number): Bench {
  const bench = new Bench(lit(boot), { for: ["fan"] });
  bench.down();
  bench.tick({ do: "swap" });
  bench.up({}, "battery-plug");
  bench.tick({ do: "seen", joints: ["fan-plug", "lamp-plug"] });
  bench.tick({ do: "make", joint: "battery-plug" });
  bench.tick({ do: "seen", joints: ["battery-plug"] });
  return bench;
}

test("everything that was announced is tried in that power-on, however little is left at stake", () => {
  const bench = built(0);
  const ask = nextAsk(bench.model, bench.state);
  expect(ask.type === "power-on" && ask.checks.map(({ what }) => what)).toEqual(["fan", "lamp"]);
  bench.tick({ do: "power-on" });
  expect(due(bench)).toEqual(["fan", "lamp"]);
  bench.tick({ do: "check", round: "open", what: "fan", result: "pass" });
  expect(due(bench)).toEqual(["lamp"]);
  bench.tick({ do: "check", round: "open", what: "lamp", result: "pass" });
  expect(due(bench)).toEqual([]);
});

test("a power-on that costs more than it may spare waits until the machine is shut", () => {
  const bench = built(3);
  expect(due(bench)).toEqual([]);
  bench.up();
  expect(routeUp(bench.model, bench.state)).toEqual([]);
  const ask = nextAsk(bench.model, bench.state);
  expect(ask.type === "power-on" && [ask.round, ask.checks.map(({ what }) => what)]).toEqual([
    "shut",
    ["fan", "lamp"],
  ]);
});

test("once it was tried open, what is left is tried shut", () => {
  const bench = built(0);
  bench.tick({ do: "power-on" });
  bench.tick({ do: "answer", stop: "begin", answer: "yes" });
  expect(bench.state.isOn).toBe(false);
  expect(due(bench)).toEqual([]);
  bench.up();
  expect(due(bench)).toEqual(["fan", "lamp"]);
});
