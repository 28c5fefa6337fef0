export { openDatabase, type Database } from "./database.server.ts";
export { keepSetting, setting } from "./settings.server.ts";
