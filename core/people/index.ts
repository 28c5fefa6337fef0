export { nameOf, ROLES, type Person, type Role } from "./people.ts";
