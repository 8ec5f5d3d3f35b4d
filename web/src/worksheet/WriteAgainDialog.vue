<script setup lang="ts">
import "element-plus/es/components/dialog/style/css";
import "element-plus/es/components/input/style/css";

import { ElDialog } from "element-plus/es/components/dialog/index";
import { ElInput } from "element-plus/es/components/input/index";
import { computed, nextTick, ref, watch } from "vue";

import Typeset from "../shared/Typeset.vue";
import { useWorksheet } from "../sheet/store";
import { useCellActions } from "./useCellActions";

/** Any earlier line, to be put under the cursor and changed; the nearest first. */
const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: []; closed: [] }>();
const sheet = useWorksheet();
const { writeAgain } = useCellActions();
const filter = ref("");
const at = ref(0);
const list = ref<HTMLElement>();
const field = ref<InstanceType<typeof ElInput>>();

const earlier = computed(() => {
  const here = sheet.cells.findIndex((cell) => cell.id === (sheet.active ?? sheet.mark));
  const above = here < 0 ? sheet.cells : sheet.cells.slice(0, here);
  return above.filter((cell) => cell.kind === "math" && cell.text.trim() && cell.text.toLowerCase().includes(filter.value.toLowerCase())).reverse();
});

watch(() => props.open, (open) => {
  if (!open) return;
  filter.value = "";
  at.value = 0;
  void nextTick(begin);
}, { immediate: true });

/** Into the field: at once, and again when the menu from which the dialog was chosen has given the focus back. */
function begin(): void {
  field.value?.input?.setAttribute("role", "combobox");
  field.value?.focus();
}

watch(filter, () => (at.value = 0));
watch(at, () => void nextTick(() => list.value?.querySelector("[aria-selected=true]")?.scrollIntoView({ block: "nearest" })));

function take(cell: string | undefined): void {
  emit("close");
  if (cell) void nextTick(() => writeAgain(cell));
}

function key(event: Event | KeyboardEvent): void {
  if (!("key" in event)) return;
  const by = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
  if (by) at.value = Math.min(earlier.value.length - 1, Math.max(0, at.value + by));
  else if (event.key === "Enter") take(earlier.value[at.value]?.id);
  else return;
  event.preventDefault();
}
</script>

<template>
  <ElDialog :model-value="open" title="Write again below" width="min(560px, 94vw)" top="10vh" data-keeps-editor @update:model-value="$emit('close')" @opened="begin" @closed="$emit('closed')">
    <ElInput ref="field" v-model="filter" class="filter" aria-expanded="true" aria-controls="again-list" :aria-activedescendant="earlier[at] ? `again-${earlier[at].id}` : undefined" aria-label="Which line" placeholder="Type a part of it, or choose with ↑ ↓" @keydown="key" />
    <p v-if="!earlier.length" class="none">{{ filter ? "No earlier line has that in it." : "There is no line above yet." }}</p>
    <ul v-else id="again-list" ref="list" role="listbox" aria-label="Earlier lines">
      <li v-for="(cell, index) in earlier.slice(0, 100)" :id="`again-${cell.id}`" :key="cell.id" role="option" :aria-selected="index === at" @click="take(cell.id)">
        <span class="math"><Typeset v-for="line in sheet.results.get(cell.id) ?? []" :key="line.offset" :latex="line.reading" small /></span><small>{{ sheet.numbers.get(cell.id) }}</small>
      </li>
    </ul>
  </ElDialog>
</template>

<style scoped>
.filter :deep(input) { font: 15px var(--mono); }
ul { list-style: none; margin: 10px 0 0; padding: 0; max-height: 46vh; overflow-y: auto; }
li { display: flex; justify-content: space-between; gap: 12px; padding: 7px 10px; border-radius: 3px; cursor: pointer; align-items: baseline; }
li[aria-selected="true"], li:hover { background: var(--act-tint); }
.math { display: flex; flex-wrap: wrap; gap: 2px 18px; overflow: hidden; }
small, .none { color: var(--ink-quiet); }
</style>
