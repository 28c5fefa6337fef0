export { blockedVariants, checkGuide, guideErrors, variantOf } from "./errors.ts";
