import { request } from "node:http";
import { seeded } from "../../core/base/seeded.ts";
import routes from "../../app/routes.ts";
import { ask, cookiesOf, demoShop, print, startServer } from "../measure/report.ts";

const PORT = 4692;
const HANG_MS = 15_000;
const METHODS = ["GET", "HEAD", "POST", "DELETE", "PUT", "PATCH", "OPTIONS", "TRACE"];
const TYPES = [
  "application/json",
  "application/x-www-form-urlencoded",
  "multipart/form-data; boundary=x",
  "text/plain",
  "",
];
const WORDS = [
  "1007",
  "1008",
  "9999999999",
  "-1",
  "abc",
  "%00",
  "%2e%2e%2f",
  "marrowby-tern-15",
  "__proto__",
  "constructor",
  "a".repeat(300),
  "%F0%9F%94%A7",
  "'; DROP TABLE tickets; --",
  "<script>",
  "NaN",
  "1e9",
  "null",
];
const BODIES = [
  "",
  "{",
  "[]",
  "null",
  "{}",
  '{"id":"x"}',
  '{"__proto__":{"a":1}}',
  `{"does":"add","name":"${"n".repeat(90)}","role":"king"}`,
  '{"id":"by-hand-1","at":"2026-01-01T08:00:00Z","entry":{"do":"swap"},"after":-1}',
  "a=b&a=c",
  "decision=no&note=%00",
  '--x\r\nContent-Disposition: form-data; name="file"; filename="../../x"\r\n\r\nPK\u0003\u0004',
  "\0\0\0",
  `{"a":${"[".repeat(2000)}${"]".repeat(2000)}}`,
];

/** The addresses of every route, with a place for what is in them. */
function addresses(): readonly string[] {
  const found: string[] = [];
  for (const { path = "" } of routes as readonly { readonly path?: string }[])
    found.push(`/${path}`);
  return found;
}

/**
 * Nonsense on every route by every method, signed in and not: nothing may break (5xx), hang, or show a line of code.
 * Refusals are what is wanted. Gives how many things are wrong.
 */
export async function probeFuzz(requests: number): Promise<number> {
  const server = await startServer(demoShop(), PORT);
  const all = addresses();
  const random = seeded(7);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const statuses = new Map<number, number>();
  const broken: string[] = [];
  const hung: string[] = [];
  let stacks = 0;
  const cookie = cookiesOf(server.url)
    .map(({ name, value }) => `${name}=${value}`)
    .join("; ");
  const one = async (i: number): Promise<void> => {
    const method = METHODS[i % METHODS.length]!;
    const route = all[Math.floor(i / METHODS.length) % all.length]!;
    const address =
      route.replace(/:\w+|\*/g, () => pick(WORDS)) +
      (random() < 0.2 ? ".data" : "") +
      (random() < 0.3 ? `?q=${pick(WORDS)}&id=${pick(WORDS)}&to=${pick(WORDS)}` : "");
    if (address.startsWith("/sign-out")) return;
    const headers: Record<string, string> = {
      Host: `127.0.0.1:${PORT}`,
      ...(random() < 0.8 ? { Origin: server.url } : {}),
      ...(random() < 0.85 ? { Cookie: cookie } : {}),
      "Content-Type": pick(TYPES),
      Accept: pick(["text/html", "*/*", "application/json"]),
    };
    const said = await send(method, address, headers, pick(BODIES));
    if (said === "hang") hung.push(`hang ${method} ${address.slice(0, 90)}`);
    else if (said) {
      statuses.set(said.status, (statuses.get(said.status) ?? 0) + 1);
      if (said.status >= 500) broken.push(`${said.status} ${method} ${address.slice(0, 90)}`);
      if (/\n\s+at .+:\d+:\d+/.test(said.text)) stacks += 1;
    }
  };
  let next = 0;
  await Promise.all(
    Array.from({ length: 8 }, async () => {
      while (next < requests) await one(next++);
    }),
  );
  const isUp = (await ask(server.url)).status === 200;
  server.process.kill();
  const counts = [...statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${status}: ${n}`);
  print(
    `- **nonsense**: ${requests} requests over ${all.length} routes × ${METHODS.length} methods, with and without a session: ` +
      `5xx ${broken.length}, hangs ${hung.length}, lines of code shown ${stacks} (targets 0); the server ${isUp ? "still answers" : "is gone"}. ` +
      `Answers: ${counts.join(", ")}`,
  );
  for (const line of [...new Set([...broken, ...hung])].slice(0, 12))
    print(`  - broke: \`${line}\``);
  return broken.length + hung.length + stacks + (isUp ? 0 : 1);
}

function send(
  method: string,
  path: string,
  headers: Record<string, string>,
  body: string,
): Promise<{ readonly status: number; readonly text: string } | "hang" | undefined> {
  return new Promise((resolve) => {
    let isOver = false;
    const end = (value: Parameters<typeof resolve>[0]) => {
      isOver = true;
      resolve(value);
    };
    try {
      const sent = request(
        { port: PORT, method, path: path.replace(/[^\x21-\x7e]/g, "_"), headers },
        (answer) => {
          let text = "";
          answer.on("data", (chunk: Buffer) => {
            if (text.length < 20_000) text += chunk.toString();
            // A stream goes on for ever: that it began is its answer.
            if (answer.headers["content-type"]?.includes("event-stream")) answer.destroy();
          });
          answer.on("close", () => end({ status: answer.statusCode!, text }));
          if (answer.headers["content-type"]?.includes("event-stream")) {
            setTimeout(() => answer.destroy(), 50);
          }
        },
      );
      sent.setTimeout(HANG_MS, () => {
        if (!isOver) end("hang");
        sent.destroy();
      });
      sent.on("error", () => end(undefined));
      sent.end(method === "GET" || method === "HEAD" ? undefined : body);
    } catch {
      end(undefined);
    }
  });
}
