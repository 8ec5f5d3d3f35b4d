<script setup lang="ts">
import "element-plus/es/components/input/style/css";

import { ElInput } from "element-plus/es/components/input/index";
import { computed, onMounted, ref } from "vue";

import Typeset from "../shared/Typeset.vue";
import { loadVocabulary, patterns } from "../shared/vocabulary";
import SignField from "./SignField.vue";
import { useInsertion } from "./useInsertion";

/** The tray: patterns that go to the cursor with gaps to fill, each a word with a typeset sample, large enough for thumbs. */
const { insert } = useInsertion();
const sought = ref("");
/** By name, by group, or as it is written; words in any order. */
const found = computed(() => {
  const words = sought.value.toLowerCase().split(/\s+/).filter(Boolean);
  return patterns.value.filter((pattern) => words.every((word) => `${pattern.name} ${pattern.group} ${pattern.written.replace(/[{}]/g, "")} ${pattern.also.join(" ")}`.toLowerCase().includes(word)));
});
const groups = computed(() => [...new Set(found.value.map((pattern) => pattern.group))].map((group) => ({ group, members: found.value.filter((pattern) => pattern.group === group) })));

/** Enter takes the first that was found; the cursor goes to the line. */
async function takeFirst(): Promise<void> {
  const first = found.value[0];
  if (!first || !sought.value.trim()) return;
  sought.value = "";
  await insert(first.written);
}

onMounted(loadVocabulary);
</script>

<template>
  <ElInput v-model="sought" class="sought" clearable aria-label="Find a pattern or a sign" placeholder="Find: fraction, at most, alpha" @keydown.enter.prevent="takeFirst" />
  <SignField v-if="!sought" />
  <p v-if="sought && !found.length" class="none">No pattern is called so.</p>
  <section v-for="{ group, members } in groups" :key="group">
    <h3>{{ group }}</h3>
    <div class="tray" :class="{ letters: group === 'Greek' }">
      <button v-for="pattern in members" :key="pattern.name" data-keeps-editor @mousedown.prevent @click="insert(pattern.written)">
        <Typeset :latex="pattern.sample" small /><small>{{ pattern.name }}</small>
      </button>
    </div>
  </section>
</template>

<style scoped>
.sought { margin-bottom: 10px; }
.none { margin: 0; font: italic 14.5px var(--serif); color: var(--ink-quiet); }
h3 { font: 500 12.5px var(--sans); color: var(--ink-quiet); margin: 14px 0 6px; }
section:first-child h3 { margin-top: 2px; }
.tray { display: grid; grid-template-columns: repeat(auto-fill, minmax(78px, 1fr)); gap: 6px; }
.tray.letters { grid-template-columns: repeat(auto-fill, minmax(56px, 1fr)); }
button { min-height: 56px; display: flex; flex-direction: column; align-items: center; justify-content: space-between; gap: 2px; padding: 7px 3px 5px; border: 1px solid var(--hair); border-radius: var(--round); background: var(--page); overflow: hidden; }
button:hover { border-color: var(--act-line); background: var(--act-tint); }
button :deep(.katex) { font-size: 1em; }
small { font-size: 11.5px; line-height: 1.2; color: var(--ink-quiet); text-align: center; }
</style>
