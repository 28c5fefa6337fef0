export const ROLES = ["lead", "technician", "front-desk", "learner"] as const;
export type Role = (typeof ROLES)[number];

/** Somebody who works here. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

/** Somebody of the shop as the lead sees them. */
export interface Member extends Person {
  /** Whether they have left: what they did stays, they come in no more. */
  readonly gone: boolean;
  /** How many digits their PIN has; 0: they have none yet. The most of any where it is a passphrase. */
  readonly digits: number;
  /** Whether they come in by a passphrase in place of a PIN. */
  readonly hasPhrase: boolean;
}

/** Something that people did and that stands in no ticket. */
export interface RecordLine {
  readonly at: string;
  /** A person's id; undefined: the program. */
  readonly by: string | undefined;
  readonly what: string;
  /** Whom or what it was about, where it says so. */
  readonly about: string | undefined;
}

/** The name of a person; somebody who is not known (any more) is named by the id. */
export const nameOf = (people: readonly Person[], id: string): string =>
  people.find((person) => person.id === id)?.name ?? id;

const ELSEWHERE = "elsewhere:";

/** The id under which somebody of another shop stands here, whose work came with a ticket. */
export const idElsewhere = (shop: string, id: string): string =>
  `${ELSEWHERE}${shop}:${id}`.slice(0, 120);

/** Whether somebody is of another shop: they work here never. */
export const isElsewhere = ({ id }: Pick<Person, "id">): boolean => id.startsWith(ELSEWHERE);
