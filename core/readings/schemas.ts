import { reader, type Reader } from "../base/ajv.ts";
import type { Supply } from "./adapter.ts";
import type { PackReading } from "./battery.ts";

const number = (minimum: number, maximum: number) => ({ type: "number", minimum, maximum });
const record = (required: readonly string[], properties: object) => ({
  type: "object",
  required: [...required],
  properties,
  additionalProperties: false,
});

const supply = record(["volts", "amps", "plug"], {
  volts: number(1, 60),
  amps: number(0.1, 30),
  plug: { type: "string", minLength: 1, maxLength: 40 },
  centre: { enum: ["plus", "minus"] },
});

export const readAdapter: Reader<{ readonly has: Supply; readonly needs: Supply }> = reader(
  record(["has", "needs"], { has: supply, needs: supply }),
);

const load = record(["volts", "amps"], { volts: number(2, 30), amps: number(0, 30) });

export const readPack: Reader<PackReading> = reader(
  record(["design", "full", "cycles", "celsius", "cells"], {
    design: number(1, 300),
    full: number(0, 330),
    cycles: { type: "integer", minimum: 0, maximum: 20_000 },
    celsius: number(-40, 120),
    cells: { type: "array", items: number(0, 6), maxItems: 12 },
    loads: { type: "array", items: load, minItems: 2, maxItems: 2 },
    watts: number(0.1, 400),
    seen: {
      type: "array",
      items: { enum: ["swollen", "dented", "leaking", "smells"] },
      uniqueItems: true,
    },
  }),
);
