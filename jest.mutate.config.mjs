import base from "./jest.config.mjs";

/**
 * For `npm run mutate`: the tests of one subject of core, which a mutant of it has to fail. The rules have none of
 * their own: planner, snag and order hold them, against a naive version of the rules.
 */
const subject = process.env.SUBJECT ?? "";
const rooms = subject === "rules" ? ["plan", "snag", "order"] : [subject];

process.env.MUTATING = "yes";

/** @type {import("jest").Config} */
export default {
  ...base,
  // The tool puts a mutant into Jest's own sandbox.
  runner: "jest-runner",
  transform: {
    "^.+\\.tsx?$": [
      "@swc/jest",
      {
        jsc: {
          parser: { syntax: "typescript", tsx: true },
          target: "es2022",
          transform: { react: { runtime: "automatic" } },
        },
        module: { type: "es6" },
      },
    ],
  },
  testTimeout: 60_000,
  roots: rooms.map((room) => `<rootDir>/core/${room}`),
  testSequencer: "<rootDir>/scripts/quickest-first.mjs",
  setupFiles: ["<rootDir>/scripts/end-on-failure.mjs"],
};
