import { deeds } from "./2026-12-01-deeds.ts";
import { doors } from "./2026-12-05-doors.ts";
import { hands } from "./2026-12-06-hands.ts";
import { first } from "./2026-11-24-first.ts";
import { bench } from "./2026-11-25-bench.ts";
import { ground } from "./2026-11-27-ground.ts";
import { lessons } from "./2026-11-29-lessons.ts";
import { order } from "./2026-12-04-order.ts";
import { packs } from "./2026-11-30-packs.ts";
import { phrase } from "./2026-12-07-phrase.ts";
import { people } from "./2026-12-03-people.ts";
import { stock } from "./2026-12-02-stock.ts";
import { safety } from "./2026-11-28-safety.ts";
import type { Migration } from "./migration.ts";

/** In the order they are run; one that has landed is never changed. */
export const migrations: readonly Migration[] = [
  first,
  bench,
  ground([first, bench]),
  safety,
  lessons,
  packs,
  deeds,
  stock,
  people,
  order,
  doors,
  hands,
  phrase,
];
