<script setup lang="ts">
import { computed, ref } from "vue";

import Typeset from "../shared/Typeset.vue";
import { useWorksheet } from "./store";

/** What the names mean where the cursor is; each leads to the line that gave it. */
const sheet = useWorksheet();

/** The names nearest above the cursor; a long page has more than anyone reads at once. */
const MOST = 60;
const all = ref(false);
const names = computed(() => (all.value ? sheet.names : sheet.names.slice(-MOST)));

function letterLatex(): string {
  return sheet.letters.map((letter) => (letter.length === 1 ? letter : letter.replace(/^([A-Za-z]+)_?(\w*)$/, (_, base: string, sub: string) => (base.length > 1 && !sub ? `\\mathit{${base}}` : `${base}_{${sub}}`)))).join(",\\ ");
}
</script>

<template>
  <aside class="panel" aria-label="Names here">
    <h2>Names here</h2>
    <p v-if="!sheet.names.length" class="none">Nothing has a name here yet. <code>f(x) = x^2</code> or <code>a = 3/8</code> gives one.</p>
    <ul>
      <li v-if="names.length < sheet.names.length"><button @click="all = true"><small>{{ sheet.names.length - names.length }} more names further up</small></button></li>
      <li v-for="name in names" :key="`${name.name} ${name.cell}`" :class="{ old: name.replacedIn, failed: name.failed }">
        <button @click="sheet.activate(name.cellId, 'end')">
          <Typeset :latex="name.latex" />
          <small>cell {{ name.cell }}<template v-if="name.failed"> · has an error</template><template v-else-if="name.replacedIn"> · replaced in cell {{ name.replacedIn }}</template><template v-else-if="name.usedBy"> · used by {{ name.usedBy }} {{ name.usedBy === 1 ? "line" : "lines" }}</template></small>
        </button>
      </li>
      <li v-if="sheet.letters.length"><div class="plain"><Typeset :latex="letterLatex()" /><small>plain letters, {{ sheet.conventions.numbers }}</small></div></li>
    </ul>
  </aside>
</template>

<style scoped>
.panel { background: var(--panel); border-left: 1px solid var(--hair); padding: 22px 20px; overflow-y: auto; }
h2 { font: 500 14px var(--sans); margin: 0 0 12px; display: inline-block; border-bottom: 2px solid var(--act); padding-bottom: 3px; }
.none { font: italic 15px/1.5 var(--serif); color: var(--ink-quiet); }
.none code { font: 13.5px var(--mono); }
ul { list-style: none; margin: 0; padding: 0; }
li { border-bottom: 1px solid var(--hair); }
button, .plain { display: block; width: 100%; text-align: left; padding: 9px 0; overflow-x: auto; }
button:hover { background: color-mix(in srgb, var(--act-tint) 60%, transparent); }
li :deep(.katex) { font-size: 1.08em; }
small { display: block; color: var(--ink-quiet); font-size: 12.5px; margin-top: 2px; }
.old :deep(.katex) { opacity: 0.55; }
.failed small { color: var(--wrong); }
</style>
