import { createServer as createSecure } from "node:https";
import { createServer, type Server } from "node:http";
import path from "node:path";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import type { ServerBuild } from "react-router";
import { lastDoor, openDoors } from "./doors.ts";
import { log } from "./log.ts";
import { BadSetting, isLoopback, type Settings, settingsIn } from "./settings.ts";

/** What the build of the pages offers to the server: the shop, opened before anybody is listened to. */
export interface Pages {
  readonly build: ServerBuild;
  readonly openNow: () => Promise<void>;
  readonly closeNow: () => Promise<void>;
}

const say = (line: string): void => console.log(`[bench] ${line}`);
const CLOSING_MS = 5_000;

/** Opens the shop, then listens; one clear line where it cannot. */
export async function serve({ build, openNow, closeNow }: Pages, root: string): Promise<void> {
  const settings = readSettings();
  // What the shop writes is its own: customers, hashes of PINs.
  process.umask(0o077);
  try {
    await openNow();
  } catch (error) {
    console.error(`[bench] ${error instanceof Error ? error.message : String(error)}`);
    log.debug({ err: error });
    process.exit(1);
  }
  const app = express();
  openDoors(app, settings);
  app.use(timed);
  // A tick's answer is a few hundred bytes: packing it takes longer than sending it.
  const isTick = ({ path: at }: { path: string }) => at.endsWith("/events");
  app.use(compression({ filter: (...facts) => !isTick(facts[0]) && compression.filter(...facts) }));
  const client = path.join(root, "build/client");
  app.use(
    "/assets",
    express.static(path.join(client, "assets"), { immutable: true, maxAge: "1y" }),
  );
  // Asked for each time: what it keeps follows the program that is there.
  app.get("/sw.js", (_request, response) => {
    response.set("Cache-Control", "no-cache").sendFile(path.join(client, "sw.js"));
  });
  app.use(express.static(client, { maxAge: "1h" }));
  app.use(createRequestHandler({ build, mode: "production" }));
  lastDoor(app);
  const server = settings.tls ? createSecure(settings.tls, app) : createServer(app);
  // A body that never ends holds nothing for longer than this.
  server.requestTimeout = 120_000;
  server.headersTimeout = 20_000;
  listen(server, settings);
  for (const signal of ["SIGINT", "SIGTERM"] as const) {
    process.once(signal, () => void end(server, closeNow));
  }
}

function readSettings(): Settings {
  try {
    return settingsIn(process.env);
  } catch (error) {
    if (!(error instanceof BadSetting)) throw error;
    console.error(`[bench] ${error.message}`);
    process.exit(1);
  }
}

function listen(server: Server, { host, port, tls, hosts }: Settings): void {
  server.once("error", (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === "EADDRINUSE"
        ? `[bench] port ${port} is taken; choose another: PORT=4601 npm run demo`
        : `[bench] cannot listen on ${host}:${port}: ${error.message}`,
    );
    process.exit(1);
  });
  server.listen(port, host, () => {
    const address = server.address();
    const at = typeof address === "object" && address ? address.port : port;
    if (!isLoopback(host)) {
      say(
        `other machines can reach this: it answers to ${[...hosts].join(", ")} (more with BENCH_HOSTS).` +
          (tls
            ? ""
            : " Names and PINs go over the wire as they are: set BENCH_TLS_KEY and BENCH_TLS_CERT, or stand it behind a proxy with BENCH_PROXIES=1."),
      );
    }
    say(`open ${tls ? "https" : "http"}://${host.includes(":") ? `[${host}]` : host}:${at}/`);
  });
}

/** What was begun is ended, then the shop is closed: nothing is left half written. */
async function end(server: Server, closeNow: () => Promise<void>): Promise<void> {
  const closed = new Promise<void>((resolve) => server.close(() => resolve()));
  server.closeIdleConnections();
  const timer = setTimeout(() => server.closeAllConnections(), CLOSING_MS);
  await closed;
  clearTimeout(timer);
  await closeNow();
  process.exit(0);
}

function timed(
  _request: unknown,
  response: import("node:http").ServerResponse,
  next: () => void,
): void {
  const start = performance.now();
  const writeHead = response.writeHead.bind(response);
  response.writeHead = (...head: unknown[]) => {
    response.setHeader("Server-Timing", `all;dur=${(performance.now() - start).toFixed(2)}`);
    return writeHead(...(head as Parameters<typeof writeHead>));
  };
  next();
}
