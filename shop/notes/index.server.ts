export { keepNote, takeNoteAway, type NewNote } from "./notes.server.ts";
