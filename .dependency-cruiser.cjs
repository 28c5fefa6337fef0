/**
 * The arrows between the rooms: core ← data ← shop ← app/routes; core ← app, core ← cli. A subject of
 * core, data or shop is entered through its index; `core/base` by its files.
 */
const TEST = "\\.test\\.tsx?$";
const only = (name, from, to, comment) => ({ name, comment, severity: "error", from, to });

/** Nothing reaches into a subject of a floor past its index, but the subject itself. */
const throughIndex = (floor, except = "") =>
  only(
    `${floor}-through-its-index`,
    { path: `^(?!${floor}/)`, pathNot: `(^scripts/|^testing/|${TEST})` },
    { path: `^${floor}/[^/]+/(?!index)`, pathNot: except },
    "a subject is entered through its index",
  );
const betweenSubjects = (floor, except = "") =>
  only(
    `${floor}-subjects-through-their-index`,
    { path: `^${floor}/([^/]+)/`, pathNot: TEST },
    { path: `^${floor}/[^/]+/(?!index)`, pathNot: [`^${floor}/$1/`, ...(except ? [except] : [])] },
    "a subject is entered through its index",
  );

module.exports = {
  forbidden: [
    only(
      "no-circles",
      {},
      { circular: true, dependencyTypesNot: ["type-only"] },
      "two modules that need each other are one",
    ),
    only(
      "core-stands-alone",
      { path: "^core/", pathNot: TEST },
      { path: "^(app|data|shop|cli|demo|testing|scripts|e2e)/" },
      "core knows neither screen nor database",
    ),
    only(
      "core-is-pure",
      { path: "^core/", pathNot: TEST },
      { dependencyTypes: ["core"] },
      "core runs in a browser worker: no Node API",
    ),
    only(
      "core-has-no-framework",
      { path: "^core/" },
      { path: "node_modules/(react|react-dom|react-router|@mui|sequelize|sqlite3|express)/" },
      "core knows neither screen nor database",
    ),
    only(
      "words-on-top",
      { path: "^core/(?!words/)", pathNot: TEST },
      { path: "^core/words/" },
      "computing returns data; only words make sentences",
    ),
    only(
      "data-below-shop",
      { path: "^data/", pathNot: TEST },
      { path: "^(shop|app|cli|demo|testing)/" },
      "data serves the shop",
    ),
    only(
      "shop-below-app",
      { path: "^shop/", pathNot: TEST },
      { path: "^(app|cli|demo|testing)/" },
      "use cases know no screen",
    ),
    only(
      "production-without-testing",
      { path: "^(core|data|shop|app|cli)/", pathNot: TEST },
      { path: "^(testing|demo|stand-ins|e2e)/" },
      "nothing that ships leans on what tests it",
    ),
    only(
      "server-knows-no-shop",
      { path: "^server/", pathNot: TEST },
      { path: "^(core|data|shop|app|cli|demo|testing)/" },
      "the doors know what a request is, not what it is about",
    ),
    only(
      "screens-alone",
      {
        path: "^app/",
        pathNot: `(^app/(routes/|routes\\.ts$|root\\.tsx$|entry\\.server\\.tsx$)|\\.server\\.ts$|${TEST})`,
      },
      { path: "^(data|shop|app/routes)/" },
      "screens get plain values: what goes over the wire has its type in core",
    ),
    only(
      "routes-put-together",
      { path: "^app/", pathNot: "^app/(routes/|routes\\.ts$)" },
      { path: "^app/routes/" },
      "routes put components together, not the other way round",
    ),
    only(
      "cli-over-core",
      { path: "^cli/(guide|run|bench)" },
      { path: "^(app|data|shop)/" },
      "the guide command reads core only",
    ),
    throughIndex("core", "^core/base/"),
    throughIndex("data"),
    throughIndex("shop"),
    betweenSubjects("core", "^core/base/"),
    betweenSubjects("data", "^data/database/"),
    betweenSubjects("shop"),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    doNotFollow: { path: "node_modules" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "node"] },
  },
};
