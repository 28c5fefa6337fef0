/** What is known of an underside code when a machine is taken in, or what it may mean. */
export interface KnownCode {
  readonly found:
    | {
        readonly code: string;
        /** The version of its guide, by hash. */
        readonly version: string;
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
  /** Machines that may be meant by a code that is none of them, the likeliest first. */
  readonly near: readonly {
    readonly code: string;
    readonly name: string;
    readonly recognise: string;
  }[];
}
