export { checkGuide, guideErrors } from "./errors.ts";
