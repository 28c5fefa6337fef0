import { smallGuide } from "../../testing/builders.ts";
import { adviceFrom, experienceOf } from "../experience/index.ts";
import { adviceWords, stepKindWords, thingOfModel } from "./experience-words.ts";

const guides = { small: { ...smallGuide(), model: "Tern 15" } };

test("kinds of step, and things with their model", () => {
  expect(stepKindWords("wire-plug off")).toBe("Wire plug, off");
  expect(stepKindWords("lift")).toBe("Lifting a part out");
  expect(thingOfModel(guides, "small", "fan")).toBe("Tern 15: fan");
  expect(thingOfModel(guides, "gone", "fan")).toBe("gone: fan");
  expect(thingOfModel(guides, "small", "none")).toBe("Tern 15: none");
});

test("each table has its one sentence, also where there is nothing to change", () => {
  const none = adviceWords(
    adviceFrom(experienceOf({ jobs: [], parts: [], promises: [], today: "2026-06-30" })),
    guides,
    (id) => id,
  );
  expect(Object.values(none)).toHaveLength(8);
  for (const words of Object.values(none)) expect(words).toMatch(/: change nothing\.$/);
  const row = { key: "wire-plug off", n: 12, estimate: 6, minutes: 12, times: 2 };
  const said = adviceWords(
    {
      kinds: row,
      people: { slowest: { ...row, key: "pim" }, times: 1.5 },
      months: { from: { ...row, key: "2026-01", times: 1 }, to: { ...row, key: "2026-03" } },
      forgotten: { guideId: "small", thing: "fan", times: 3, jobs: 2 },
      gone: { guideId: "small", lot: "base-screws", jobs: 2, atIntake: 3, lost: 1 },
      suppliers: { supplier: "South", came: 6, bad: 3 },
      promises: { made: 20, kept: 14 },
      jobs: { times: 1.3, within: 0.4 },
    },
    guides,
    () => "Pim",
  );
  expect(said.kinds).toBe(
    "Wire plug, off: 2.0 times what the guides give it (12 timed). Give it that in the guides.",
  );
  expect(said.people).toMatch(/^Pim takes 1\.5 times as long/);
  expect(said.months).toMatch(/^From 2026-01 to 2026-03 steps went from 1\.0 times to 2\.0 times/);
  expect(said.forgotten).toMatch(/^Tern 15: fan was forgotten 3 times/);
  expect(said.gone).toMatch(/4 gone in 2 jobs; count them at taking in/);
  expect(said.suppliers).toMatch(/^South: 3 of 6 parts came bad/);
  expect(said.promises).toMatch(/^14 of 20 promises were kept/);
  expect(said.jobs).toMatch(/1\.3 times their estimate, and 40 of 100/);
});
