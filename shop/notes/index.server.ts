export { keepNote, takeNoteAway, type NewNote, type NoteError } from "./notes.server.ts";
