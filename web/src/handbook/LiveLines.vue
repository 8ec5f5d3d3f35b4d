<script setup lang="ts">
import { useDebounceFn } from "@vueuse/core";
import { computed, ref, watch } from "vue";

import { shownResults } from "../lines/shown";
import VerdictText from "../lines/VerdictText.vue";
import { verdictOf } from "../lines/verdicts";
import Typeset from "../shared/Typeset.vue";
import type { Tried } from "./useTries";

/** Lines of the handbook: typeset with what they come to; a click opens their text, which can be changed. */
const props = defineProps<{ text: string; rows: Tried[] }>();
const emit = defineEmits<{ change: [text: string]; send: [text: string] }>();
const isOpen = ref(false);
const written = ref(props.text);
watch(() => props.text, (text) => (written.value = text));
const changeSoon = useDebounceFn((text: string) => emit("change", text), 250);
const height = computed(() => Math.max(1, written.value.split("\n").length));

function write(event: Event): void {
  written.value = (event.target as HTMLTextAreaElement).value;
  void changeSoon(written.value);
}

function leave(): void {
  isOpen.value = false;
  emit("change", written.value);
}

const shown = computed(() =>
  props.rows.map(({ line, plot }) => ({
    line, plot: plot ? `data:image/svg+xml,${encodeURIComponent(plot)}` : "", results: line.error ? [] : shownResults(line, undefined, "exact"), verdict: verdictOf(line),
    remarks: line.error ? [line.error.message] : line.notices.filter((notice) => !notice.tag && !notice.text.startsWith("This step ")).map((notice) => notice.text),
  })),
);
</script>

<template>
  <div class="live">
    <textarea v-if="isOpen" :value="written" :rows="height" spellcheck="false" autocapitalize="off" aria-label="These lines" @input="write" @keydown.esc.stop="leave" @blur="leave" />
    <ol class="lines">
      <li v-for="(item, at) in shown" :key="at">
        <code v-if="item.line.error">{{ item.line.source.trim() }}</code>
        <Typeset v-else-if="item.line.reading" :latex="item.line.reading" small />
        <template v-for="(result, k) in item.results" :key="k"><span class="sign">{{ result.relation }}</span><Typeset :latex="result.latex" small /></template>
        <span v-for="condition in item.line.error ? [] : item.line.conditionsLatex" :key="condition" class="small">where <Typeset :latex="condition" small /></span>
        <span v-if="item.verdict.tone === 'proved' || item.verdict.tone === 'open'" class="verdict" :class="item.verdict.tone">{{ item.verdict.tone === "proved" ? "✓ " : "" }}{{ item.verdict.word }}</span>
        <VerdictText v-if="item.verdict.tone === 'wrong'" :line="item.line" />
        <p v-for="remark in item.remarks" :key="remark" :class="{ wrong: item.line.error }">{{ remark }}</p>
        <table v-if="item.line.table">
          <thead><tr><th v-for="heading in item.line.table.headings" :key="heading.text"><Typeset :latex="heading.latex" small /></th></tr></thead>
          <tbody><tr v-for="(row, r) in item.line.table.rows" :key="r"><td v-for="(value, c) in row" :key="c"><Typeset v-if="value?.exact ?? value?.decimal" :latex="(value?.exact ?? value?.decimal)!.latex" small /><template v-else>–</template></td></tr></tbody>
        </table>
        <img v-if="item.plot" :src="item.plot" :alt="`Graph of ${item.line.source.trim()}`" />
      </li>
    </ol>
    <p class="words">
      <button v-if="!isOpen" class="quiet-button" @click="isOpen = true">Change</button>
      <!-- the text stays open until it is sent: closing it first would move the button away from under the pointer -->
      <button class="quiet-button" @mousedown.prevent @click="emit('send', written)">To the worksheet</button>
    </p>
  </div>
</template>

<style scoped>
.live { margin: 10px 0; padding: 8px 12px 4px; background: var(--page); border-radius: 4px; box-shadow: var(--shadow-low, none); border: 1px solid var(--hair); }
textarea { display: block; width: 100%; box-sizing: border-box; font: 13.5px/1.5 var(--mono); color: var(--ink); background: var(--page-open); border: 1px solid var(--act-line); border-radius: 3px; padding: 5px 8px; resize: vertical; margin-bottom: 6px; }
.lines { list-style: none; margin: 0; padding: 0; overflow-x: auto; }
li { padding: 3px 0; min-height: 20px; }
.sign { padding: 0 8px; }
code { font: 13.5px var(--mono); overflow-wrap: anywhere; }
.small { margin-left: 12px; font-size: 12.5px; color: var(--ink-quiet); }
.verdict { margin-left: 12px; font-size: 13px; color: var(--ink-quiet); }
.verdict.proved { color: var(--proved); }
p.wrong { color: var(--wrong); }
p { margin: 1px 0 3px; font: italic 14px/1.4 var(--serif); color: var(--ink-quiet); }
.words { display: flex; gap: 14px; font: 13px var(--sans); }
table { border-collapse: collapse; margin: 4px 0; }
th, td { padding: 1px 12px 1px 0; text-align: right; font-weight: 400; border-bottom: 1px solid var(--hair); }
img { display: block; width: 100%; background: #fdfbf5; border-radius: 3px; margin: 4px 0; }
</style>
