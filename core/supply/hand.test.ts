import { smallGuide } from "../../testing/builders.ts";
import { handOffer } from "./index.ts";

const hand = { name: "Corner shop", part: "fan", price: 2100, days: 3 };

test("a typed offer is like any other one: here by twice its days, with its part and no more", () => {
  expect(handOffer(smallGuide(), hand)).toMatchObject({
    source: "hand",
    supplier: "Corner shop",
    brings: ["fan"],
    price: 2100,
    carriage: 0,
    days: 3,
    late: 6,
  });
});

test("one for a part that there is not, is none", () => {
  expect(handOffer(smallGuide(), { ...hand, part: "ghost" })).toBeUndefined();
});
