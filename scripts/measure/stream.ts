import { ask, demoShop, ms, print, quantile, startServer } from "./report.ts";
import { grownBy, sendHabit } from "./shop.ts";

const TICKET = 1007;

/** From a tick being sent to another screen hearing of it, 100 times. */
export async function measureStream(): Promise<void> {
  const server = await startServer(demoShop(), 4695);
  let known = 1 + (await grownBy(await sendHabit(server.url, TICKET, 0, 1)));
  const other = await ask(`${server.url}/tickets/${TICKET}/stream?after=${known}`);
  const reader = other.body!.getReader();
  const times: number[] = [];
  for (let i = 1; i <= 100; i++) {
    const start = performance.now();
    const heard = reader.read();
    known += await grownBy(await sendHabit(server.url, TICKET, i, known));
    await heard;
    times.push(performance.now() - start);
  }
  await reader.cancel();
  server.process.kill();
  print("\n### Two screens\n");
  print(
    `from a tick on one screen to its being heard on the other, ${times.length} times: p50 ${ms(quantile(times, 0.5))} ms, ` +
      `p95 ${ms(quantile(times, 0.95))} ms, worst ${ms(Math.max(...times))} ms; target 1000 ms`,
  );
}
