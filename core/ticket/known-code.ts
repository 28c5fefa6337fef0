/** What is known of an underside code when a machine is taken in, or the codes that are known. */
export interface KnownCode {
  readonly found:
    | {
        readonly code: string;
        /** Maker and model. */
        readonly name: string;
        readonly recognise: string;
        readonly parts: readonly {
          readonly id: string;
          readonly name: string;
          readonly kind: string;
        }[];
      }
    | undefined;
  /** All codes there are, where this one is none of them. */
  readonly known: readonly string[];
  /** Machines that may be meant by a code that is none of them, the likeliest first. */
  readonly near: readonly {
    readonly code: string;
    readonly name: string;
    readonly recognise: string;
  }[];
}
