<script setup lang="ts">
import { computed } from "vue";

import type { CellData } from "../shared/api/client";
import { isMissing, loadNotes, renderer } from "../shared/laterNotes";
import type { LiveValue } from "../shared/notes";
import { NoteEditor } from "../editor/later";
import { headingLevel } from "../sheet/sections";
import { shownResults } from "../lines/shown";
import { useWorksheet } from "../sheet/store";
import { useCellActions } from "./useCellActions";

/** A note: Markdown as it reads, with the values that stand in it; its text while the cursor is in it. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const { toggleFolded } = useCellActions();

const isOpen = computed(() => sheet.active === props.cell.id);
const values = computed(() => {
  const found = new Map<string, LiveValue>();
  for (const line of sheet.results.get(props.cell.id) ?? []) {
    if (line.kind === "busy") continue;
    const shown = shownResults(line, undefined, sheet.conventions.results ?? "exact");
    const latex = shown[shown.length - 1]?.latex ?? line.exact?.latex ?? line.decimal?.latex ?? line.reading;
    found.set(line.source.trim(), { latex, error: line.error?.message ?? "" });
  }
  return found;
});
void loadNotes();
const html = computed(() => renderer.value?.(props.cell.text, values.value));
const faults = computed(() => [...values.value].filter(([, value]) => value.error));
const isEmpty = computed(() => !props.cell.text.trim());
const isHeading = computed(() => headingLevel(props.cell) > 0);

function open(event: MouseEvent): void {
  if ((event.target as HTMLElement).closest("a, button") || getSelection()?.toString()) return;
  sheet.activate(props.cell.id, "end");
}
</script>

<template>
  <div class="note" :class="{ open: isOpen, heading: isHeading }" :data-cell="cell.id" @click="!isOpen && open($event)">
    <NoteEditor v-if="isOpen" :cell="cell" />
    <div v-else-if="isEmpty" class="blank">Empty note</div>
    <template v-else>
      <button v-if="isHeading" class="fold" :aria-expanded="!cell.display.folded" aria-label="The section under this heading" @click.stop="toggleFolded(cell.id)">{{ cell.display.folded ? "▸" : "▾" }}</button>
      <!-- eslint-disable-next-line vue/no-v-html -->
      <div v-if="html !== undefined" class="text" v-html="html" />
      <div v-else class="text written" :class="{ coming: !isMissing }">{{ cell.text }}</div>
      <p v-for="[source, value] in faults" :key="source" class="why" role="status"><code>{{ source }}</code>: {{ value.error }}</p>
    </template>
  </div>
</template>

<style scoped>
.note { position: relative; margin: 4px 32px 4px -16px; padding: 3px 16px; border-radius: 4px; cursor: text; min-height: 34px; }
.note:hover { background: color-mix(in srgb, var(--page-open) 70%, transparent); }
.open { background: var(--page-open); box-shadow: 0 0 0 1px var(--hair), var(--shadow-low); margin-right: 0; padding: 10px 40px 10px 16px; cursor: auto; }
.written { white-space: pre-wrap; }
.coming { visibility: hidden; }
.blank { color: var(--ink-quiet); font: italic 15.5px var(--serif); }
.fold { position: absolute; left: -12px; bottom: 6px; width: 24px; height: 28px; color: var(--ink-quiet); font-size: 13px; opacity: 0; }
.note:hover .fold, .fold[aria-expanded="false"], .fold:focus-visible { opacity: 1; }
.fold:hover { color: var(--act); }
.why { margin: 2px 0; font: italic 15.5px/1.5 var(--serif); color: var(--wrong); }
.why code { font: 14.5px var(--mono); }
.text { font: 17px/1.55 var(--serif); overflow-wrap: anywhere; }
.text :deep(h1) { font: 600 25px/1.25 var(--serif); margin: 18px 0 6px; }
.text :deep(h2) { font: 600 20px/1.3 var(--serif); margin: 16px 0 4px; }
.text :deep(h3) { font: 600 17px/1.3 var(--serif); margin: 12px 0 4px; }
.text :deep(p) { margin: 6px 0; }
.text :deep(ul), .text :deep(ol) { margin: 6px 0; padding-left: 1.4em; }
.text :deep(code) { font: 0.88em var(--mono); }
.text :deep(code.failed) { text-decoration: underline wavy var(--wrong); text-underline-offset: 4px; }
.text :deep(code.waiting) { color: var(--ink-quiet); }
.text :deep(blockquote) { margin: 8px 0; padding-left: 14px; border-left: 2px solid var(--hair); color: var(--ink-quiet); }
.text :deep(.katex) { font-size: 1.06em; }
.text :deep(.displayed) { display: block; overflow-x: auto; overflow-y: hidden; }
@media (hover: none) { .fold { opacity: 0.7; } }
</style>
