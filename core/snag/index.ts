export { snagOf, type SnagInput, type Suspect } from "./snag.ts";
