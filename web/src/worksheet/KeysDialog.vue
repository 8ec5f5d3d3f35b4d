<script setup lang="ts">
import "element-plus/es/components/dialog/style/css";

import { ElDialog } from "element-plus/es/components/dialog/index";

import { holdFocus } from "./holdFocus";
import { KEY_GROUPS } from "./keys";

defineProps<{ open: boolean }>();
defineEmits<{ close: []; closed: [] }>();
</script>

<template>
  <ElDialog :model-value="open" title="Keys" width="min(860px, 94vw)" top="6vh" @update:model-value="$emit('close')" @opened="holdFocus" @closed="$emit('closed')">
    <div class="groups" tabindex="0">
      <section v-for="group in KEY_GROUPS" :key="group.title">
        <h3>{{ group.title }}</h3>
        <dl>
          <template v-for="[key, what] in group.keys" :key="key"><dt>{{ key }}</dt><dd>{{ what }}</dd></template>
        </dl>
      </section>
    </div>
  </ElDialog>
</template>

<style scoped>
.groups { columns: 2; column-gap: 40px; max-height: 74vh; overflow-y: auto; }
section { break-inside: avoid; margin-bottom: 18px; }
h3 { font: 600 16px var(--serif); margin: 0 0 6px; }
dl { display: grid; grid-template-columns: max-content 1fr; gap: 5px 16px; margin: 0; }
dt { font: 500 13.5px/1.45 var(--sans); white-space: nowrap; }
dd { margin: 0; color: var(--ink-quiet); font-size: 14px; line-height: 1.45; }
@media (max-width: 720px) { .groups { columns: 1; } dl { grid-template-columns: minmax(90px, max-content) 1fr; } dt { white-space: normal; } }
</style>
