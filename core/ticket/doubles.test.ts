import { mayBeSame } from "./doubles.ts";

const all = [
  { name: "Odile Varn", phone: "0550 114" },
  { name: "Brannoc Tull", phone: "0550 871" },
  { name: "Ann Li", phone: "" },
  { name: "Harbour pilots' office", phone: "+44 550 200" },
];
const names = (name: string, phone = "") => mayBeSame({ name, phone }, all).map((who) => who.name);

test.each<[string, string, readonly string[]]>([
  ["Odile Varne", "", ["Odile Varn"]],
  ["odile  VÀRN", "", ["Odile Varn"]],
  ["Varn, Odile", "", ["Odile Varn"]],
  ["Somebody Else", "0550-871", ["Brannoc Tull"]],
  ["Brannoc Tull", "0550 872", ["Brannoc Tull"]],
  ["Ann Lo", "", ["Ann Li"]],
  ["Lu", "", []],
  ["", "", []],
  ["", "0550", []],
])("%s, %s may be %j", (name, phone, found) => {
  expect(names(name, phone)).toEqual(found);
});

test("who is written exactly the same is no double", () => {
  expect(names("Odile Varn", "0550 114")).toEqual([]);
});
