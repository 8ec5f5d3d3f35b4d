<script setup lang="ts">
import "element-plus/es/components/input-number/style/css";
import "element-plus/es/components/popover/style/css";
import "element-plus/es/components/radio/style/css";
import "element-plus/es/components/radio-group/style/css";

import { ElInputNumber } from "element-plus/es/components/input-number/index";
import { ElPopover } from "element-plus/es/components/popover/index";
import { ElRadio, ElRadioGroup } from "element-plus/es/components/radio/index";
import { computed, nextTick, ref } from "vue";

/** To how many digits, as a word of the sentence of conventions: ↑ ↓ change the number, Escape leaves. */
const props = defineProps<{ decimals: string }>();
const emit = defineEmits<{ choose: [decimals: string]; closed: [] }>();
const isOpen = ref(false);
const word = ref<HTMLElement>();
const fields = ref<HTMLElement>();

const digits = computed(() => {
  const [count = "6", unit = "sf"] = props.decimals.split(" ");
  return { count: Number(count), unit };
});
const said = computed(() => {
  const { count, unit } = digits.value;
  return `${count} ${unit === "sf" ? "significant figure" : "decimal place"}${count === 1 ? "" : "s"}`;
});

function choose(count: number | undefined, unit = digits.value.unit): void {
  if (count === undefined || !Number.isInteger(count)) return;
  emit("choose", `${Math.min(50, Math.max(unit === "sf" ? 1 : 0, count))} ${unit}`);
}

async function opened(): Promise<void> {
  await nextTick();
  fields.value?.querySelector("input")?.focus();
}

function leave(): void {
  isOpen.value = false;
  word.value?.focus();
  emit("closed");
}
</script>

<template>
  <ElPopover v-model:visible="isOpen" trigger="click" :persistent="false" :width="240" placement="bottom-start" @after-enter="opened" @hide="emit('closed')">
    <template #reference><button ref="word" class="choice" :aria-label="`Decimals to ${said}: change`" :aria-expanded="isOpen">{{ said }}</button></template>
    <div ref="fields" @keydown.esc.stop.prevent="leave" @keydown.enter.stop.prevent="leave">
      <ElInputNumber class="count" :model-value="digits.count" :min="digits.unit === 'sf' ? 1 : 0" :max="50" aria-label="Number of digits" @change="choose($event)" />
      <ElRadioGroup :model-value="digits.unit" aria-label="What is counted" @update:model-value="choose(digits.count, String($event))">
        <ElRadio value="sf">significant figures</ElRadio>
        <ElRadio value="dp">decimal places</ElRadio>
      </ElRadioGroup>
    </div>
  </ElPopover>
</template>

<style scoped>
.count { width: 100%; margin-bottom: 8px; }
</style>
