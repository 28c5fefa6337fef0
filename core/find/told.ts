import { unreachable } from "../base/result.ts";

/** What is known of a fault so far. */
export interface Told {
  /** Symptoms that were told or seen. */
  readonly says: readonly string[];
  /** Outcomes of checks that were made, by check. */
  readonly found: Readonly<Record<string, string>>;
  /** Causes that were mended, and it was not that. */
  readonly refuted: readonly string[];
  /** Closed jobs of the shop by what it turned out to be. */
  readonly counts: Readonly<Record<string, number>>;
}

/** Something that becomes known of a fault, or is taken back. */
export type Telling =
  /** What the customer says, as symptoms of the fault list: all of them, each time. */
  | { readonly kind: "says"; readonly says: readonly string[] }
  /** A check that was made; `why` where another one was advised. */
  | {
      readonly kind: "checked";
      readonly check: string;
      readonly outcome: string;
      readonly why?: string;
    }
  | { readonly kind: "unchecked"; readonly check: string }
  /** It was mended, and it was not that; or that was taken back. */
  | { readonly kind: "refuted"; readonly cause: string; readonly back?: true };

/** What is known after one thing more. */
export function afterTelling<T extends Pick<Told, "says" | "found" | "refuted">>(
  told: T,
  telling: Telling,
): T {
  switch (telling.kind) {
    case "says":
      return { ...told, says: telling.says };
    case "checked":
      return { ...told, found: { ...told.found, [telling.check]: telling.outcome } };
    case "unchecked": {
      const { [telling.check]: _, ...found } = told.found;
      return { ...told, found };
    }
    case "refuted": {
      const others = told.refuted.filter((cause) => cause !== telling.cause);
      return { ...told, refuted: telling.back ? others : [...others, telling.cause] };
    }
    default:
      return unreachable(telling);
  }
}
