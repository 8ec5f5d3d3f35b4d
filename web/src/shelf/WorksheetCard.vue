<script setup lang="ts">
import { computed } from "vue";

import type { WorksheetRow } from "../shared/api/client";
import { sinceWhen } from "../shared/dates";
import Typeset from "../shared/Typeset.vue";

/** A worksheet on the shelf: its title, when it was last changed, its first lines in small. */
const props = defineProps<{ row: WorksheetRow }>();
defineEmits<{ rename: []; remove: [] }>();

const when = computed(() => sinceWhen(new Date(`${props.row.updated.replace(/Z$/, "")}Z`)));
</script>

<template>
  <article class="card">
    <RouterLink class="open" :to="{ name: 'worksheet', params: { id: row.id } }">
      <h2>{{ row.title }}</h2>
      <small>{{ when }}</small>
      <div class="lines" aria-hidden="true"><div v-for="(latex, index) in row.preview" :key="index"><Typeset :latex="latex" small /></div></div>
    </RouterLink>
    <div class="acts">
      <button class="quiet-button" :aria-label="`Rename ${row.title}`" @click="$emit('rename')">Rename</button>
      <button class="quiet-button" :aria-label="`Remove ${row.title}`" @click="$emit('remove')">Remove</button>
    </div>
  </article>
</template>

<style scoped>
.card { position: relative; background: var(--page); border-radius: 3px; box-shadow: var(--shadow-card); height: 212px; overflow: hidden; }
.card:hover, .card:focus-within { box-shadow: var(--shadow-card), 0 0 0 1px var(--act-line); }
.open { display: block; height: 100%; padding: 20px 22px; color: inherit; text-decoration: none; }
.open:focus-visible { outline-offset: -3px; }
h2 { font: 600 17px/1.25 var(--serif); margin: 0 0 2px; }
small { color: var(--ink-quiet); font-size: 13px; }
.lines { margin-top: 12px; font-size: 12.5px; line-height: 1.9; white-space: nowrap; }
.acts { position: absolute; inset: auto 0 0; padding: 26px 16px 9px; display: flex; gap: 10px; background: linear-gradient(transparent, var(--page) 55%); }
.acts button { opacity: 0; }
.card:hover .acts button, .card:focus-within .acts button { opacity: 1; }
@media (hover: none) { .acts button { opacity: 1; } }
</style>
