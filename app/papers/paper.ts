/** A paper as plain values: what stands where is settled here, how it is set in `pdf.server.ts`. */
export interface Paper {
  readonly title: string;
  /** Whose paper it is: the shop's name, where it is found. */
  readonly from?: readonly string[];
  /** Facts under the title, by name. */
  readonly head: readonly (readonly [string, string])[];
  readonly sections: readonly Section[];
  /** A bar code's text, at the top right. */
  readonly code?: string;
}

export type Section =
  | { readonly type: "text"; readonly title: string; readonly lines: readonly string[] }
  | {
      readonly type: "table";
      readonly title: string;
      readonly head: readonly string[];
      readonly rows: readonly (readonly string[])[];
      /** Columns that are amounts, set to the right. */
      readonly right?: readonly number[];
      /** The last row is a sum. */
      readonly sum?: boolean;
    }
  | {
      readonly type: "chart";
      readonly title: string;
      readonly unit: string;
      readonly series: readonly {
        readonly name: string;
        readonly points: readonly (readonly [number, number])[];
      }[];
    }
  | { readonly type: "sign"; readonly lines: readonly string[] };
