import { renderToStaticMarkup } from "react-dom/server";
import { type Deed, Machine, type Setting, type View } from "../../core/practice/index.ts";
import { perfectDeed, readGuide, shippedFaults, viewAfter } from "../../testing/practice.ts";
import { BuildPanel } from "./build-panel.tsx";
import { FindPanel } from "./find-panel.tsx";
import { answersOn, marksOf } from "./marks.ts";
import { OrderPanel } from "./order-panel.tsx";
import { PasteExercise } from "./paste-exercise.tsx";
import { Question } from "./question-panel.tsx";
import { stepsOfTap } from "./taps.ts";

const faults = shippedFaults();
const machine = new Machine(readGuide("marrowby-tern-15"), faults);
const { guide } = machine.model;
const nothing = () => undefined;

const setting = (subject: string, level = 1): Setting => ({
  kind: subject.split(":")[0] as Setting["kind"],
  subject,
  level,
  seed: 3,
});
/** An exercise of a kind after these deeds, as its panel draws it. */
function seen<K extends View["kind"]>(kind: K, of: Setting, deeds: readonly Deed[] = []) {
  const view = viewAfter(machine, of, deeds);
  if (view.kind !== kind) throw new Error(`no ${kind}`);
  return view as Extract<View, { kind: K }>;
}
const plain = (html: string): string => html.replace(/<[^>]+>/g, " ").replace(/\s+/g, " ");
const draw = (panel: React.ReactElement): string => renderToStaticMarkup(panel);
const common = { guide, does: nothing, isBusy: false };

describe("a question", () => {
  const of = setting("opens:wire-plug");
  test("asks before it tells: four answers with their keys, none marked", () => {
    const html = draw(<Question {...common} view={seen("opens", of)} />);
    expect([...html.matchAll(/<kbd[^>]*>(\d)<\/kbd>/g)].map(([, n]) => n)).toEqual([
      "1",
      "2",
      "3",
      "4",
    ]);
    expect(html).not.toMatch(/practice-(right|wrong)/);
    expect(html).not.toContain(`disabled=""`);
  });
  test("is told in words and by more than colour when it is over, and takes nothing more", () => {
    const { options } = seen("opens", of);
    const wrong = options.find((one) => one !== "wire-plug")!;
    const html = draw(
      <Question {...common} view={seen("opens", of, [{ do: "say", answer: wrong }])} />,
    );
    expect(html.match(/practice-right/g)).toHaveLength(1);
    expect(html.match(/practice-wrong/g)).toHaveLength(1);
    expect(plain(html)).toContain("your answer");
    expect(html.match(/disabled=""/g)).toHaveLength(4);
  });
  test("whose answers lie on the machine has them there, under their numbers, and the right one when it is over", () => {
    for (const kind of ["screw", "holds"] as const) {
      const of = setting(
        kind === "screw" ? "screw:marrowby-tern-15" : "holds:marrowby-tern-15:fan",
        3,
      );
      const view = seen(kind, of);
      const spots = answersOn(guide, view);
      expect(spots).toHaveLength(view.options.length);
      for (const [i, id] of view.options.entries()) {
        expect(spots[i]).toEqual(guide.joints[id]!.at?.[0]);
      }
      const marks = marksOf(guide, view);
      expect([...marks.ahead]).toEqual(view.options);
      const over = seen(kind, of, [{ do: "leave" }]);
      expect(view.options.filter((id) => marks.touched.has(id))).toEqual([]);
      expect([...marksOf(guide, over).touched]).toEqual(expect.arrayContaining([...over.right]));
    }
    expect(answersOn(guide, seen("opens", of))).toEqual([]);
  });
  test("of a screw says what the caliper reads, and each lot by its facts", () => {
    const text = plain(
      draw(<Question {...common} view={seen("screw", setting("screw:marrowby-tern-15"))} />),
    );
    expect(text).toMatch(/Caliper: \d+\.\d\d mm long/);
    expect(text.match(/M\d(\.\d)? × \d/g)!.length).toBeGreaterThan(1);
  });
});

