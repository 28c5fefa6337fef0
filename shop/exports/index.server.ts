export { promisedLines, rowsOf } from "./exports.server.ts";
