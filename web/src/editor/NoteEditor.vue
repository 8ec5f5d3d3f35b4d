<script setup lang="ts">
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { EditorState, Prec } from "@codemirror/state";
import { drawSelection, EditorView, keymap, placeholder } from "@codemirror/view";
import { onBeforeUnmount, onMounted, ref, watch } from "vue";

import type { CellData } from "../shared/api/client";
import { takeTyped } from "../shared/typedAhead";
import { useWorksheet, type EditorHandle } from "../sheet/store";
import { openCellKeys } from "./cellKeys";
import { cursorReturns } from "./cursorReturns";
import { writtenOf } from "./gaps";
import { selectionAt } from "./places";
import { editorTheme } from "./theme";

/** The text of a note, under the same keys as a line of mathematics. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const host = ref<HTMLElement>();
let view: EditorView | null = null;

function emptied(editor: EditorView): boolean {
  if (editor.state.doc.length > 0) return false;
  sheet.edit(props.cell.id, { kind: "math", text: "" });
  return true;
}

/** What goes to the cursor from the panel stands in a note as a value that it shows. */
const handle: EditorHandle = {
  insertPattern: (pattern) => {
    view?.dispatch(view.state.replaceSelection(`\`= ${writtenOf(pattern)}\``));
    view?.focus();
  },
  wordAtCursor: () => "",
  focus: () => view?.focus(),
};
const keys = [...openCellKeys(props.cell, sheet), { key: "Backspace", run: emptied }];

onMounted(() => {
  const text = sheet.drafts.get(props.cell.id) ?? props.cell.text;
  view = new EditorView({
    parent: host.value,
    state: EditorState.create({
      doc: text,
      selection: selectionAt(sheet.caret, text),
      extensions: [
        Prec.highest(keymap.of(keys)), history(), drawSelection(), cursorReturns, keymap.of([...historyKeymap, ...defaultKeymap]), EditorView.lineWrapping,
        placeholder("A note: # begins a heading, $x^2$ is mathematics, `= A to 3 sf` a value; Backspace makes it a line again"),
        EditorView.contentAttributes.of({ "aria-label": "Note" }),
        EditorView.updateListener.of((update) => update.docChanged && sheet.write(props.cell.id, update.state.doc.toString())),
        editorTheme, EditorView.theme({ ".cm-content": { fontFamily: "var(--serif)", fontSize: "17px", lineHeight: "1.55" } }),
      ],
    }),
  });
  view.focus(); // at once: the next key belongs to this note
  sheet.editor = handle;
  const ahead = takeTyped();
  if (ahead) view.dispatch(view.state.replaceSelection(ahead));
});
onBeforeUnmount(() => {
  if (sheet.editor === handle) sheet.editor = null;
  view?.destroy();
});
watch(() => props.cell.text, (text) => {
  if (view && !sheet.drafts.has(props.cell.id) && view.state.doc.toString() !== text) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } });
});
</script>

<template>
  <div ref="host" @focusout="sheet.commit(cell.id)" />
</template>
