<script setup lang="ts">
import "element-plus/es/components/dialog/style/css";

import { ElDialog } from "element-plus/es/components/dialog/index";

import { computed, nextTick, onMounted } from "vue";

import Typeset from "../shared/Typeset.vue";
import { loadVocabulary, patterns } from "../shared/vocabulary";
import { holdFocus } from "./holdFocus";
import { KEY_GROUPS } from "./keys";

/** All keys and all signs, for the screen and on one sheet of paper. */
defineProps<{ open: boolean }>();
defineEmits<{ close: []; closed: [] }>();

const signs = computed(() => [...new Set(patterns.value.map((pattern) => pattern.group))].map((group) => ({ group, members: patterns.value.filter((pattern) => pattern.group === group) })));
const written = (text: string) => text.replace(/[{}]/g, "");

/** Only this goes on paper, whatever stands behind it. */
async function print(): Promise<void> {
  await loadVocabulary();
  document.documentElement.classList.add("print-keys");
  addEventListener("afterprint", () => document.documentElement.classList.remove("print-keys"), { once: true });
  await nextTick();
  window.print();
}

onMounted(loadVocabulary);
</script>

<template>
  <ElDialog :model-value="open" title="Keys and signs" class="keys" width="min(860px, 94vw)" top="6vh" @update:model-value="$emit('close')" @opened="holdFocus" @closed="$emit('closed')">
    <div class="scroll" tabindex="0"><div class="groups">
      <section v-for="group in KEY_GROUPS" :key="group.title">
        <h3>{{ group.title }}</h3>
        <dl>
          <template v-for="[key, what] in group.keys" :key="key"><dt>{{ key }}</dt><dd>{{ what }}</dd></template>
        </dl>
      </section>
      <section v-for="{ group, members } in signs" :key="group" class="signs">
        <h3>{{ group }}</h3>
        <dl>
          <template v-for="sign in members" :key="sign.name"><dt><code>{{ written(sign.written) }}</code></dt><dd><Typeset :latex="sign.sample" small /></dd></template>
        </dl>
      </section>
    </div></div>
    <template #footer><button class="print" @click="print">Print keys and signs</button></template>
  </ElDialog>
</template>

<style scoped>
.scroll { max-height: 72vh; overflow-y: auto; }
.groups { columns: 2; column-gap: 40px; }
section { break-inside: avoid; margin-bottom: 18px; }
h3 { font: 600 16px var(--serif); margin: 0 0 6px; }
dl { display: grid; grid-template-columns: max-content 1fr; gap: 5px 16px; margin: 0; }
dt { font: 500 13.5px/1.45 var(--sans); white-space: nowrap; }
dd { margin: 0; color: var(--ink-quiet); font-size: 14px; line-height: 1.45; }
code { font: 13px var(--mono); }
.print { color: var(--act); font-size: 14px; }
.print:hover { text-decoration: underline; text-underline-offset: 3px; }
@media (max-width: 720px) { .groups { columns: 1; } dl { grid-template-columns: minmax(90px, max-content) 1fr; } dt { white-space: normal; } }
</style>
