import { readFileSync } from "node:fs";
import { renderToStaticMarkup } from "react-dom/server";
import type { Guide } from "../../core/guide/index.ts";
import type { Offer } from "../../core/price/index.ts";
import { FrailList } from "./frail-list.tsx";

const guide = JSON.parse(readFileSync("guides/marrowby-tern-15.json", "utf8")) as Guide;
const offer = {
  id: "o",
  supplier: "s",
  name: "Wi-Fi card",
  brings: ["wifi"],
  price: 1900,
} as unknown as Offer;
const shown = (thing: string, part: string, offers: readonly Offer[], isSpare = false): string =>
  renderToStaticMarkup(
    <FrailList
      guide={guide}
      frail={[{ thing, survives: 0.9, part }]}
      offers={offers}
      isSpare={() => isSpare}
      toggle={() => undefined}
    />,
  );

test("what often breaks is said with its odds; a spare is offered where somebody has one", () => {
  const said = shown("antenna-main", "wifi", [offer, { ...offer, price: 1700 }]);
  expect(said).toContain("10 in 100 break");
  expect(said).toMatch(/Quote a spare Wi-Fi card, from .*17\.00/);
  expect(said).not.toContain("checked=");
  expect(shown("antenna-main", "wifi", [offer], true)).toContain("checked=");
  expect(shown("antenna-main", "wifi", [])).toContain("Nobody offers a spare");
});

test("a job in which nothing is likely to break has no such heading", () => {
  const none = (
    <FrailList
      guide={guide}
      frail={[]}
      offers={[]}
      isSpare={() => false}
      toggle={() => undefined}
    />
  );
  expect(renderToStaticMarkup(none)).toBe("");
});
