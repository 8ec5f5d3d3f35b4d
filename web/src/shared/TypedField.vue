<script setup lang="ts">
import { ref, watch } from "vue";

/** A field whose text is told when it is finished; what is being typed is not disturbed by news from elsewhere. */
const props = defineProps<{ value: string; size?: number; placeholder?: string }>();
const emit = defineEmits<{ change: [text: string] }>();
const text = ref(props.value);
let isWriting = false;

watch(() => props.value, (value) => {
  if (!isWriting) text.value = value;
});

function write(event: Event): void {
  isWriting = true;
  text.value = (event.target as HTMLInputElement).value;
}

function finish(): void {
  if (!isWriting) return;
  isWriting = false;
  emit("change", text.value.trim());
}
</script>

<template>
  <input :value="text" :size="size" :placeholder="placeholder" spellcheck="false" autocomplete="off" @input="write" @change="finish" @blur="finish" @keydown.enter="finish" />
</template>
