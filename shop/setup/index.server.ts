export {
  aboutOf,
  addExample,
  endSetup,
  type Example,
  examples,
  keepAbout,
  setupNow,
} from "./setup.server.ts";
