export { addSoak, shutsOf, soakById, soaksOf, type Soak } from "./soaks.server.ts";
