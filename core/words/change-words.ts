import type { FactChange } from "../guide/index.ts";
import { wordList } from "./names.ts";

/** The maps and lists of a guide, as one of their facts is called. */
const NOUNS: Readonly<Record<string, string>> = {
  parts: "part",
  joints: "joint",
  views: "view",
  variants: "variant",
  covers: "cover",
  orders: "order",
};

/** What differs between two versions of a guide, one fact a line. ["/joints/fan-plug" added] → joint fan-plug: new */
export function factChangeWords({ path, name: fact, change, keys }: FactChange): string {
  const noun = path.lastIndexOf("/") > 0 ? NOUNS[path.split("/")[1] ?? ""] : undefined;
  const name = noun === undefined ? fact : `${noun} ${fact}`;
  if (change === "added") return `${name}: new`;
  if (change === "removed") return `${name}: gone`;
  return keys.length === 0 ? `${name}: changed` : `${name}: ${wordList(keys)} changed`;
}
