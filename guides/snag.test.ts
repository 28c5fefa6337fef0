import { readFileSync } from "node:fs";
import path from "node:path";
import { seeded } from "../core/base/seeded.ts";
import type { Guide, Point } from "../core/guide/index.ts";
import { planJob, savedState } from "../core/plan/index.ts";
import { after, closedMachine, modelOf, type State } from "../core/rules/index.ts";
import { snagOf } from "../core/snag/index.ts";

/** Fingers feel to about so many millimetres where a part binds. */
const FELT = 15;

test.each(["marrowby-tern-15", "pennick-calder-15"])(
  "%s: what was ticked and still holds is among the first three, tapped where it binds, 95 times in 100",
  (name) => {
    const file = path.join(import.meta.dirname, `${name}.json`);
    const guide = JSON.parse(readFileSync(file, "utf8")) as Guide;
    const model = modelOf(guide);
    const random = seeded(11);
    const spread = (): number =>
      FELT * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    const tapped = (at: readonly Point[]): Point => {
      const { view, x, y } = at[Math.floor(random() * at.length)]!;
      return { view, x: x + spread(), y: y + spread() };
    };
    let asked = 0;
    let found = 0;
    for (const part of Object.keys(guide.parts)) {
      const plan = planJob(guide, { for: [part] });
      if (!plan.ok) continue;
      let state: State = closedMachine(model);
      for (const step of plan.value.down) {
        if (step.do === "release") {
          state = after(state, { do: "release", joint: model.jointOf.get(step.joint)! });
          continue;
        }
        const along = new Set(step.parts.map((id) => model.partOf.get(id)!));
        // Any joint that was open between what comes and what stays may be the one that was not.
        const ticked = model.jointIds.filter((id, j) => {
          const ends = model.joins[j]!;
          const stays = ends.some(
            (p) => !along.has(p) && state.stack[p] === state.stack[[...along][0]!],
          );
          return state.open[j] && stays && ends.some((p) => along.has(p)) && guide.joints[id]!.at;
        });
        const held = ticked[Math.floor(random() * ticked.length)];
        if (held !== undefined) {
          const near = tapped(guide.joints[held]!.at!);
          const from = savedState(model, state);
          const suspects = snagOf(model, {
            job: { for: [part] },
            from,
            stuck: step.parts[0]!,
            near,
          });
          asked += 1;
          if (suspects.slice(0, 3).some(({ id }) => id === held)) found += 1;
        }
        state = after(state, { do: "lift", parts: [...along] });
      }
    }
    expect(asked).toBeGreaterThan(50);
    expect(found / asked).toBeGreaterThanOrEqual(0.95);
  },
);
