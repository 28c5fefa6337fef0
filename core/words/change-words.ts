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
export function factChangeWords({ path, change, keys }: FactChange): string {
  const [first = "", ...rest] = path.slice(1).split("/");
  const noun = NOUNS[first];
  const name = noun === undefined || rest.length === 0 ? first : `${noun} ${rest.join("/")}`;
  if (change === "added") return `${name}: new`;
  if (change === "removed") return `${name}: gone`;
  return keys.length === 0 ? `${name}: changed` : `${name}: ${wordList(keys)} changed`;
}
