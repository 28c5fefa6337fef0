export { addNote, dropNote, noteById, notesOf, type Note } from "./notes.server.ts";
