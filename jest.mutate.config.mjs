import base from "./jest.config.mjs";

/** For `npm run mutate`: the tests of one subject of core, which a mutant of it has to fail. */
const subject = process.env.SUBJECT ?? "";

process.env.MUTATING = "yes";

/** @type {import("jest").Config} */
export default {
  ...base,
  roots: [`<rootDir>/core/${subject}`],
  testSequencer: "<rootDir>/scripts/quickest-first.mjs",
  setupFiles: ["<rootDir>/scripts/end-on-failure.mjs"],
};
