<script setup lang="ts">
import "element-plus/es/components/input/style/css";

import { ElInput } from "element-plus/es/components/input/index";
import { computed, defineAsyncComponent, nextTick, ref, watch } from "vue";

import { handbookAsked } from "../sheet/panel";
import { useWorksheet } from "../sheet/store";

/** The handbook beside the page: found by aim, word or sign; its lines go to the worksheet. */
const HandbookBook = defineAsyncComponent(() => import("../handbook/HandbookBook.vue"));
const sheet = useWorksheet();
const wanted = ref("");
const field = ref<InstanceType<typeof ElInput>>();

/** The cell that is being written, or the one that is marked. */
const line = computed(() => {
  const cell = sheet.active ?? sheet.mark;
  return cell ? (sheet.drafts.get(cell) ?? sheet.cellOf(cell)?.text ?? "") : "";
});

watch(handbookAsked, async () => {
  wanted.value = "";
  await nextTick();
  field.value?.focus();
}, { immediate: true, flush: "post" });

/** Lines of a page come below the line that is written, as a cell of their own. */
function send(text: string): void {
  const at = sheet.active ?? sheet.mark ?? sheet.visible.at(-1)?.id ?? null;
  if (sheet.active) sheet.commit(sheet.active);
  sheet.addBelow(at ?? "", text);
}
</script>

<template>
  <ElInput ref="field" v-model="wanted" class="search" clearable placeholder="surd, gradient, decimal places …" aria-label="Search the handbook" />
  <HandbookBook :wanted="wanted" :asked="handbookAsked" :line="line" @send="send" @open="wanted = wanted" />
</template>

<style scoped>
.search { margin-bottom: 8px; }
.search :deep(input)::placeholder { color: var(--ink-quiet); }
</style>
