export { nameOf, type Person, type Role } from "./people.ts";
