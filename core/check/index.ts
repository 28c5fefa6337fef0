export { blockedVariants, checkGuide, guideErrors } from "./errors.ts";
