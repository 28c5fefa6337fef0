export { experienceNow, experienceRows } from "./experience.server.ts";
