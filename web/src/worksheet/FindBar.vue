<script setup lang="ts">
import "element-plus/es/components/checkbox/style/css";
import "element-plus/es/components/input/style/css";

import { ElCheckbox } from "element-plus/es/components/checkbox/index";
import { ElInput } from "element-plus/es/components/input/index";
import { computed, nextTick, onMounted, ref, watch } from "vue";

import { findMatches, replaced } from "./finding";
import { useWorksheet } from "../sheet/store";

/** Find and replace over the whole page; all replacements together are one step of undo. */
const props = defineProps<{ withReplace: boolean }>();
const emit = defineEmits<{ close: [] }>();
const sheet = useWorksheet();
const query = ref(getSelection()?.toString().trim().slice(0, 100) ?? "");
const replacement = ref("");
const matchCase = ref(true);
const wholeWords = ref(false);
const at = ref(0);
const said = ref("");
const field = ref<InstanceType<typeof ElInput>>();

const matches = computed(() => findMatches(sheet.cells, query.value, { matchCase: matchCase.value, wholeWords: wholeWords.value }));
const current = computed(() => matches.value[at.value]);
const around = computed(() => {
  const match = current.value;
  const text = match ? (sheet.cellOf(match.cell)?.text ?? "") : "";
  if (!match) return null;
  const start = Math.max(text.lastIndexOf("\n", match.from - 1) + 1, match.from - 40);
  const end = text.indexOf("\n", match.to);
  return { before: text.slice(start, match.from), found: text.slice(match.from, match.to), after: text.slice(match.to, Math.min(end < 0 ? text.length : end, match.to + 40)) };
});

watch([query, matchCase, wholeWords], () => {
  at.value = 0;
  said.value = "";
  show();
});

function show(): void {
  const match = current.value;
  sheet.pointed = new Set(match ? [match.cell] : []);
  sheet.sought = match?.cell ?? null;
  const heading = match && sheet.hiddenBy.get(match.cell);
  if (heading) sheet.setDisplay(heading, { folded: null });
  void nextTick(() => match && document.querySelector(`[data-slot="${match.cell}"]`)?.scrollIntoView({ block: "center" }));
}

function go(by: number): void {
  if (!matches.value.length) return;
  at.value = (at.value + by + matches.value.length) % matches.value.length;
  show();
}

function replaceOne(): void {
  const match = current.value;
  if (!match) return;
  sheet.editAll(replaced(sheet.cells, [match], replacement.value));
  if (at.value >= matches.value.length) at.value = 0;
  show();
}

function replaceAll(): void {
  const count = matches.value.length;
  sheet.editAll(replaced(sheet.cells, matches.value, replacement.value));
  said.value = `${count} replaced; Undo takes all of it back`;
}

/** Opens the cell with what was found selected in it. */
function open(): void {
  const match = current.value;
  sheet.sought = null;
  emit("close");
  if (match) sheet.activate(match.cell, { from: match.from, to: match.to });
}

function close(): void {
  sheet.pointed = new Set();
  sheet.sought = null;
  emit("close");
  sheet.backToWriting();
}

onMounted(() => {
  if (sheet.active) sheet.commit(sheet.active);
  field.value?.focus();
  field.value?.select();
  show();
});
defineExpose({ focus: () => field.value?.select() });
void props;
</script>

<template>
  <form class="find" role="search" aria-label="Find and replace" @submit.prevent @keydown.esc.stop.prevent="close">
    <div class="row">
      <ElInput ref="field" v-model="query" class="field" aria-label="Find" placeholder="Find" @keydown.enter.exact.prevent="go(1)" @keydown.shift.enter.prevent="go(-1)" @keydown.ctrl.enter.prevent="open" />
      <span class="count" role="status">{{ said || (query ? (matches.length ? `${at + 1} of ${matches.length}` : "nothing found") : "") }}</span>
      <button type="button" :disabled="!matches.length" aria-label="The one before" @click="go(-1)">↑</button>
      <button type="button" :disabled="!matches.length" aria-label="The next one" @click="go(1)">↓</button>
      <button type="button" :disabled="!matches.length" @click="open">Open</button>
      <ElCheckbox v-model="matchCase">capitals matter</ElCheckbox>
      <ElCheckbox v-model="wholeWords">whole names</ElCheckbox>
      <button type="button" class="close" aria-label="Close" @click="close">×</button>
    </div>
    <div v-if="withReplace" class="row">
      <ElInput v-model="replacement" class="field" aria-label="Replace with" placeholder="Replace with" @keydown.enter.prevent="replaceOne" />
      <button type="button" :disabled="!matches.length" @click="replaceOne">Replace</button>
      <button type="button" :disabled="!matches.length" @click="replaceAll">Replace all</button>
    </div>
    <p v-if="around" class="around"><small>{{ sheet.numbers.get(current?.cell ?? "") ? `cell ${sheet.numbers.get(current?.cell ?? "")}` : "note" }}</small> <code>{{ around.before }}<mark>{{ around.found }}</mark>{{ around.after }}</code></p>
  </form>
</template>

<style scoped>
.find { position: sticky; top: 48px; z-index: 15; max-width: 800px; margin: 0 auto 14px; padding: 10px 14px; background: var(--page-open); border: 1px solid var(--hair); border-radius: 6px; box-shadow: var(--shadow); font-size: 14px; }
.row { display: flex; flex-wrap: wrap; gap: 6px 12px; align-items: center; }
.row + .row { margin-top: 8px; }
.field { width: 220px; }
.field :deep(input) { font: 15px var(--mono); }
.count { min-width: 5.5em; color: var(--ink-quiet); }
.row > button { color: var(--act); padding: 3px 6px; border-radius: 3px; }
.row > button:hover:not(:disabled) { background: var(--act-tint); }
.row > button:disabled { color: var(--ink-quiet); cursor: default; }
.row :deep(.el-checkbox) { margin-right: 4px; }
.row > .close { margin-left: auto; font-size: 18px; line-height: 1; color: var(--ink-quiet); }
.around { margin: 8px 0 0; color: var(--ink-quiet); overflow: hidden; white-space: nowrap; text-overflow: ellipsis; }
code { font: 14.5px var(--mono); color: var(--ink); }
mark { background: var(--act-tint); color: var(--act); }
</style>
