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
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
};
