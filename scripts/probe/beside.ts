import type { Server } from "../measure/report.ts";
import { grownBy, sendHabit } from "../measure/shop.ts";

const TICKET = 1007;

/** Has a bench tick every so many ms while something else goes on; gives how long each tick took, ms. */
export async function tickBeside(
  { url }: Server,
  pauseMs: number,
  work: () => Promise<void>,
): Promise<readonly number[]> {
  const times: number[] = [];
  let isOver = false;
  const working = work().finally(() => (isOver = true));
  let known = 1;
  for (let i = 0; !isOver; i++) {
    const start = performance.now();
    known += await grownBy(await sendHabit(url, TICKET, i, known));
    times.push(performance.now() - start);
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
  }
  await working;
  return times;
}
