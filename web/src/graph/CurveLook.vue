<script setup lang="ts">
import { COLOUR_NAMES, DASH_NAMES, DASHES, type CurveStyle } from "./graph";

/** Colour, thickness and dash of a curve. */
defineProps<{ style: Required<CurveStyle> }>();
const emit = defineEmits<{ change: [style: CurveStyle] }>();

const WIDTHS: [number, string][] = [[1.4, "thin"], [2.3, "medium"], [3.6, "thick"]];
</script>

<template>
  <div class="look">
    <div role="group" aria-label="Colour">
      <button v-for="(name, colour) in COLOUR_NAMES" :key="name" class="choice" :aria-pressed="style.colour === colour" :aria-label="name" :title="name" @click="emit('change', { colour })">
        <span class="dot" :style="{ background: `var(--curve-${colour})` }" />
      </button>
    </div>
    <div role="group" aria-label="Thickness">
      <button v-for="[width, name] in WIDTHS" :key="name" class="choice" :aria-pressed="style.width === width" :aria-label="name" @click="emit('change', { width })">
        <svg viewBox="0 0 22 12"><path d="M1 6H21" :stroke-width="width" /></svg>
      </button>
    </div>
    <div role="group" aria-label="Dash">
      <button v-for="(dash, index) in DASHES" :key="dash" class="choice" :aria-pressed="style.dash === index" :aria-label="DASH_NAMES[index]" @click="emit('change', { dash: index })">
        <svg viewBox="0 0 22 12"><path d="M1 6H21" stroke-width="2" :stroke-dasharray="dash" /></svg>
      </button>
    </div>
    <button class="quiet-button" @click="emit('change', { hidden: !style.hidden })">{{ style.hidden ? "Show this curve" : "Hide this curve" }}</button>
  </div>
</template>

<style scoped>
.look { padding: 6px 0 8px; display: grid; gap: 4px; justify-items: start; }
.look > div { display: flex; flex-wrap: wrap; gap: 2px; }
.choice { padding: 5px; border-radius: 4px; border: 1.5px solid transparent; min-width: 28px; min-height: 28px; display: inline-flex; align-items: center; justify-content: center; }
.choice[aria-pressed="true"] { border-color: var(--act); background: var(--act-tint); }
.choice:hover { background: var(--act-tint); }
.dot { width: 15px; height: 15px; border-radius: 50%; }
svg { width: 22px; height: 12px; fill: none; stroke: var(--ink); }
</style>
