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
  roots: rooms.map((room) => `<rootDir>/core/${room}`),
  testSequencer: "<rootDir>/scripts/quickest-first.mjs",
  setupFiles: ["<rootDir>/scripts/end-on-failure.mjs"],
};
