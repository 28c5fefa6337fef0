/** What a line of words can mean: a ticket, a machine, or a part of one. */
export type Hit =
  | {
      readonly type: "ticket";
      readonly number: number;
      readonly customer: string;
      readonly machine: string;
    }
  | {
      readonly type: "machine";
      readonly guideId: string;
      readonly code: string;
      readonly name: string;
    }
  | {
      readonly type: "part";
      readonly guideId: string;
      readonly code: string;
      readonly machine: string;
      readonly part: string;
      readonly name: string;
    };
