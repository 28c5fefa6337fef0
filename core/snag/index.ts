export { snagOf, type Suspect } from "./snag.ts";
