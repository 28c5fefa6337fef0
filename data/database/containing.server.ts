/**
 * A pattern of LIKE … ESCAPE '\\' for texts that have these letters in them, each taken for itself. A NUL would end
 * the pattern for SQLite, and is left out.
 */
export const containing = (letters: string): string =>
  `%${letters.replaceAll("\0", "").replace(/[\\%_]/g, "\\$&")}%`;
