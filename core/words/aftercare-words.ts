import type { PartKind } from "../guide/index.ts";

/** What whoever gets a machine back should know, by the kind of part that is new in it. */
const AFTERCARE: Readonly<Partial<Record<PartKind, string>>> = {
  battery:
    "New battery: charge it full once before relying on its gauge. Keep it away from heat, and do not press on it.",
  "coin-cell":
    "New coin cell: the clock and the firmware settings were lost. Set date, time and start order.",
  storage:
    "New drive: check that your files are there before the old one is wiped. Drivers and updates may still load.",
  memory: "New memory: the first start can take a minute longer than usual.",
  motherboard:
    "New board: sign in and activate the system again, and check the firmware settings. The clock may be wrong.",
  fan: "New fan: a steady quiet sound is right. Bring it back if it ticks or howls in the first hours.",
  heatsink:
    "Cooling done: it may run a little warmer in the first hours, until the paste has settled.",
  keyboard: "New keyboard: try every key, the light and the special keys in the first days.",
  palmrest: "New palm rest: try every key, the touchpad and the power button in the first days.",
  jack: "New charging socket: plug in straight, and do not let the cable hang.",
  display: "New screen: look for spots and flicker in the first days.",
  wifi: "New wireless card: the system may ask for your network's password again.",
};

/** What to tell the customer, each thing once. */
export const aftercareWords = (kinds: readonly PartKind[]): readonly string[] =>
  [...new Set(kinds)].flatMap((kind) => AFTERCARE[kind] ?? []);
