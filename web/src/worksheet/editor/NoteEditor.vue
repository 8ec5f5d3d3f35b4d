<script setup lang="ts">
import { defaultKeymap, history, historyKeymap, redoDepth, undoDepth } from "@codemirror/commands";
import { EditorState, Prec } from "@codemirror/state";
import { drawSelection, EditorView, keymap, placeholder } from "@codemirror/view";
import { onBeforeUnmount, onMounted, ref, watch } from "vue";

import type { CellData } from "../../shared/api/client";
import { useWorksheet } from "../store";
import { insertAbove } from "./cellKeys";
import { selectionAt } from "./places";
import { editorTheme } from "./theme";

/** The text of a note. Enter makes a new line, as in any text; Ctrl+Enter goes on to the next cell. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const host = ref<HTMLElement>();
let view: EditorView | null = null;

function go(by: -1 | 1): boolean {
  sheet.commit(props.cell.id);
  const next = sheet.neighbour(props.cell.id, by);
  if (next) sheet.activate(next, by > 0 ? "start" : "end");
  else if (by > 0) sheet.activate(sheet.insert(props.cell.id), "end");
  return true;
}

function emptied(editor: EditorView): boolean {
  if (editor.state.doc.length > 0) return false;
  sheet.edit(props.cell.id, { kind: "math", text: "" });
  return true;
}

const keys = [
  { key: "Mod-Enter", run: () => go(1) },
  { key: "Shift-Enter", run: () => (sheet.commit(props.cell.id), true) },
  { key: "Alt-Enter", run: () => (sheet.commit(props.cell.id), sheet.activate(sheet.insert(props.cell.id), "end"), true) },
  { key: "Escape", run: () => (sheet.select(props.cell.id), true) },
  { key: "ArrowUp", run: (v: EditorView) => (v.state.doc.lineAt(v.state.selection.main.head).number === 1 ? go(-1) : false) },
  { key: "ArrowDown", run: (v: EditorView) => (v.state.doc.lineAt(v.state.selection.main.head).number === v.state.doc.lines ? (sheet.neighbour(props.cell.id, 1) ? go(1) : true) : false) },
  { key: "Alt-Shift-Enter", run: () => (sheet.commit(props.cell.id), insertAbove(props.cell, sheet), true) },
  { key: "Mod-d", run: () => (sheet.duplicate([props.cell.id]), true), preventDefault: true },
  { key: "Alt-Shift-ArrowUp", run: () => (sheet.move(props.cell.id, -1), true) },
  { key: "Alt-Shift-ArrowDown", run: () => (sheet.move(props.cell.id, 1), true) },
  { key: "Backspace", run: emptied },
  { key: "Mod-z", run: (v: EditorView) => (undoDepth(v.state) ? false : (void sheet.step("undo"), true)) },
  { key: "Mod-y", run: (v: EditorView) => (redoDepth(v.state) ? false : (void sheet.step("redo"), true)) },
];

onMounted(() => {
  const text = sheet.drafts.get(props.cell.id) ?? props.cell.text;
  view = new EditorView({
    parent: host.value,
    state: EditorState.create({
      doc: text,
      selection: selectionAt(sheet.caret, text.length),
      extensions: [
        Prec.highest(keymap.of(keys)), history(), drawSelection(), keymap.of([...historyKeymap, ...defaultKeymap]), EditorView.lineWrapping,
        placeholder("A note: # begins a heading, $x^2$ is mathematics, `= A to 3 sf` a value; Backspace makes it a line again"),
        EditorView.contentAttributes.of({ "aria-label": "Note" }),
        EditorView.updateListener.of((update) => update.docChanged && sheet.write(props.cell.id, update.state.doc.toString())),
        editorTheme, EditorView.theme({ ".cm-content": { fontFamily: "var(--serif)", fontSize: "17px", lineHeight: "1.55" } }),
      ],
    }),
  });
  view.focus(); // at once: the next key belongs to this note
});
onBeforeUnmount(() => view?.destroy());
watch(() => props.cell.text, (text) => {
  if (view && !sheet.drafts.has(props.cell.id) && view.state.doc.toString() !== text) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } });
});
</script>

<template>
  <div ref="host" @focusout="sheet.commit(cell.id)" />
</template>
