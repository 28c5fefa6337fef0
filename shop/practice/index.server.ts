export { beginExercise, exercisePage, practise } from "./exercises.server.ts";
export { catalogue, subjectNames } from "./offered.server.ts";
export { practicePage, progress } from "./standing.server.ts";
