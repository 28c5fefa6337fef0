export { addPeople, allPeople } from "./people.server.ts";
export { habitOf, keepHabit, type ScrewHabit } from "./habits.server.ts";
