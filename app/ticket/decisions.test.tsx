import { renderToStaticMarkup } from "react-dom/server";
import { createRoutesStub } from "react-router";
import type { Phase, StopKind } from "../../core/bench/index.ts";
import type { SoakVerdict } from "../../core/soak/index.ts";
import type { Ticket, Wait } from "../../core/ticket/index.ts";
import { Decisions } from "./decisions.tsx";

const ticket = (waits: Wait): Ticket => ({
  number: 1004,
  customer: { name: "Sefa Lindqvar", phone: "" },
  fault: "Hot.",
  code: "T-1",
  guideId: "bench-test",
  machine: "Test Test",
  serial: "",
  condition: "",
  signs: [],
  work: "replace" as const,
  bench: "idle" as const,
  intake: {},
  job: { for: ["heatsink", "fan"], new: ["pad"] },
  waits,
  promised: "2026-01-05",
  takenIn: "2026-01-02T08:00:00.000Z",
});

const good: SoakVerdict = { state: "good", seconds: 1200, sure: undefined };

function markup(
  waits: Wait,
  more: { phase?: Phase; soak?: SoakVerdict; held?: StopKind; message?: string } = {},
): string {
  const Stub = createRoutesStub([
    {
      path: "/",
      Component: () => (
        <Decisions
          ticket={ticket(waits)}
          today="2026-01-04"
          phase={more.phase ?? "idle"}
          soak={waits === "soak" ? (more.soak ?? good) : undefined}
          held={more.held}
          blocks={[]}
          hasQuote={false}
          isOrdered={false}
          message={more.message}
        />
      ),
    },
  ]);
  return renderToStaticMarkup(<Stub />);
}
const words = (html: string): string =>
  html
    .replace(/<style[^>]*>.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");

test("each thing that is waited for has its own decisions", () => {
  const said = (waits: Wait): string => words(markup(waits));
  expect(said("customer")).toMatch(/order the parts.*parts are here.*give it back/);
  expect(said("part")).toMatch(/The parts have come in/);
  expect(said("collection")).toMatch(/Payment and hand-back/);
  expect(said("nothing")).toMatch(/Handed back/);
  expect(said("nothing")).not.toMatch(/Promised|Paid/);
});

test("a job is changed while the machine comes apart, not once it is being built up", () => {
  const html = markup("bench", { phase: "down" });
  expect(words(html)).toMatch(/Go on at the bench.*Change the job/);
  expect(html).toContain("/guides/bench-test?ticket=1004&amp;code=T-1&amp;for=heatsink%2Cfan");
  expect(words(markup("bench"))).toMatch(/Begin at the bench/);
  expect(words(markup("bench", { phase: "up" }))).not.toMatch(/Change the job/);
});

test("a soak within its limits passes with a press", () => {
  const html = markup("soak");
  expect(words(html)).toMatch(/✓ Within the limits, 20 min under load\. Tests and soak passed/);
  expect(html).not.toContain("<textarea");
});

test.each<[SoakVerdict, RegExp]>([
  [{ state: "none" }, /No soak was run since it was shut/],
  [{ state: "short", seconds: 300, least: 1200 }, /only 5 min: 20 min at least/],
  [{ state: "unsure", sure: 0.647, quiet: 4, wants: 17.1 }, /64 % sure.*For 95 % it takes 17\.1 h/],
])("without a passed soak it goes out with a word only: %j", (soak, said) => {
  const html = markup("soak", { soak });
  expect(words(html)).toMatch(said);
  expect(html).toMatch(/<textarea[^>]*name="note"/);
});

test("a soak over its limits goes back with its faults, or out with a word", () => {
  const html = markup("soak", {
    soak: {
      state: "bad",
      faults: [
        { what: "heat", celsius: 96, most: 95, causes: [] },
        { what: "memory", errors: 2, causes: [] },
      ],
    },
  });
  expect(words(html)).toMatch(/✗ 96 °C; 95 °C is the limit\. ✗ 2 memory errors\./);
  expect(words(html)).toMatch(/It goes out all the same.*Not passed: back to the bench/);
  expect(html).toMatch(/<button[^>]*value="back-to-bench"[^>]*name="decision"/);
  expect(html).toMatch(/<textarea[^>]*name="note"/);
});

test("a held job says what to do, and how it goes on", () => {
  const said = words(markup("customer", { held: "lithium" }));
  expect(said).toMatch(/Held\. Stop\. Do not charge.*goes on with what was done, and by whom/);
  expect(words(markup("customer"))).not.toMatch(/Held/);
});

test("why nothing was changed is said as an alert", () => {
  expect(markup("soak", { message: "Nothing was changed." })).toMatch(
    /role="alert"[^>]*>Nothing was changed\.</,
  );
});
