<script setup lang="ts">
import "element-plus/es/components/input/style/css";

import { ElInput } from "element-plus/es/components/input/index";
import { computed, nextTick, onMounted, ref, watch } from "vue";

import Typeset from "../shared/Typeset.vue";
import { entries, entryOf, loadVocabulary, type Entry } from "../shared/vocabulary";
import { writtenOf } from "../editor/gaps";
import { handbookWord } from "../sheet/panel";
import { useInsertion } from "./useInsertion";

/** The words of the language, found by name or by aim; each with how it is written and what it means. */
const { insert } = useInsertion();
const search = ref("");
const field = ref<InstanceType<typeof ElInput>>();

const KINDS: [string, string][] = [["request", "Requests"], ["function", "Functions"], ["constant", "Constants"]];

const found = computed(() => {
  const wanted = search.value.trim().toLowerCase();
  if (!wanted) return entries.value;
  const exact = entryOf(search.value.trim());
  const others = entries.value.filter((entry) => entry !== exact && [entry.name, entry.meaning, ...entry.aims].some((text) => text.toLowerCase().includes(wanted)));
  return exact ? [exact, ...others] : others;
});
const groups = computed(() => KINDS.map(([kind, title]) => ({ title, members: found.value.filter((entry) => entry.kind === kind) })).filter((group) => group.members.length));

function example(entry: Entry): string {
  return writtenOf(entry.pattern);
}

onMounted(loadVocabulary);
watch(handbookWord, async (word) => {
  search.value = word;
  await nextTick();
  field.value?.focus();
  field.value?.select();
}, { immediate: true, flush: "post" });
</script>

<template>
  <ElInput ref="field" v-model="search" class="search" clearable placeholder="surd, gradient, decimal places …" aria-label="Search the handbook" />
  <p v-if="search && !found.length && entries.length" class="none">Nothing is called so, and nothing is for that. Try a shorter word.</p>
  <section v-for="group in groups" :key="group.title">
    <h3>{{ group.title }}</h3>
    <div v-for="entry in group.members" :key="entry.name" class="entry">
      <button data-keeps-editor @mousedown.prevent @click="insert(entry.pattern)">
        <code>{{ example(entry) }}</code>
        <span class="sample"><Typeset :latex="entry.sample" small /></span>
      </button>
      <p>{{ entry.meaning }}</p>
    </div>
  </section>
</template>

<style scoped>
.search { margin-bottom: 4px; }
.search::placeholder { color: var(--ink-quiet); }
h3 { font: 500 12.5px var(--sans); color: var(--ink-quiet); margin: 16px 0 2px; }
.entry { border-bottom: 1px solid var(--hair); padding: 8px 0; }
.entry button { display: flex; width: 100%; justify-content: space-between; gap: 10px; text-align: left; align-items: baseline; border-radius: 3px; }
.entry button:hover { background: color-mix(in srgb, var(--act-tint) 60%, transparent); }
code { font: 13.5px/1.4 var(--mono); overflow-wrap: anywhere; }
.sample { flex: none; max-width: 46%; overflow: hidden; font-size: 14px; }
p { margin: 2px 0 0; font: italic 14.5px/1.4 var(--serif); color: var(--ink-quiet); }
.none { margin-top: 14px; }
</style>
