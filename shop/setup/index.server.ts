export {
  aboutOf,
  addExample,
  endSetup,
  examples,
  keepAbout,
  newShop,
  setupNow,
} from "./setup.server.ts";
