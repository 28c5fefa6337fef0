export { addSoak, soakById, soaksOf, type Soak } from "./soaks.server.ts";