describe("order", () => {
  const of = setting("order:marrowby-tern-15:battery");
  test("says the hint of the first level, and on a map what is meant by a tap", () => {
    const view = seen("order", of);
    const text = plain(draw(<OrderPanel {...common} view={view} />));
    expect(text).toContain("Hint:");
    expect(text).toContain("0 steps done, 0.0 minutes there and back.");
    const marks = marksOf(guide, view);
    expect([...marks.inTheWay]).toEqual(["battery"]);
    const [joint] = [...marks.ahead];
    expect(stepsOfTap(guide, view, joint!)).toEqual({ do: "release", joint });
    expect(stepsOfTap(guide, view, "battery")).toEqual({ do: "lift", parts: ["battery"] });
    expect(stepsOfTap(guide, view, "none")).toBeUndefined();
  });
  test("a step that the facts forbid is said to be one, with its reason", () => {
    const step = { do: "lift", parts: ["battery"] } as const;
    const html = draw(<OrderPanel {...common} view={seen("order", of, [{ do: "try", step }])} />);
    expect(html).toMatch(/role="alert"/);
    expect(plain(html)).toMatch(/not now\. The .* (still|is)/);
  });
  test("what is off lies beside the machine on the map", () => {
    const deeds: Deed[] = [];
    for (let i = 0; i < 40 && !viewAfter(machine, of, deeds).outcome; i++) {
      deeds.push(perfectDeed(machine, of, deeds));
    }
    const view = seen("order", of, deeds);
    expect([...marksOf(guide, view).out]).toContain("battery");
    expect(plain(draw(<OrderPanel {...common} view={view} />))).not.toContain("What comes next");
  });
});

test("a build-up is read step by step; what was left out is not named before it is over", () => {
  const fan = Object.keys(guide.parts).find((id) => guide.parts[id]!.kind === "fan")!;
  const of = setting(`build:marrowby-tern-15:${fan}`, 2);
  const told = seen("build", of, [{ do: "leave" }]);
  const before = plain(draw(<BuildPanel {...common} view={seen("build", of)} />));
  expect(before).toContain(`Step 1 of ${told.steps}.`);
  expect(before).not.toContain("Left out was");
  expect(plain(draw(<BuildPanel {...common} view={told} />))).toContain("Left out was: the ");
  // The map shows what lies beside the machine, and the thing of the present step alone.
  const { touched, out } = marksOf(guide, seen("build", of));
  expect(touched.size).toBeGreaterThan(0);
  expect(out.size).toBeGreaterThan(0);
});

test("finding a fault: each check with its minutes, then what it said; chances below the fourth level", () => {
  const text = (level: number, deeds: readonly Deed[] = []) =>
    plain(
      draw(
        <FindPanel
          faults={faults}
          view={seen("find", setting("find:dead", level), deeds)}
          {...{ does: nothing, isBusy: false }}
        />,
      ),
    );
  expect(text(3)).toMatch(/\(\d+ %\)/);
  expect(text(4)).not.toMatch(/\(\d+ %\)/);
  const [check] = seen("find", setting("find:dead", 3)).checks;
  const after = text(3, [{ do: "check", check: check!.id }]);
  expect(after).toContain(`${faults.checks[check!.id]!.name}:`);
  expect(text(3, [{ do: "leave" }])).toContain("It was: ");
});

test("paste: nothing is pressed before every screw is tight; pressed, what it came to is in figures", () => {
  const of = setting("paste:dot", 3);
  const panel = (view: Extract<View, { kind: "paste" }>) =>
    draw(
      <PasteExercise view={view} isBusy={false} does={nothing}>
        {null}
      </PasteExercise>,
    );
  const before = panel(seen("paste", of));
  expect(plain(before)).toContain("First every screw to its end.");
  expect(before.match(/data-screw=/g)).toHaveLength(4);
  const deed = perfectDeed(machine, of, []);
  const after = panel(seen("paste", of, [deed]));
  expect(plain(after)).toMatch(/Covered \d+ % .*Warmer at its hottest [\d.]+ °C/);
  expect(after).toContain("What the paste covers");
});
