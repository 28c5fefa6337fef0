import type { ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { createRoutesStub } from "react-router";
import { offer as supplierOffer } from "../../testing/builders.ts";
import type { Person } from "../../core/people/index.ts";
import type { Quote } from "../../core/quote/index.ts";
import { type Deed, type Stand, standOf } from "../../core/ticket/index.ts";
import { Quotes } from "../price/quotes.tsx";
import { USUAL_RATES } from "../../core/quote/index.ts";
import { Before } from "./before.tsx";
import { HandBackSection } from "./hand-back.tsx";
import { ConsentSection, FindSection, PartsSection, PriceSection } from "./office-sections.tsx";

function words(element: ReactElement): string {
  const Stub = createRoutesStub([{ path: "/", Component: () => element }]);
  return renderToStaticMarkup(<Stub />)
    .replace(/<style[^>]*>.*?<\/style>/gs, "")
    .replace(/<[^>]+>/g, " ")
    .replace(/&#x27;|’/g, "'")
    .replace(/\s+/g, " ")
    .replace(/ ([,.:;?])/g, "$1");
}

const people: readonly Person[] = [{ id: "tobin", name: "Tobin Harrow", role: "technician" }];
const stand = (...deeds: readonly Deed[]): Stand =>
  standOf(
    deeds.map((deed, i) => ({ id: `d${i}`, at: `2026-03-04T10:0${i}:00Z`, by: "tobin", deed })),
  );
const at = (
  waits: "finding" | "customer" | "part" | "bench" | "soak" | "collection" | "nothing",
) => ({
  number: 1004,
  waits,
});

const offer = {
  ...supplierOffer("Fan", ["fan"]),
  source: "supplier",
  item: "Fan",
  code: "F-1",
} as const;
const quote: Quote = {
  offers: [offer],
  brings: ["fan"],
  lines: [
    { kind: "part", name: "Fan", net: 5000, tax: 1000 },
    { kind: "labour", name: "Labour", net: 2500, tax: 500 },
  ],
  net: 7500,
  tax: 1500,
  total: 9000,
  deposit: 3000,
  minutes: 25,
  atMost: 31,
  days: 2,
  late: 4,
  good: 0.98,
  until: "2026-03-20",
  worth: 12_000,
};
const quoted: Deed = { kind: "quoted", quote };
const yes: Deed = { kind: "answered", answer: "yes", quote: 1, way: "phone", note: "go on" };
const order: Deed = {
  kind: "ordered",
  order: "HV-1",
  offer,
  due: "2026-03-06",
  late: "2026-03-08",
};

describe("find out", () => {
  const section = (waits: Parameters<typeof at>[0], ...deeds: readonly Deed[]) =>
    words(<FindSection {...at(waits)} stand={stand(...deeds)} work="find" people={people} />);

  test("nothing yet, then so many checks", () => {
    expect(section("finding")).toContain("nothing checked yet");
    expect(section("finding", { kind: "checked", check: "a", outcome: "b" })).toContain(
      "1 checked",
    );
  });

  test("what was found, by whom, and why another check was made", () => {
    const said = section(
      "customer",
      { kind: "checked", check: "a", outcome: "b", why: "it smelt of it" },
      { kind: "found", cause: "fan", parts: ["fan"], note: "The fan" },
    );
    expect(said).toMatch(/The fan; Tobin Harrow/);
    expect(said).toContain("it smelt of it");
    expect(said).not.toContain("was it that?");
  });

  test("once it is mended it is asked whether it was that, and only till it was answered", () => {
    const found: Deed = { kind: "found", cause: "fan", parts: ["fan"], note: "The fan" };
    expect(section("soak", found)).toContain("was it that?");
    const told: Deed = { kind: "turned-out", cause: "fan", was: false };
    expect(section("soak", found, told)).toContain("it was not that");
    expect(section("soak", found, told)).not.toContain("was it that?");
    expect(section("soak", { ...found, cause: undefined } as never)).not.toContain("was it that?");
  });

  test("a ticket that was for a part has none", () => {
    expect(
      words(<FindSection {...at("customer")} stand={stand()} work="replace" people={people} />),
    ).toBe("");
  });
});

describe("consents", () => {
  const section = (given: "yes" | "no" | "open") =>
    words(
      <ConsentSection
        {...at("customer")}
        stand={stand({ kind: "consent", about: "seal", given, words: "It may break." })}
        people={people}
      />,
    );

  test("what was agreed to stands with its words; what is open can be answered", () => {
    expect(section("yes")).toMatch(/all agreed.*agreed: “It may break.” Tobin Harrow/);
    expect(section("yes")).not.toContain("The customer agrees");
    expect(section("open")).toMatch(/1 not agreed.*The customer agrees.*The customer does not/);
    expect(section("no")).toContain("The customer agrees");
    expect(section("no")).not.toContain("The customer does not");
  });
});

describe("price", () => {
  test("the last quote, what was said to it and how", () => {
    const said = words(<PriceSection {...at("part")} stand={stand(quoted, yes)} />);
    expect(said).toContain("quote 1, 90.00, agreed");
    expect(said).toContain("Yes to quote 1, by phone (go on)");
    expect(words(<PriceSection {...at("customer")} stand={stand()} />)).toContain("no quote yet");
    expect(words(<PriceSection {...at("finding")} stand={stand()} />)).toBe("");
  });

  test("two quotes side by side, those before them by name; worth it or not", () => {
    const { quotes } = stand(quoted, quoted, { kind: "quoted", quote: { ...quote, total: 5000 } });
    const said = words(
      <Quotes number={1} quotes={quotes} agreed={2} waits="customer" rates={USUAL_RATES} />,
    );
    expect(said).toContain("Quote 2, agreed");
    expect(said).toMatch(/Before them: quote 1 90.00/);
    expect(said).toMatch(/✗ Hardly worth it: 75 %/);
    expect(said).toMatch(/✓ Worth it: 42 %/);
    expect(said).toContain("30.00 before the parts are ordered");
  });

  test("after the parts are in nobody is asked any more", () => {
    const { quotes } = stand(quoted);
    const said = (waits: "customer" | "soak") =>
      words(<Quotes number={1} quotes={quotes} agreed={1} waits={waits} rates={USUAL_RATES} />);
    expect(said("customer")).toContain("Not yet");
    expect(said("soak")).not.toContain("Not yet");
  });
});

describe("parts", () => {
  const section = (...deeds: readonly Deed[]) =>
    words(<PartsSection {...at("part")} stand={stand(quoted, yes, ...deeds)} />);

  test("what is missing can be ordered; what is under way is not ordered again", () => {
    expect(section()).toContain("Order what is missing");
    expect(section(order)).not.toContain("Order what is missing");
    expect(section(order)).toMatch(/1 of 1 on the way.*Ask the supplier when it comes/);
  });

  test("a wrong part can be sent back, and then it is missing again", () => {
    const wrong: Deed = { kind: "arrived", order: "HV-1", code: "F-9", serial: "", fits: false };
    expect(section(order, wrong)).toMatch(/the wrong part.*came .* as F-9.*Send it back/);
    const back: Deed = { kind: "sent-back", order: "HV-1", why: "wrong" };
    expect(section(order, wrong, back)).toMatch(/was sent back.*Order what is missing/);
  });

  test("the right one stands with its serial, one that goes in all the same with why", () => {
    const came: Deed = { kind: "arrived", order: "HV-1", code: "F-1", serial: "S-1", fits: true };
    expect(section(order, came)).toContain("is here and fits");
    expect(section(order, came)).toContain("serial S-1");
    const odd: Deed = { ...came, code: "F-9", fits: false, why: "same fan" };
    expect(section(order, odd)).toContain("as F-9, serial S-1 (same fan)");
  });
});

describe("hand back", () => {
  const guide = {
    parts: {
      fan: { name: "Fan", kind: "fan" as const },
      pack: { name: "Battery", kind: "battery" as const, handling: ["lithium" as const] },
    },
    joints: {},
  };
  const section = (
    waits: "collection" | "nothing",
    owed: number | undefined,
    ...deeds: readonly Deed[]
  ) =>
    words(
      <HandBackSection
        {...at(waits)}
        customer="Ansel"
        stand={stand(...deeds)}
        owed={owed}
        replaced={["fan", "pack"]}
        broken={[{ words: "Fan plug: clip.", tells: "desk", ticket: undefined }]}
        guide={guide}
      />,
    );

  test("what is open, what was paid, where old parts go: a pack its own way", () => {
    const said = section("collection", 6000, { kind: "paid", cents: 3000, way: "cash" });
    expect(said).toContain("60.00 open, 30.00 paid");
    expect(said).toContain("Fan plug: clip. Tell the customer.");
    expect(said).toMatch(/Old fan.*Recycled/);
    expect(said).toMatch(/Old battery.*Lithium box/);
    expect(said).toMatch(/New fan: .*New battery: /);
    expect(said).toContain("Take the payment");
  });

  test("where nothing is open no payment is asked for", () => {
    expect(section("collection", 0)).not.toContain("Take the payment");
    expect(section("collection", undefined)).toContain("Take the payment");
  });

  test("once it is collected: when, to whom, and where the old parts went", () => {
    const collected: Deed = {
      kind: "collected",
      to: "His sister",
      old: [{ part: "fan", way: "returned" }],
    };
    const said = section("nothing", 0, collected);
    expect(said).toMatch(/to His sister/);
    expect(said).toContain("Old fan: back to the customer");
    expect(said).not.toContain("Hand it back");
  });
});

test.each([
  [true, /under warranty until .*without charge/],
  [false, /Its warranty ended .*this is paid/],
])("a machine that was here before, under warranty: %s", (isUnderWarranty, said) => {
  const before = {
    number: 1001,
    fault: "Roars",
    handedBack: "2026-01-02",
    warranty: "2026-07-01",
    isUnderWarranty,
  };
  const broken = [{ words: "Fan plug: clip.", tells: "desk", ticket: 1001 }] as const;
  const shown = words(<Before before={before} broken={broken} />);
  expect(shown).toMatch(said);
  expect(shown).toContain("Broken in ticket 1001: Fan plug: clip.");
});
