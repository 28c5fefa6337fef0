/** The arrows between the rooms: core ← data ← app/routes, core ← app, core ← cli. */
const only = (name, from, to, comment) => ({ name, comment, severity: "error", from, to });

module.exports = {
  forbidden: [
    only("no-circles", {}, { circular: true }, "two modules that need each other are one"),
    only(
      "core-stands-alone",
      { path: "^core/" },
      { path: "^(app|data|cli|demo|server|scripts|e2e)/" },
      "core knows neither screen nor database",
    ),
    only(
      "core-is-pure",
      { path: "^core/", pathNot: "\\.test\\.ts$" },
      { dependencyTypes: ["core"] },
      "core runs in a browser worker: no Node API",
    ),
    only(
      "core-has-no-framework",
      { path: "^core/" },
      { path: "node_modules/(react|react-dom|react-router|@mui|sequelize|sqlite3|express)/" },
      "core knows neither screen nor database",
    ),
    only("data-below-app", { path: "^data/" }, { path: "^(app|cli|demo)/" }, "data serves the app"),
    only(
      "components-without-data",
      { path: "^app/", pathNot: "^app/(routes/|root\\.tsx|.*\\.server\\.ts$)" },
      { path: "^data/", dependencyTypesNot: ["type-only"] },
      "components get plain values from routes",
    ),
    only(
      "components-without-routes",
      { path: "^app/", pathNot: "^app/(routes/|routes\\.ts$)" },
      { path: "^app/routes/", dependencyTypesNot: ["type-only"] },
      "routes put components together, not the other way round",
    ),
    only(
      "cli-over-core",
      { path: "^cli/" },
      { path: "^(app|data)/" },
      "the command reads core only",
    ),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "node"] },
  },
};
