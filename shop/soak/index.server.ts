export {
  faultsNow,
  keepSoak,
  soakPage,
  type KeepSoakError,
  type SoakPage,
} from "./soaks.server.ts";
