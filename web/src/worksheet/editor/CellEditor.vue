<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from "vue";

import type { CellData, DraftLine } from "../../shared/api/client";
import Typeset from "../../shared/Typeset.vue";
import { shownResults } from "../shown";
import { useWorksheet } from "../store";
import { mathEditor } from "./mathEditor";
import { useDraft } from "./useDraft";

/** The open cell: a plain-text editor, above it the typeset reading within a keystroke, in grey the result if it is quick. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const host = ref<HTMLElement>();
const { lines, read } = useDraft(() => sheet.id, () => props.cell.id);
const isEmpty = ref(!props.cell.text);
let editor: ReturnType<typeof mathEditor> | null = null;
function results(line: DraftLine) {
  return line.result && !line.result.error ? shownResults(line.result, undefined, sheet.conventions.results ?? "exact") : [];
}

function leave(event: FocusEvent): void {
  const next = event.relatedTarget as HTMLElement | null;
  if (next && host.value?.parentElement?.contains(next)) return;
  // the window losing focus is no reason to close the cell
  if (document.hasFocus() && sheet.active === props.cell.id && !next?.closest(".cm-tooltip")) sheet.commit(props.cell.id);
}

onMounted(() => {
  if (!host.value) return;
  editor = mathEditor(host.value, props.cell, sheet, (text) => {
    isEmpty.value = !text;
    sheet.drafts.set(props.cell.id, text);
    read(text);
  });
  read(props.cell.text);
});
onBeforeUnmount(() => editor?.destroy());
watch(() => props.cell.text, (text) => editor?.replace(text));
</script>

<template>
  <div class="editor" @focusout="leave">
    <div class="read" aria-live="polite">
      <div v-for="(line, index) in lines" :key="index" class="draft">
        <Typeset :latex="line.reading" />
        <span v-for="(result, k) in results(line)" :key="k" class="ghost"><span class="rel">{{ result.relation }}</span><Typeset :latex="result.latex" /></span>
      </div>
      <span v-if="isEmpty" class="hint">Type mathematics, as in <code>f(x) = x^2 - 3</code> — or a space for a note</span>
    </div>
    <div ref="host" class="field" />
  </div>
</template>

<style scoped>
.read { min-height: 34px; overflow-x: auto; overflow-y: hidden; }
.draft { min-height: 30px; display: flex; flex-wrap: wrap; align-items: baseline; row-gap: 4px; }
.ghost { opacity: 0.62; display: inline-flex; align-items: baseline; }
.rel { padding: 0 12px; font: 20px KaTeX_Main, serif; }
.hint { color: var(--ink-quiet); font: italic 15.5px var(--serif); }
.hint code { font: 14.5px var(--mono); }
.field { margin-top: 9px; padding-top: 9px; border-top: 1px solid var(--hair); }
</style>
