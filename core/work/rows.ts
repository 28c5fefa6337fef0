/** Rows of bits of which few words are not zero: those of row r are from[r]…from[r + 1] − 1. */
export interface Sparse {
  readonly from: Int32Array;
  readonly word: Int16Array;
  readonly mask: Uint32Array;
}

export function sparse(lists: readonly (readonly number[])[]): Sparse {
  const from = new Int32Array(lists.length + 1);
  const words: number[] = [];
  const masks: number[] = [];
  for (const [row, list] of lists.entries()) {
    const masksOfRow = new Map<number, number>();
    for (const x of list) masksOfRow.set(x >> 5, (masksOfRow.get(x >> 5) ?? 0) | (1 << (x & 31)));
    for (const [word, mask] of masksOfRow) {
      words.push(word);
      masks.push(mask);
    }
    from[row + 1] = words.length;
  }
  return { from, word: Int16Array.from(words), mask: Uint32Array.from(masks) };
}

export function rowsOf(lists: readonly (readonly number[])[], W: number): Uint32Array {
  const rows = new Uint32Array(lists.length * W);
  for (const [row, list] of lists.entries()) for (const x of list) setBit(rows, W, row, x);
  return rows;
}

export function setBit(rows: Uint32Array, W: number, row: number, bit: number): void {
  rows[row * W + (bit >> 5)]! |= 1 << (bit & 31);
}

export const hasBit = (rows: Uint32Array, W: number, row: number, bit: number): boolean =>
  (rows[row * W + (bit >> 5)]! & (1 << (bit & 31))) !== 0;

/** Whether all bits of a row are among those of another. */
export function isWithin(
  a: Uint32Array,
  row: number,
  b: Uint32Array,
  other: number,
  W: number,
): boolean {
  for (let w = 0; w < W; w++) if ((a[row * W + w]! & ~b[other * W + w]!) !== 0) return false;
  return true;
}
