import pino from "pino";

/** Of an error what broke and where; never what the statement was about, which may name somebody. */
function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error };
  const { name, message, stack, cause } = error;
  const code = "code" in error ? { code: error.code } : {};
  return { type: name, message, stack, ...code, ...(cause ? { cause: plainError(cause) } : {}) };
}

const LEVELS = ["trace", "debug", "info", "warn", "error", "fatal", "silent"];
const asked = process.env["BENCH_LOG"];
const usual = process.env["NODE_ENV"] === "test" ? "silent" : "warn";

/** What happened, a line of JSON each, on the error stream; BENCH_LOG says from which level on. */
export const log = pino(
  {
    level: asked !== undefined && LEVELS.includes(asked) ? asked : usual,
    base: null,
    serializers: { err: plainError },
  },
  pino.destination({ dest: 2, sync: true }),
);

if (asked !== undefined && !LEVELS.includes(asked)) {
  log.warn(
    `BENCH_LOG is "${asked}", which is no level: ${usual} is taken. Say one of ${LEVELS.join(", ")}.`,
  );
}
