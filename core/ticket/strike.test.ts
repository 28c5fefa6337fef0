import fc from "fast-check";
import { MARK_KINDS, readIntake } from "./intake.ts";
import { knownBy, struckRecord, struckText } from "./strike.ts";

const own = (name: string, phone = ""): readonly RegExp[] => knownBy(name, phone).own;

test.each([
  ["Odile Varn", "", "Mrs Varn says; odile varn rang", "Mrs … says; … rang"],
  ["Odile Varn", "0550 114", "call 0550-114 or 0550114.", "call … or …."],
  // A word that only begins alike is another word.
  ["Odile Varn", "45", "Varnish at 4500 rpm for 45 s", "Varnish at 4500 rpm for 45 s"],
  ["Bo", "", "Bo rang; both", "… rang; both"],
  ["Ærik Ø. Strand", "", "ærik Strand, STRAND", "… …, …"],
  ["A+B (shop)", "", "ask A+B (shop) now", "ask … now"],
])("%s %s: %s → %s", (name, phone, text, expected) => {
  expect(struckText(text, own(name, phone))).toBe(expected);
});

test("only fields of words are struck, at any depth; keys, kinds and numbers stay", () => {
  const deed = {
    kind: "note",
    note: "Note came by, Price too",
    price: 4500,
    lines: [{ name: "Note", why: "for Note", cents: 4500 }],
  };
  expect(struckRecord(deed, own("Note Price", "4500"))).toEqual({
    kind: "note",
    note: "… came by, … too",
    price: 4500,
    lines: [{ name: "Note", why: "for …", cents: 4500 }],
  });
  expect(struckRecord(deed, own("Somebody Else"))).toBe(deed);
});

test("in what others wrote of other tickets only the whole name and the phone are meant", () => {
  const { sure } = knownBy("Mark Price", "0550 114 22");
  const text = "The price is marked; Mark Price rang from 0550/11422";
  expect(struckText(text, sure)).toBe("The price is marked; … rang from …");
  expect(knownBy("Price", "12").sure).toEqual([]);
});

test("whoever is erased, whatever they are called: a record reads as before", () => {
  const words = ["note", "kind", "dent", "screw-missing", "joint", "marks", "guest", "view", "12"];
  const anything = fc.constantFrom(...words, ...MARK_KINDS);
  fc.assert(
    fc.property(fc.array(anything, { minLength: 1, maxLength: 3 }), anything, (names, note) => {
      const intake = {
        marks: [{ kind: "dent", view: "view", x: 12, y: 12, joint: "joint", note }],
        password: "guest",
        came: names.join(" "),
      };
      const struck = struckRecord(intake, own(names.join(" "), "12345"));
      const read = readIntake(struck);
      expect(read.ok && { ...read.value, came: "", marks: [] }).toEqual({
        password: "guest",
        came: "",
        marks: [],
      });
      expect(read.ok && read.value.marks![0]).toMatchObject({
        kind: "dent",
        joint: "joint",
        x: 12,
      });
    }),
    { seed: 8, numRuns: 200 },
  );
});
