export { TABLES, tableRows, type TableName } from "./tables.server.ts";
