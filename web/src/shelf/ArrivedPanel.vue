<script setup lang="ts">
import { computed } from "vue";

import type { WorksheetRow } from "../shared/api/client";
import type { Imported } from "./useImport";

/** What came of the files that were brought in; what was there before under the same title can go. */
const props = defineProps<{ waiting: number; told: Imported[]; worksheets: WorksheetRow[] }>();
const emit = defineEmits<{ close: []; replace: [earlier: string[]] }>();

const broughtIn = computed(() => props.told.filter((item) => item.id));
const refused = computed(() => props.told.filter((item) => !item.id));
/** Worksheets that have the title of one that came in, in its folder, and did not come in now. */
const earlier = computed(() => {
  const fresh = new Set(broughtIn.value.map((item) => item.id));
  const places = new Set(props.worksheets.filter((row) => fresh.has(row.id)).map((row) => `${row.folder}/${row.title}`));
  return props.worksheets.filter((row) => !fresh.has(row.id) && places.has(`${row.folder}/${row.title}`)).map((row) => row.id);
});
</script>

<template>
  <div class="told" role="status">
    <p v-if="waiting">{{ waiting }} {{ waiting === 1 ? "file is" : "files are" }} still on {{ waiting === 1 ? "its" : "their" }} way.</p>
    <p v-else>{{ broughtIn.length === 1 ? `“${broughtIn[0]?.title}” is on the shelf.` : `${broughtIn.length} worksheets were brought in.` }} <button class="quiet-button" @click="emit('close')">Close</button></p>
    <p v-if="!waiting && earlier.length">
      {{ earlier.length === 1 ? "One with the same title was there before; both are on the shelf." : `${earlier.length} with the same titles were there before; all are on the shelf.` }}
      <button class="quiet-button" @click="emit('replace', earlier)">Remove the earlier {{ earlier.length === 1 ? "one" : "ones" }}</button>
    </p>
    <p v-for="item in refused" :key="item.name" class="problem">{{ item.name }}: {{ item.problem }}</p>
  </div>
</template>

<style scoped>
.told { padding: 8px 16px; margin-bottom: 16px; background: var(--page); border-radius: 4px; box-shadow: var(--shadow-card); }
.told p { margin: 3px 0; }
.problem { color: var(--wrong); font: italic 16px var(--serif); }
</style>
