import { distance } from "fastest-levenshtein";
import { plain } from "../../core/base/plain.ts";
import type { KnownCode } from "../../core/ticket/index.ts";
import type { Database } from "../../data/database/index.server.ts";
import { machineLines } from "./guide-pages.server.ts";

const MOST = 5;
/** Letters that may be typed wrong in a code, and that words are at least long. */
const SLIPS = 2;
const WORD = 3;

/** Machines that an unknown code may mean: a slip in typing, a sister's code, or words of its name or label. */
export async function machinesLike(db: Database, typed: string): Promise<KnownCode["near"]> {
  const wanted = plain(typed);
  if (wanted.length < WORD) return [];
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word.length >= WORD);
  return (await machineLines(db))
    .flatMap(({ name, codes, recognise }) =>
      codes.map((code) => ({ code, name, recognise, away: awayFrom(plain(code), wanted) })),
    )
    .map(({ away, ...machine }) => {
      const text = `${machine.name} ${machine.recognise}`.toLowerCase();
      const isNamed = words.length > 0 && words.every((word) => text.includes(word));
      return { ...machine, away: isNamed ? Math.min(away, SLIPS) : away };
    })
    .filter(({ away }) => away <= SLIPS)
    .sort((a, b) => a.away - b.away || a.code.localeCompare(b.code))
    .slice(0, MOST)
    .map(({ code, name, recognise }) => ({ code, name, recognise }));
}

/** Slips from one code to another; a code that goes on where the other ends is one slip away, its sister. */
function awayFrom(code: string, wanted: string): number {
  const isSister = code.length > 4 && (wanted.startsWith(code) || code.startsWith(wanted));
  return isSister ? 1 : distance(code, wanted);
}
