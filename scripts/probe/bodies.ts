import { readFileSync } from "node:fs";
import { request } from "node:http";
import { ask, cookiesOf, demoShop, ms, print, quantile, startServer } from "../measure/report.ts";
import { tickBeside } from "./beside.ts";

const PORT = 4694;
const CHUNK = Buffer.alloc(1_000_000, "x");

/** Bodies of 10 and 200 MB at doors that take less, said and not said beforehand, while a bench ticks. */
export async function probeBodies(): Promise<void> {
  const server = await startServer(demoShop(), PORT);
  await (await ask(server.url)).text();
  const statuses: (number | "cut off")[] = [];
  const doors = [
    ["/tickets/1007/events", "application/json"],
    ["/stock", "application/json"],
    ["/tickets/1007/photos", "multipart/form-data; boundary=x"],
    ["/guides", "multipart/form-data; boundary=x"],
  ] as const;
  const times = await tickBeside(server, 30, async () => {
    for (const megabytes of [10, 200]) {
      for (const [path, type] of doors) {
        for (const isSaid of [true, false])
          statuses.push(await large(server.url, path, type, megabytes, isSaid));
      }
    }
  });
  const peak =
    Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.process.pid}/status`, "utf8"))![1]) /
    1000;
  server.process.kill();
  const counted = [...new Set(statuses)].map(
    (one) => `${one}: ${statuses.filter((s) => s === one).length}`,
  );
  print(
    `- **large bodies**: 10 and 200 MB at four doors, said beforehand and counted while read: ${counted.join(", ")}; ` +
      `memory of the server at its peak ${peak.toFixed(0)} MB (target < 400); ticks meanwhile p95 ${ms(quantile(times, 0.95))} ms`,
  );
}

function large(
  url: string,
  path: string,
  type: string,
  megabytes: number,
  isSaid: boolean,
): Promise<number | "cut off"> {
  return new Promise((resolve) => {
    const cookie = cookiesOf(url)
      .map(({ name, value }) => `${name}=${value}`)
      .join("; ");
    const headers = {
      Host: new URL(url).host,
      Origin: url,
      Cookie: cookie,
      "Content-Type": type,
      ...(isSaid
        ? { "Content-Length": String(megabytes * CHUNK.length) }
        : { "Transfer-Encoding": "chunked" }),
    };
    const sent = request({ port: PORT, method: "POST", path, headers }, (answer) => {
      answer.resume();
      resolve(answer.statusCode!);
      sent.destroy();
    });
    sent.on("error", () => resolve("cut off"));
    let left = megabytes;
    const more = (): void => {
      while (left > 0 && !sent.destroyed) {
        left -= 1;
        if (!sent.write(CHUNK)) return void sent.once("drain", more);
      }
      if (!sent.destroyed) sent.end();
    };
    more();
  });
}
