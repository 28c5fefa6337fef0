/** What a user can cause comes back as a value; a broken invariant throws. */
export type Result<T, E> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: E };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });

export const fail = <E>(error: E): { readonly ok: false; readonly error: E } => ({
  ok: false,
  error,
});

/** Ends a discriminated union: a new case fails to compile here. */
export function unreachable(value: never): never {
  throw new Error(`unreachable case: ${JSON.stringify(value)}`);
}
