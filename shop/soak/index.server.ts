export { keepSoak, soakNow, soakPage } from "./soaks.server.ts";
