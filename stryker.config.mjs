/** For `npm run mutate`, which names the subject; not part of the checks. */
const subject = process.env.SUBJECT ?? "";

/** @type {import("@stryker-mutator/api/core").PartialStrykerOptions} */
export default {
  mutate: process.env.FILES
    ? process.env.FILES.split(",")
    : [`core/${subject}/**/*.ts`, `!core/${subject}/**/*.test.ts`, `!core/${subject}/index.ts`],
  testRunner: "jest",
  testRunnerNodeArgs: ["--experimental-vm-modules", "--no-warnings"],
  jest: { configFile: "jest.mutate.config.mjs", enableFindRelatedTests: false },
  coverageAnalysis: "perTest",
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 5_000,
  timeoutFactor: 1.5,
  tempDirName: ".cache/stryker",
  ignorePatterns: [".demo", "build", "docs", "e2e", "test-results", ".cache", "public"],
  reporters: ["progress-append-only", "clear-text", "json"],
  jsonReporter: { fileName: `.cache/mutation/${subject}.json` },
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
};
