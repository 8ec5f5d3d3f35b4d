<script setup lang="ts">
import { sinceWhen } from "../shared/dates";
import type { Binned } from "./useShelf";

/** What was removed: it can be brought back for 30 days. */
defineProps<{ rows: Binned[] }>();
const emit = defineEmits<{ back: [id: string]; away: [row: Binned] }>();
const when = (row: Binned) => sinceWhen(new Date(`${row.removed.replace(/Z$/, "")}Z`));
</script>

<template>
  <p class="hint">{{ rows.length ? "What was removed stays here for 30 days." : "The bin is empty. What is removed stays here for 30 days." }}</p>
  <ul class="bin" aria-label="Bin">
    <li v-for="row in rows" :key="row.id">
      <div><b>{{ row.title }}</b> <small>{{ row.folder ? `${row.folder} · ` : "" }}removed {{ when(row).replace(/^[A-Z](?=oday|esterday)/, (letter) => letter.toLowerCase()) }}</small></div>
      <button class="quiet-button" :aria-label="`Bring back ${row.title}`" @click="emit('back', row.id)">Bring back</button>
      <button class="quiet-button" :aria-label="`Remove for good: ${row.title}`" @click="emit('away', row)">Remove for good</button>
    </li>
  </ul>
</template>

<style scoped>
.hint { margin: 0 0 14px; font: italic 16px/1.5 var(--serif); color: var(--ink-quiet); }
.bin { list-style: none; margin: 0; padding: 0; display: grid; gap: 8px; }
li { display: flex; align-items: baseline; gap: 18px; padding: 11px 18px; background: var(--page); border-radius: 3px; box-shadow: var(--shadow-card); }
li > div { flex: 1; min-width: 0; overflow-wrap: anywhere; }
b { font: 600 16px/1.3 var(--serif); margin-right: 10px; }
small { color: var(--ink-quiet); font-size: 13px; }
@media (max-width: 560px) { li { flex-wrap: wrap; gap: 8px 18px; } li > div { flex: 0 0 100%; } }
</style>
