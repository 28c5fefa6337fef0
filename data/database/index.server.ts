export { connect, openDatabase, markOf, type Database } from "./database.server.ts";
export { databaseFile, FolderTrouble, holdFolder, type Mark, writeMark } from "./folder.server.ts";
export { keepSetting, setting } from "./settings.server.ts";
