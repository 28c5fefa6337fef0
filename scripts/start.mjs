import path from "node:path";
import { pathToFileURL } from "node:url";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";

const root = path.dirname(import.meta.dirname);
const port = Number(process.env.PORT ?? 4600);
const host = process.env.HOST ?? "127.0.0.1";
const build = await import(pathToFileURL(path.join(root, "build/server/index.js")).href);

const app = express();
app.disable("x-powered-by");
app.use((_request, response, next) => {
  response.set({ "X-Content-Type-Options": "nosniff", "Referrer-Policy": "same-origin" });
  next();
});
app.use((_request, response, next) => {
  const start = performance.now();
  const { writeHead } = response;
  response.writeHead = (...head) => {
    response.setHeader("Server-Timing", `all;dur=${(performance.now() - start).toFixed(2)}`);
    return writeHead.apply(response, head);
  };
  next();
});
// A tick's answer is a few hundred bytes: packing it takes longer than sending it.
const isTick = (request) => request.path.endsWith("/events");
app.use(compression({ filter: (...facts) => !isTick(facts[0]) && compression.filter(...facts) }));
const client = path.join(root, "build/client");
app.use("/assets", express.static(path.join(client, "assets"), { immutable: true, maxAge: "1y" }));
app.use(express.static(client, { maxAge: "1h" }));
app.use(createRequestHandler({ build, mode: "production" }));

const server = app.listen(port, host, (error) => {
  if (error) {
    console.error(
      error.code === "EADDRINUSE"
        ? `[bench] port ${port} is taken; choose another: PORT=4601 npm run demo`
        : `[bench] cannot listen on ${host}:${port}: ${error.message}`,
    );
    process.exit(1);
  }
  console.log(`[bench] open http://${host}:${port}/`);
});
for (const signal of ["SIGINT", "SIGTERM"]) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 2000).unref();
  });
}
