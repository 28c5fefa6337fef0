import { distance } from "fastest-levenshtein";

/** A customer whose data may be handed out or erased. */
export interface FoundCustomer {
  readonly id: string;
  readonly name: string;
  readonly phone: string;
  /** How many tickets are theirs. */
  readonly tickets: number;
}

interface Who {
  readonly name: string;
  readonly phone: string;
}

const plain = (name: string): string =>
  name
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
const digits = (phone: string): string => phone.replace(/\D/g, "").replace(/^(00|0)/, "");

/** So many letters more or fewer are a slip of the pen; in a short name fewer. */
const slips = (name: string): number => (name.length < 5 ? 0 : name.length < 9 ? 1 : 2);

/**
 * Customers that may be one that is typed: the same phone, or a name that differs by a slip, or in the order of its words.
 * Who is written exactly the same is him, and no double. The likeliest first.
 */
export function mayBeSame(who: Who, all: readonly Who[]): readonly Who[] {
  const name = plain(who.name);
  const sorted = name.split(" ").sort().join(" ");
  const phone = digits(who.phone);
  const rated = all.flatMap((other) => {
    if (other.name === who.name && other.phone === who.phone) return [];
    const theirs = plain(other.name);
    const isPhone = phone.length > 4 && digits(other.phone) === phone;
    const apart = Math.min(
      distance(name, theirs),
      distance(sorted, theirs.split(" ").sort().join(" ")),
    );
    if (isPhone) return [{ other, rank: apart === 0 ? 0 : 1 }];
    return name !== "" && apart <= slips(name) ? [{ other, rank: 2 + apart }] : [];
  });
  return rated
    .sort((a, b) => a.rank - b.rank || a.other.name.localeCompare(b.other.name))
    .map(({ other }) => other);
}
