export { aboutOf, addExample, endSetup, examples, keepAbout, setupNow } from "./setup.server.ts";
