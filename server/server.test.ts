import { createServer, request as ask, type IncomingMessage, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { connect } from "node:net";
import { bodyRule, kindOfBody } from "./bodies.ts";
import express from "express";
import { lastDoor, openDoors } from "./doors.ts";
import { hostName, isOwn } from "./same-site.ts";
import { isLoopback, settingsIn } from "./settings.ts";

describe("settings", () => {
  test("without any, it answers to this machine alone", () => {
    const { host, port, hosts, tls, proxies } = settingsIn({});
    expect([host, port, tls, proxies]).toEqual(["127.0.0.1", 4600, undefined, 0]);
    expect([...hosts]).toEqual(["127.0.0.1", "localhost", "[::1]"]);
  });
  test("names that it answers to are added", () => {
    const { hosts } = settingsIn({ HOST: "::", BENCH_HOSTS: "bench.lan, Shop.Example " });
    expect([...hosts]).toEqual([
      "127.0.0.1",
      "localhost",
      "[::1]",
      "[::]",
      "bench.lan",
      "shop.example",
    ]);
  });
  test.each([
    [{ PORT: "http" }, /PORT is a whole number/],
    [{ BENCH_RATE: "1.5" }, /BENCH_RATE/],
    [{ BENCH_TLS_KEY: "/k" }, /both BENCH_TLS_KEY and BENCH_TLS_CERT/],
    [{ BENCH_TLS_KEY: "/no/such", BENCH_TLS_CERT: "/no/such" }, /there is no file/],
    [{ BENCH_PROXIES: "-1" }, /BENCH_PROXIES/],
  ])("%j says what is wrong", (env, words) => {
    expect(() => settingsIn(env)).toThrow(words);
  });
  test.each([
    ["127.0.0.1", true],
    ["localhost", true],
    ["::1", true],
    ["0.0.0.0", false],
    ["192.168.1.4", false],
  ])("%s is loopback: %s", (host, is) => expect(isLoopback(host)).toBe(is));
});

describe("bodies", () => {
  test.each([
    ["/tickets/1004/events", ["json"], 64_000],
    ["/tickets/1004/events.data", ["json"], 64_000],
    ["/tickets/1004", ["form"], 64_000],
    ["/tickets/new.data", ["form", "multipart"], 64_000],
    ["/tickets/1004/photos", ["multipart", "form"], 21_000_000],
    ["/guides/zellick-kite-14/edits", ["json"], 4_000_000],
    ["/guides", ["multipart"], 60],
    ["/no/such/place", ["form"], 64_000],
  ])("%s takes %j of at most %i", (path, takes, most) => {
    expect(bodyRule(path, 60)).toEqual({ takes, most });
  });
  test.each([
    ["application/json; charset=utf-8", "json"],
    ["multipart/form-data; boundary=x", "multipart"],
    ["application/x-www-form-urlencoded", "form"],
    ["text/plain", undefined],
    [undefined, undefined],
  ])("%s is %s", (type, kind) => expect(kindOfBody(type)).toBe(kind));
});

describe("where something that writes comes from", () => {
  const came = { site: undefined, origin: undefined, host: "bench.lan:4600", isSecure: false };
  test.each([
    [{ site: "same-origin" }, true],
    [{ site: "same-origin", origin: "http://bench.lan:4600" }, true],
    [{ origin: "http://bench.lan:4600" }, true],
    [{ site: "cross-site" }, false],
    [{ site: "same-site", origin: "http://bench.lan:4600" }, false],
    [{ site: "none" }, false],
    [{ origin: "http://bench.lan:9999" }, false],
    [{ origin: "https://bench.lan:4600" }, false],
    [{ origin: "null" }, false],
    [{}, false],
  ])("%j → %s", (more, own) => expect(isOwn({ ...came, ...more })).toBe(own));
  test.each([
    ["bench.lan:4600", "bench.lan"],
    ["[::1]:4600", "[::1]"],
    ["BENCH", "bench"],
    ["evil.example/..", undefined],
    ["a b", undefined],
    ["", undefined],
    [undefined, undefined],
  ])("the name in %s is %s", (header, name) => expect(hostName(header)).toBe(name));
});

describe("the doors, on the wire", () => {
  let server: Server;
  let port: number;
  const read: number[] = [];
  beforeAll(async () => {
    const app = express();
    openDoors(app, { ...settingsIn({ BENCH_RATE: "60" }), rate: 400 });
    app.use("/boom", () => {
      throw new Error("a secret");
    });
    app.use((request, response) => {
      let bytes = 0;
      request.resume();
      request.on("data", (chunk: Buffer) => (bytes += chunk.length));
      request.on("end", () => {
        read.push(bytes);
        response.json({
          id: request.headers["x-bench-id"],
          address: request.headers["x-bench-address"],
        });
      });
    });
    lastDoor(app);
    server = createServer(app);
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    port = (server.address() as AddressInfo).port;
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));

  const send = (
    method: string,
    path: string,
    headers: Record<string, string> = {},
    body?: string | readonly string[],
  ): Promise<{ status: number; text: string; headers: IncomingMessage["headers"] }> =>
    new Promise((resolve, reject) => {
      const asked = ask(
        { port, method, path, headers: { Host: `127.0.0.1:${port}`, ...headers } },
        (answer) => {
          let text = "";
          answer.on("data", (chunk: Buffer) => (text += chunk.toString()));
          answer.on("end", () =>
            resolve({ status: answer.statusCode!, text, headers: answer.headers }),
          );
          answer.on("error", () =>
            resolve({ status: answer.statusCode!, text, headers: answer.headers }),
          );
        },
      );
      asked.on("error", reject);
      for (const piece of Array.isArray(body) ? (body as string[]) : []) asked.write(piece);
      asked.end(typeof body === "string" ? body : undefined);
    });
  const own = () => ({ Origin: `http://127.0.0.1:${port}`, "Content-Type": "application/json" });

  test("what is asked comes through with its headers, and what others say of themselves does not", async () => {
    const { status, text, headers } = await send("GET", "/", {
      "X-Bench-Id": "forged",
      "X-Bench-Address": "forged",
    });
    expect(status).toBe(200);
    expect(text).not.toContain("forged");
    expect(text).toContain(String(headers["x-request-id"]));
    expect(headers["content-security-policy"]).toMatch(/script-src 'self' 'nonce-[^']+';/);
    expect(headers).toMatchObject({
      "cross-origin-opener-policy": "same-origin",
      "cross-origin-resource-policy": "same-origin",
      "x-content-type-options": "nosniff",
      "x-frame-options": "DENY",
      "cache-control": "no-store",
    });
    expect(headers["permissions-policy"]).toContain("camera=(self)");
    expect(headers["x-powered-by"]).toBeUndefined();
  });

  test.each([
    ["another page", "POST", "/stock", { Origin: "http://evil.example" }, 403],
    ["no page", "POST", "/stock", {}, 403],
    ["another name", "GET", "/", { Host: "evil.example" }, 421],
    ["no host", "GET", "/", { Host: "a b" }, 400],
    ["a way there is not", "TRACE", "/", {}, 405],
    ["a way there is not, that writes", "PUT", "/stock", {}, 405],
    ["a NUL", "GET", "/tickets/%00", {}, 400],
    ["a NUL that is asked for", "GET", "/find?q=a%00b", {}, 400],
    ["half a letter", "GET", "/tickets/%E0%A4%A", {}, 400],
    ["a path that leads elsewhere", "GET", "//evil.example/", {}, 400],
    ["a very long address", "GET", `/${"a".repeat(5000)}`, {}, 414],
  ] as const)("%s is refused in words", async (_, method, path, headers, status) => {
    const answer = await send(method, path, headers);
    expect(answer.status).toBe(status);
    expect(answer.text).toMatch(/^[A-Z].*\.$/);
  });

  test("a body of another kind, or with a question, is refused", async () => {
    const kinds = { ...own(), "Content-Type": "text/plain" };
    expect((await send("POST", "/tickets/1004/events", kinds, "{}")).status).toBe(415);
    expect((await send("POST", "/tickets/1004", own(), "{}")).status).toBe(415);
    expect((await send("GET", "/", { "Content-Length": "2" }, "{}")).status).toBe(400);
  });

  test("what is too large is refused by what it says, and by what it is", async () => {
    const said = await send(
      "POST",
      "/stock",
      { ...own(), "Content-Length": "70000" },
      "x".repeat(70_000),
    );
    expect([said.status, said.text]).toEqual([
      413,
      "That is too large: at most 64 kB are taken here.",
    ]);
    const pieces = Array.from({ length: 20 }, () => "x".repeat(10_000));
    const counted = await send(
      "POST",
      "/stock",
      { ...own(), "Transfer-Encoding": "chunked" },
      pieces,
    ).catch(() => undefined);
    // Answered, or cut off while it was still sending: never read to its end.
    expect([413, undefined]).toContain(counted?.status);
    read.length = 0;
    expect((await send("POST", "/stock", own(), "x".repeat(60_000))).status).toBe(200);
    expect(read).toEqual([60_000]);
  });

  test("what breaks says its number and nothing of what it was", async () => {
    const { status, text, headers } = await send("GET", "/boom");
    expect(status).toBe(500);
    expect(text).not.toContain("secret");
    expect(text).toContain(String(headers["x-request-id"]));
    expect(String(headers["set-cookie"])).toContain(`trouble=${String(headers["x-request-id"])}`);
  });

  test("nonsense on the wire is answered, and the server goes on", async () => {
    const answer = await new Promise<string>((resolve) => {
      const socket = connect(port, "127.0.0.1", () => socket.write("GARBAGE\r\n\r\n"));
      let text = "";
      socket.on("data", (chunk) => (text += chunk.toString()));
      socket.on("close", () => resolve(text));
    });
    expect(answer).toMatch(/^HTTP\/1.1 400/);
    expect((await send("GET", "/")).status).toBe(200);
  });

  test("too many from one address are told to wait", async () => {
    const answers = await Promise.all(Array.from({ length: 450 }, () => send("GET", "/")));
    const statuses = new Set(answers.map(({ status }) => status));
    expect([...statuses].sort()).toEqual([200, 429]);
  });
});
