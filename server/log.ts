import pino from "pino";

/** Of an error what broke and where; never what the statement was about, which may name somebody. */
function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error };
  const { name, message, stack, cause } = error;
  const code = "code" in error ? { code: error.code } : {};
  return { type: name, message, stack, ...code, ...(cause ? { cause: plainError(cause) } : {}) };
}

/** What happened, a line of JSON each, on the error stream; BENCH_LOG says from which level on. */
export const log = pino(
  {
    level: process.env["BENCH_LOG"] ?? (process.env["NODE_ENV"] === "test" ? "silent" : "warn"),
    base: null,
    serializers: { err: plainError },
  },
  pino.destination({ dest: 2, sync: true }),
);
