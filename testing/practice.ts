import { readFileSync } from "node:fs";
import path from "node:path";
import { readJson } from "../core/base/ajv.ts";
import { type Catalogue, readCatalogue } from "../core/find/index.ts";
import { type Guide, parseGuideText } from "../core/guide/index.ts";
import {
  type Deed,
  exerciseOf,
  type Machine,
  type Setting,
  stampedTurns,
  type View,
} from "../core/practice/index.ts";

const text = (file: string): string =>
  readFileSync(path.join(import.meta.dirname, "..", file), "utf8");

/** A guide that ships. */
export function readGuide(name: string): Guide {
  const read = parseGuideText(text(`guides/${name}.json`));
  if (!read.ok) throw new Error(`guides/${name}.json does not read`);
  return read.value;
}

/** The faults that ship. */
export function shippedFaults(): Catalogue {
  const read = readJson(readCatalogue, text("faults/laptop.json"));
  if (!read.ok) throw new Error("faults/laptop.json does not read");
  return read.value;
}

/** An exercise after these deeds; one that cannot be drawn ends the test. */
export function viewAfter(machine: Machine, setting: Setting, deeds: readonly Deed[]): View {
  const made = exerciseOf(machine, setting, deeds);
  if (!made.ok) throw new Error(`no exercise: ${setting.subject}`);
  return made.value;
}

/** What somebody does next who knows it all: it is looked up as it is told when one gives up. */
export function perfectDeed(machine: Machine, setting: Setting, deeds: readonly Deed[]): Deed {
  const view = viewAfter(machine, setting, deeds);
  const told = viewAfter(machine, setting, [...deeds, { do: "leave" }]);
  switch (view.kind) {
    case "opens":
    case "screw":
    case "holds":
      return { do: "say", answer: (told as typeof view).right[0]! };
    case "order": {
      const hinted = viewAfter(machine, { ...setting, level: 1 }, deeds) as typeof view;
      return { do: "try", step: hinted.hint! };
    }
    case "build": {
      const { joint } = (told as typeof view).fault!;
      return view.due.includes(joint) ? { do: "missing", joint } : { do: "on" };
    }
    case "find":
      return { do: "repair", cause: (told as typeof view).cause! };
    case "paste": {
      // A dot and a bead take more than a spread, and no more than that much over the edge.
      const volume = 1.5 * (view.need ?? 8);
      const paste = { volume, x: 0, y: 0 };
      return { do: "press", paste, turns: stampedTurns(view.seat) };
    }
  }
}
