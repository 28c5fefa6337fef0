export { connect } from "./connections.server.ts";
export { dialectOf, type Database, markOf } from "./database.server.ts";
export { saidOfForm } from "./dialect.server.ts";
export { databaseFile, holdFolder, type Mark, shutToOthers, writeMark } from "./folder.server.ts";
export { keyIn, keyOf, takeKey } from "./key.server.ts";
export { openDatabase, serverIn } from "./open.server.ts";
export { noteSent, wasSent } from "./sent.server.ts";
export { keepSetting, setting } from "./settings.server.ts";
export { type DataFault, DataTrouble } from "./trouble.server.ts";
