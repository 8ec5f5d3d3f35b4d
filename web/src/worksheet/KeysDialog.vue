<script setup lang="ts">
import "element-plus/es/components/dialog/style/css";

import { ElDialog } from "element-plus/es/components/dialog/index";

defineProps<{ open: boolean }>();
defineEmits<{ close: [] }>();

const KEYS: [string, string][] = [
  ["Enter", "work the cell out and go on to the next"],
  ["Shift + Enter", "work it out and stay"],
  ["Ctrl + Enter", "another line in the same cell; in a note: go on"],
  ["Alt + Enter", "new cell below"],
  ["Space or #", "in an empty cell: a note, a heading"],
  ["Backspace", "in an empty cell: remove it; in an empty note: back to mathematics"],
  ["↑ ↓", "at the edge of a cell: to its neighbours"],
  ["Tab, Shift + Tab", "take the completion, go through its gaps"],
  ["Escape", "leave the cell; Enter opens it again, Delete removes it"],
  ["Alt + Shift + ↑ ↓", "move the cell"],
  ["Ctrl + .", "this line: exact or decimal"],
  ["Ctrl + Shift + .", "the whole worksheet: exact or decimal"],
  ["Ctrl + Z, Ctrl + Y", "undo, redo"],
  ["?", "outside a cell: this list"],
];
</script>

<template>
  <ElDialog :model-value="open" title="Keys" width="min(560px, 94vw)" @update:model-value="$emit('close')">
    <dl>
      <template v-for="[key, what] in KEYS" :key="key"><dt>{{ key }}</dt><dd>{{ what }}</dd></template>
    </dl>
  </ElDialog>
</template>

<style scoped>
dl { display: grid; grid-template-columns: max-content 1fr; gap: 8px 20px; margin: 0; }
dt { font: 500 14px var(--sans); white-space: nowrap; }
dd { margin: 0; color: var(--ink-quiet); }
</style>
