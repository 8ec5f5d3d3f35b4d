<script setup lang="ts">
import { computed, ref } from "vue";

import type { NameHere } from "../shared/api/client";
import { vFitted } from "../shared/fitting";
import Typeset from "../shared/Typeset.vue";
import { numberAt } from "../editor/nudge";
import { toggleUses } from "../sheet/namesAtCursor";
import NudgeHandle from "./NudgeHandle.vue";
import { useWorksheet } from "../sheet/store";

/** What the names mean where the cursor is: where they come from, what uses them, what replaced them. */
const sheet = useWorksheet();

/** The names nearest above the cursor; a long page has more than anyone reads at once. */
const MOST = 60;
const all = ref(false);
const nudging = ref("");
const names = computed(() => (all.value ? sheet.names : sheet.names.slice(-MOST)));

function canNudge(name: NameHere): boolean {
  return !name.replacedIn && !name.failed && !name.source && numberAt(sheet.cellOf(name.cellId)?.text ?? "", null) !== null;
}

function isPointedOut(name: NameHere): boolean {
  return name.users.length > 0 && sheet.pointed.size === name.users.length && name.users.every((cell) => sheet.pointed.has(cell));
}

function usedBy(count: number): string {
  return `used by ${count} ${count === 1 ? "line" : "lines"}`;
}

const lettersLatex = computed(() =>
  sheet.letters.map((letter) => (letter.length === 1 ? letter : letter.replace(/^([A-Za-z]+)_?(\w*)$/, (_, base: string, sub: string) => (base.length > 1 && !sub ? `\\mathit{${base}}` : `${base}_{${sub}}`)))).join(",\\ "),
);
</script>

<template>
  <p v-if="!sheet.names.length" class="none">Nothing has a name here yet. <code>f(x) = x^2</code> or <code>a = 3/8</code> gives one.</p>
  <ul>
    <li v-if="names.length < sheet.names.length"><button class="more" @click="all = true">{{ sheet.names.length - names.length }} more names further up</button></li>
    <li v-for="name in names" data-room :key="`${name.name} ${name.cell}`" :class="{ old: name.replacedIn, failed: name.failed }">
      <button v-fitted="name.latex" class="meaning" @click="sheet.activate(name.cellId, 'end')"><Typeset :latex="name.latex" /><span class="hidden-text">: go to {{ name.name }}, cell {{ name.cell }}</span></button>
      <small>
        cell {{ name.cell }}
        <template v-if="name.source"> · from <RouterLink class="word" :to="`/w/${name.source.worksheetId}`">{{ name.source.title }}</RouterLink></template>
        <template v-if="name.failed"> · has an error</template>
        <template v-else-if="name.replacedIn"> · replaced in cell {{ name.replacedIn }}</template>
        <template v-if="name.usedBy"> · <button class="word" :aria-pressed="isPointedOut(name)" @click="toggleUses(sheet, name)">{{ usedBy(name.usedBy) }}</button></template>
        <template v-if="canNudge(name)"> · <button class="word act" :aria-expanded="nudging === name.cellId" @click="nudging = nudging === name.cellId ? '' : name.cellId">nudge</button></template>
      </small>
      <NudgeHandle v-if="nudging === name.cellId" :cell="name.cellId" :name="name.name" />
    </li>
    <li v-if="sheet.letters.length" class="plain"><Typeset :latex="lettersLatex" /><small>{{ sheet.letters.length === 1 ? "a plain letter" : "plain letters" }}, {{ sheet.conventions.numbers }}</small></li>
  </ul>
</template>

<style scoped>
.none { font: italic 15px/1.5 var(--serif); color: var(--ink-quiet); }
.none code { font: 13.5px var(--mono); }
ul { list-style: none; margin: 0; padding: 0; }
li { border-bottom: 1px solid var(--hair); padding: 9px 0; }
.meaning, .plain { display: block; width: 100%; text-align: left; overflow-x: auto; overflow-y: hidden; }
.meaning:hover { background: color-mix(in srgb, var(--act-tint) 60%, transparent); }
li :deep(.katex) { font-size: calc(1.08em * var(--fit, 1)); }
small { display: block; color: var(--ink-quiet); font-size: 12.5px; margin-top: 2px; }
.word { text-decoration: underline dotted; text-underline-offset: 3px; }
.word:hover, .word[aria-pressed="true"] { color: var(--act); }
.act { color: var(--act); text-decoration: none; }
.more { color: var(--ink-quiet); font-size: 12.5px; }
.old .meaning :deep(.katex) { opacity: 0.6; }
.failed small { color: var(--wrong); }
</style>
