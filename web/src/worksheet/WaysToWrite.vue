<script setup lang="ts">
import { computed, onMounted, ref } from "vue";

import type { Line } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";
import { shortened, wayName } from "../lines/shown";
import { useWorksheet } from "../sheet/store";

/** The other forms of a result, typeset, each one click away. */
const props = defineProps<{ line: Line; wanted?: string; focused?: boolean }>();
const sheet = useWorksheet();
const emit = defineEmits<{ choose: [form: string]; close: [] }>();

const ways = computed(() => {
  const { exact, decimal, forms } = props.line;
  const found: { name: string; relation: string; latex: string }[] = [];
  if (exact) found.push({ name: "exact", relation: "", latex: exact.latex });
  if (decimal && decimal.text !== exact?.text) found.push({ name: "decimal", relation: decimal.relation === "=" ? "" : "≈ ", latex: decimal.latex });
  for (const form of forms) found.push({ name: wayName(form), relation: "", latex: form.latex });
  return found;
});

const row = ref<HTMLElement>();
onMounted(() => props.focused && row.value?.querySelector("button")?.focus());

/** ← and → go along the row. */
function along(event: KeyboardEvent): void {
  const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
  if (!by) return;
  const buttons = [...(row.value?.querySelectorAll("button") ?? [])];
  buttons[(buttons.indexOf(document.activeElement as HTMLButtonElement) + by + buttons.length) % buttons.length]?.focus();
  event.preventDefault();
}

/** The focus goes back to where the writing is, or the mark. */
function close(): void {
  emit("close");
  sheet.backToWriting();
}

function choose(name: string): void {
  emit("choose", name);
  close();
}
</script>

<template>
  <div ref="row" class="ways" role="group" aria-label="Ways to write it" @keydown.esc.stop="close" @keydown="along">
    <button v-for="way in ways" :key="way.name" class="way" :class="{ on: way.name === wanted }" @click.stop="choose(way.name)">
      <small>{{ way.name }}</small> <span class="shown">{{ way.relation }}<Typeset :latex="shortened(way.latex)" /></span>
    </button>
  </div>
</template>

<style scoped>
.ways { display: flex; gap: 8px; flex-wrap: wrap; margin: 4px 0 6px; }
.way { border: 1px solid var(--hair); border-radius: var(--round); padding: 3px 12px 5px; background: var(--page); text-align: left; max-width: 100%; overflow-x: auto; }
.way:hover, .way.on { border-color: var(--act-line); background: var(--act-tint); }
small { display: block; font-size: 12px; color: var(--ink-quiet); }
.shown :deep(.katex) { font-size: 1.05em; }
</style>
