import pLimit from "p-limit";
import sharp from "sharp";

/** Pictures that may wait; more are told to come again. */
const MOST_WAITING = 40;

// One picture at a time, by one thread: what is left of the machine, and of the threads that the database writes
// with, is the benches'.
sharp.concurrency(1);
sharp.cache(false);
const turn = pLimit(1);

/** Thrown where more pictures wait than will be done soon. */
export class TooManyPictures extends Error {}

/** Does something with a picture when those before it are done. */
export async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (turn.pendingCount >= MOST_WAITING) throw new TooManyPictures();
  return turn(work);
}
