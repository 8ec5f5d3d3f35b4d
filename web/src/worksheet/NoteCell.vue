<script setup lang="ts">
import { computed } from "vue";

import type { CellData } from "../shared/api/client";
import { renderNote } from "../shared/notes";
import NoteEditor from "./editor/NoteEditor.vue";
import { useWorksheet } from "./store";

/** A note: Markdown as it reads; its text while the cursor is in it. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();

const isOpen = computed(() => sheet.active === props.cell.id);
const html = computed(() => renderNote(props.cell.text));
const isEmpty = computed(() => !props.cell.text.trim());

function open(event: MouseEvent): void {
  if ((event.target as HTMLElement).closest("a") || getSelection()?.toString()) return;
  sheet.activate(props.cell.id, "end");
}
</script>

<template>
  <div class="note" :class="{ open: isOpen }" :data-cell="cell.id" @click="!isOpen && open($event)">
    <NoteEditor v-if="isOpen" :cell="cell" />
    <div v-else-if="isEmpty" class="blank">Empty note</div>
    <!-- eslint-disable-next-line vue/no-v-html -->
    <div v-else class="text" v-html="html" />
  </div>
</template>

<style scoped>
.note { position: relative; margin: 4px 32px 4px -16px; padding: 3px 16px; border-radius: 4px; cursor: text; min-height: 34px; }
.note:hover { background: color-mix(in srgb, var(--page-open) 70%, transparent); }
.open { background: var(--page-open); box-shadow: 0 0 0 1px var(--hair), var(--shadow-low); margin-right: 0; padding: 10px 16px; cursor: auto; }
.blank { color: var(--ink-quiet); font: italic 15.5px var(--serif); }
.text { font: 17px/1.55 var(--serif); overflow-wrap: anywhere; }
.text :deep(h1) { font: 600 25px/1.25 var(--serif); margin: 18px 0 6px; }
.text :deep(h2) { font: 600 20px/1.3 var(--serif); margin: 16px 0 4px; }
.text :deep(h3) { font: 600 17px/1.3 var(--serif); margin: 12px 0 4px; }
.text :deep(p) { margin: 6px 0; }
.text :deep(ul), .text :deep(ol) { margin: 6px 0; padding-left: 1.4em; }
.text :deep(code) { font: 0.88em var(--mono); }
.text :deep(blockquote) { margin: 8px 0; padding-left: 14px; border-left: 2px solid var(--hair); color: var(--ink-quiet); }
.text :deep(.katex) { font-size: 1.06em; }
</style>
