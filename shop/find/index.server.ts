export { findingOf, nameFault, openUpFor } from "./finding.server.ts";
