/** A value that has to be there; where it is not an invariant is broken, and the error names it. */
export function must<T>(value: T | undefined | null, what: string): T {
  if (value === undefined || value === null) throw new Error(`${what} is missing`);
  return value;
}
