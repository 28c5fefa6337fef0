export { restock, shelve, shelves } from "./stock.server.ts";
