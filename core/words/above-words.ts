/** How far minutes may be above the least; undefined where they are shown to be the least. [1.24] → "at most 1.2 min above the least" */
export const aboveWords = (above: number | undefined): string | undefined =>
  above === undefined || above <= 0 ? undefined : `at most ${above.toFixed(1)} min above the least`;
