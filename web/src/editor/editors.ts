/** The editors of cells, in a piece of their own: `later.ts` fetches it. */
export { default as CellEditor } from "./CellEditor.vue";
export { default as NoteEditor } from "./NoteEditor.vue";
