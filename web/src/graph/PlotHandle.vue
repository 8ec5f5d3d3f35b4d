<script setup lang="ts">
import { computed } from "vue";

import type { Frame } from "./frame";
import { useHandle, type Snap } from "./useHandle";

/** A place on the axis that can be moved: an upright line, or a ring that runs along a curve. */
const props = defineProps<{ frame: Frame; x: number | null; y: number | null; snaps: Snap[]; name: string }>();
const emit = defineEmits<{ moved: [at: string]; ended: [] }>();
const { down, move, up, key } = useHandle(() => props.frame, () => props.snaps, { moved: (at) => emit("moved", at), ended: () => emit("ended") });
const isSeen = computed(() => props.x !== null && props.x >= props.frame.window[0] && props.x <= props.frame.window[1]);
const height = computed(() => (props.y === null ? props.frame.bottom - 12 : Math.min(props.frame.bottom, Math.max(props.frame.top, props.frame.y(props.y)))));
</script>

<template>
  <g
    v-if="isSeen && x !== null" class="handle" data-handle tabindex="0" role="slider" :aria-label="name" :aria-valuenow="x" :aria-valuemin="frame.window[0]" :aria-valuemax="frame.window[1]"
    @pointerdown="down" @pointermove="move" @pointerup="up" @pointercancel="up" @keydown="key($event, x)">
    <line v-if="y === null" :x1="frame.x(x)" :x2="frame.x(x)" :y1="frame.top" :y2="frame.bottom" />
    <circle class="reach" :cx="frame.x(x)" :cy="height" r="15" />
    <circle class="grip" :cx="frame.x(x)" :cy="height" r="6.5" />
  </g>
</template>

<style scoped>
.handle { cursor: ew-resize; touch-action: none; }
.handle:focus { outline: none; }
line { stroke: var(--act); stroke-width: 1.3; }
.reach { fill: transparent; }
.grip { fill: var(--page); stroke: var(--act); stroke-width: 2.6; }
.handle:focus-visible .grip { fill: var(--act); stroke: var(--act); stroke-width: 3; }
</style>
