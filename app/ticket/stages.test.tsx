import { renderToStaticMarkup } from "react-dom/server";
import { type Wait, WAITS } from "../../core/ticket/index.ts";
import { Stages } from "./stages.tsx";

/** Each stage as done, now or later, as it is read aloud. */
function stages(waits: Wait): readonly string[] {
  const markup = renderToStaticMarkup(<Stages waits={waits} phase="up" />);
  return [...markup.matchAll(/<li([^>]*)>(.*?)<\/li>/gs)].map(([, attributes, inside]) => {
    if (attributes!.includes('aria-current="step"')) return "now";
    return /<title>done<\/title>/.test(inside!) ? "done" : "later";
  });
}

test.each(WAITS.map((waits, i) => [waits, i] as const))(
  "a ticket that waits for %s: all before is done, all after is to come",
  (waits, i) => {
    const all = stages(waits);
    expect(all).toHaveLength(7);
    const at = i + 1;
    expect(all).toEqual(
      all.map((_, stage) => (stage < at ? "done" : stage === at ? "now" : "later")),
    );
  },
);

test("at the bench it says how far the bench is", () => {
  expect(renderToStaticMarkup(<Stages waits="bench" phase="up" />)).toContain("build-up");
  expect(renderToStaticMarkup(<Stages waits="bench" phase="idle" />)).not.toContain("build-up");
  expect(renderToStaticMarkup(<Stages waits="soak" phase="up" />)).not.toContain("build-up");
});
