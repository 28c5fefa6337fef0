export { checkGuide, guideErrors } from "./errors.ts";
export { guideQuestions } from "./questions.ts";
