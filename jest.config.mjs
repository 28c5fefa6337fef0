/** @type {import("jest").Config} */
export default {
  // Tests run in plain Node, a worker a core: the sandbox of the usual runner makes arithmetic a hundred times slower.
  runner: "<rootDir>/testing/runner.mjs",
  maxWorkers: "100%",
  roots: [
    "<rootDir>/app",
    "<rootDir>/core",
    "<rootDir>/data",
    "<rootDir>/cli",
    "<rootDir>/demo",
    "<rootDir>/stand-ins",
    "<rootDir>/guides",
    "<rootDir>/testing",
    "<rootDir>/shop",
    "<rootDir>/server",
  ],
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  transform: {},
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
};
