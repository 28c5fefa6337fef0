export { faultsNow, keepSoak, soakPage } from "./soaks.server.ts";
