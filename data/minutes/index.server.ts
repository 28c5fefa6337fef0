export { addMissed, addTallies, clearExperience, missedOf, talliesFor } from "./tallies.server.ts";
