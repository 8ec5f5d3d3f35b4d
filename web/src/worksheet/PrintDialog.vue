<script setup lang="ts">
import "element-plus/es/components/button/style/css";
import "element-plus/es/components/checkbox/style/css";
import "element-plus/es/components/dialog/style/css";
import "element-plus/es/components/radio/style/css";
import "element-plus/es/components/radio-group/style/css";

import { ElButton } from "element-plus/es/components/button/index";
import { ElCheckbox } from "element-plus/es/components/checkbox/index";
import { ElDialog } from "element-plus/es/components/dialog/index";
import { ElRadio, ElRadioGroup } from "element-plus/es/components/radio/index";

import { printChoices } from "../shared/preferences";

/** What goes on paper beside the lines. Enter prints. */
defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: []; closed: []; print: [] }>();
</script>

<template>
  <ElDialog :model-value="open" title="Print" width="min(430px, 92vw)" @update:model-value="emit('close')" @closed="emit('closed')">
    <form id="print" class="choices" @submit.prevent="emit('print')">
      <p>The whole worksheet is printed as it reads, black on white, also what is folded away.</p>
      <ElCheckbox v-model="printChoices.numbers">numbers of the cells</ElCheckbox>
      <ElCheckbox v-model="printChoices.results">results</ElCheckbox>
      <ElCheckbox v-model="printChoices.conventions">the sentence about angles, numbers and decimals</ElCheckbox>
      <ElCheckbox v-model="printChoices.names">a list of names at the end</ElCheckbox>
      <ElRadioGroup v-model="printChoices.paper" aria-label="Paper"><ElRadio value="A4">A4</ElRadio><ElRadio value="Letter">Letter</ElRadio></ElRadioGroup>
    </form>
    <template #footer>
      <ElButton @click="emit('close')">Cancel</ElButton>
      <ElButton type="primary" autofocus native-type="submit" form="print">Print</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.choices { display: grid; justify-items: start; gap: 2px; }
p { margin: 0 0 8px; font: italic 15.5px/1.45 var(--serif); color: var(--ink-quiet); }
</style>
