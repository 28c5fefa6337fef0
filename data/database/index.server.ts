export { openDatabase, type Database } from "./database.server.ts";
export { DatabaseTooNew } from "./migrate.server.ts";
export { keepSetting, setting } from "./settings.server.ts";
