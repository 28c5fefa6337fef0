import { renderToStaticMarkup } from "react-dom/server";
import { createRoutesStub } from "react-router";
import type { ReactElement } from "react";
import { smallGuide } from "../../testing/builders.ts";
import type { Person } from "../../core/people/index.ts";
import type { Ticket, Transition } from "../../core/ticket/index.ts";
import { RecordSection } from "./record-section.tsx";
import { ProveSection, TakeInSection, type Proving } from "./ticket-sections.tsx";

function words(element: ReactElement): string {
  const Stub = createRoutesStub([{ path: "/", Component: () => element }]);
  return renderToStaticMarkup(<Stub />)
    .replace(/<style[^>]*>.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/\s+/g, " ");
}

const ticket: Ticket = {
  number: 1004,
  customer: { name: "Sefa Lindqvar", phone: "" },
  fault: "Bulges.",
  code: "T-1",
  guideId: "bench-test",
  machine: "Test Test",
  serial: "",
  condition: "",
  signs: [],
  work: "replace" as const,
  bench: "idle" as const,
  intake: {},
  job: { for: ["battery"] },
  waits: "bench",
  promised: "2026-01-05",
  takenIn: "2026-01-02T08:00:00.000Z",
};
const transitions: readonly Transition[] = [
  {
    at: "2026-01-02T09:00:00.000Z",
    by: "tobin",
    from: "customer",
    to: "bench",
    note: "held: swollen",
  },
];
const people: readonly Person[] = [
  { id: "tobin", name: "Tobin Harrow", role: "technician" },
  { id: "jo", name: "Jo", role: "technician" },
];
const empty: Proving = { answers: [], checks: [], fitted: [], soaks: [] };
const guide = smallGuide();

test("what was not noted at intake is said to be so", () => {
  const said = words(
    <TakeInSection ticket={ticket} guide={{ parts: {}, joints: {} }} photos={[]} isDone={false} />,
  );
  expect(said).toMatch(/Serial not noted/);
  expect(said).toMatch(/Condition nothing noted/);
});

test("what was marked on the drawing, what came with it and its data are told", () => {
  const marked: Ticket = {
    ...ticket,
    intake: {
      marks: [{ kind: "dent", view: "u", x: 1, y: 1, note: "rear corner" }],
      came: "sleeve",
      data: "clone",
      dataNote: "the shop",
      adapter: {
        has: { volts: 19, amps: 2, plug: "x" },
        needs: { volts: 19, amps: 4, plug: "x" },
      },
    },
  };
  const said = words(
    <TakeInSection
      ticket={marked}
      guide={{ parts: {}, joints: {} }}
      photos={["p1"]}
      isDone={false}
    />,
  );
  for (const one of [
    "Dent : rear corner",
    "sleeve",
    "Clone to the new drive; the shop",
    "charges slowly",
  ]) {
    expect(said.replaceAll(" :", ":").replaceAll(":", " :")).toContain(one);
  }
  expect(said).toContain("Take away");
});

describe("checks", () => {
  test("nothing tried out yet is a line of its own", () => {
    expect(
      words(<ProveSection guide={guide} people={people} number={1004} proving={empty} />),
    ).toMatch(/Prove nothing tried out yet/);
  });
  test("checks by round, with the word for what does not apply", () => {
    const proving: Proving = {
      ...empty,
      checks: [
        { do: "check", round: "open", what: "fan", result: "pass" },
        { do: "check", round: "open", what: "camera", result: "na", note: "broken before" },
        { do: "check", round: "shut", what: "fan", result: "fail" },
      ],
    };
    const said = words(
      <ProveSection guide={guide} people={people} number={1004} proving={proving} />,
    );
    expect(said).toMatch(/1 of 3 work/);
    expect(said).toMatch(
      /Before the cover fan: works; camera: not applicable \(broken before\) Machine shut fan: fails/,
    );
  });
  test("codes put in, answers to stops, and soaks stand in the record", () => {
    const facts = {
      perWatt: 1.4,
      hottest: 62.1,
      fanRpm: 3400,
      watts: 28,
      memoryErrors: 0,
      crashes: 0,
      seconds: 179,
    };
    const proving: Proving = {
      checks: [],
      answers: [{ ask: "Is it swollen?", answer: "no", note: "exchanged" }],
      fitted: [{ part: "battery", code: "TN-B41" }],
      soaks: [{ round: "after", by: "jo", at: "2026-01-03T08:00:00.000Z", facts }],
    };
    const said = words(
      <ProveSection guide={guide} people={people} number={1004} proving={proving} />,
    );
    expect(said).toMatch(/Put in Battery, TN-B41/);
    expect(said).toMatch(/Answered no Is it swollen\? exchanged/);
    expect(said).toMatch(/Soak after 1\.40 °C\/W, 62 °C at most, 0 memory errors; Jo/);
  });
});

test("the record lists each transition with its note, and what was put right", () => {
  const said = words(
    <RecordSection
      people={people}
      corrections={[
        {
          kind: "corrected",
          at: "2026-01-04T08:00:00.000Z",
          by: people[0]!.id,
          changes: [
            { field: "phone", was: "", is: "0550 2" },
            { field: "promised", was: "2026-01-05", is: "2026-01-07" },
          ],
          why: "the part is late",
          told: "phone",
        },
      ]}
      guide={guide}
      transitions={transitions}
      lots={[]}
    />,
  );
  expect(said).toMatch(/Tobin Harrow: at the bench \(held: swollen\)/);
  expect(said).toContain("Phone: nothing is now “0550 2”");
  expect(said).toContain("Promised for: “2026-01-05” is now “2026-01-07”");
  expect(said).toContain("The customer was told: by phone Why: the part is late");
});
