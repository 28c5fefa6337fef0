import pino from "pino";

/** What happened, a line of JSON each, on the error stream; BENCH_LOG says from which level on. */
export const log = pino(
  {
    level: process.env["BENCH_LOG"] ?? (process.env["NODE_ENV"] === "test" ? "silent" : "warn"),
    base: null,
  },
  pino.destination({ dest: 2, sync: true }),
);
