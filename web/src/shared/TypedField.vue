<script setup lang="ts">
import "element-plus/es/components/input/style/css";

import { ElInput } from "element-plus/es/components/input/index";
import { ref, watch } from "vue";

/** A field whose text is told when it is finished; what is being typed is not disturbed by news from elsewhere. `size` is its width in characters. */
const props = defineProps<{ value: string; size?: number; placeholder?: string }>();
const emit = defineEmits<{ change: [text: string] }>();
const text = ref(props.value);
let isWriting = false;

watch(() => props.value, (value) => {
  if (!isWriting) text.value = value;
});

function write(typed: string): void {
  isWriting = true;
  text.value = typed;
}

function finish(): void {
  if (!isWriting) return;
  isWriting = false;
  emit("change", text.value.trim());
}
</script>

<template>
  <ElInput
    class="typed" size="small" :model-value="text" :style="{ width: size ? `calc(${size}ch + 26px)` : undefined }" :placeholder="placeholder" spellcheck="false" autocomplete="off"
    @update:model-value="write" @change="finish" @blur="finish" @keydown.enter="finish" />
</template>

<style scoped>
.typed { max-width: 100%; }
.typed :deep(input) { font: 13.5px var(--mono); }
</style>
