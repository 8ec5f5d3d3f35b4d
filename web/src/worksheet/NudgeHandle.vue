<script setup lang="ts">
import { computed, onBeforeUnmount } from "vue";

import { numberAt } from "../editor/nudge";
import { useWorksheet } from "../sheet/store";
import { useNudge } from "../editor/useNudge";

/** Moves the number of a definition: one step at a click, on and on while it is held. */
const props = defineProps<{ cell: string; name: string }>();
const sheet = useWorksheet();
const { nudge, newestText } = useNudge();
const text = computed(() => sheet.cellOf(props.cell)?.text ?? "");
const shown = computed(() => {
  const place = numberAt(text.value, null);
  return place ? `${place.isNegative ? "−" : ""}${place.digits}` : "";
});
let timer: ReturnType<typeof setInterval> | undefined;
let start: ReturnType<typeof setTimeout> | undefined;

function step(by: number): void {
  nudge(props.cell, newestText(props.cell), null, by);
}

function hold(by: number): void {
  step(by);
  start = setTimeout(() => (timer = setInterval(() => step(by), 90)), 400);
}

function release(): void {
  clearTimeout(start);
  clearInterval(timer);
}

onBeforeUnmount(release);
</script>

<template>
  <div class="nudge" role="group" :aria-label="`Nudge ${name}`">
    <button aria-label="Less" @pointerdown.prevent="hold(-1)" @pointerup="release" @pointerleave="release" @keydown.enter.prevent="step(-1)" @keydown.space.prevent="step(-1)">−</button>
    <output>{{ shown }}</output>
    <button aria-label="More" @pointerdown.prevent="hold(1)" @pointerup="release" @pointerleave="release" @keydown.enter.prevent="step(1)" @keydown.space.prevent="step(1)">+</button>
  </div>
</template>

<style scoped>
.nudge { display: inline-flex; align-items: center; gap: 4px; margin-top: 6px; border: 1px solid var(--act-line); border-radius: var(--round); }
.nudge button { width: 40px; height: 34px; color: var(--act); font-size: 18px; touch-action: none; user-select: none; }
.nudge button:hover { background: var(--act-tint); }
output { min-width: 54px; text-align: center; font: 15px var(--mono); }
</style>
