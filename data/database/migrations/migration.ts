/** One change of the database's form: statements that are run in one transaction, with its record. */
export interface Migration {
  /** Its day and its word: the order they are run in. */
  readonly name: string;
  readonly up: readonly string[];
  readonly down: readonly string[];
}
