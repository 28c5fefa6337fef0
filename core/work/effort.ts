/** Looks for a plan that is stored, quoted, judged by or practised on: the finished answer. */
export const WHOLE = 200_000_000;
/** Looks for a plan to be shown until the finished one is there. */
export const FIRST = WHOLE / 10;
