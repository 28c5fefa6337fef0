/** @type {import("jest").Config} */
export default {
  testEnvironment: "node",
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
  // Many run side by side, and some migrate databases: a test that hangs is told from one that waits.
  testTimeout: 60_000,
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
};
