export { judgeLesson, lessonsFor, lessonsOfMachine } from "./lessons.server.ts";
