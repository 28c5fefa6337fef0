export { connect, openDatabase, type Database } from "./database.server.ts";
export { databaseFile, FolderTrouble, holdFolder, type Mark, writeMark } from "./folder.server.ts";
export { keepSetting, setting } from "./settings.server.ts";
