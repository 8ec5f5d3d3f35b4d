<script setup lang="ts">
import { computed, useId } from "vue";

import { Frame, HEIGHT, WIDTH, type Graph } from "./frame";

/** The drawing: grid, axes, curves and the points found on them. */
const props = defineProps<{ graph: Graph }>();

const frame = computed(() => new Frame(props.graph.window));
const clip = useId();
const marks = computed(() =>
  [...props.graph.curves.flatMap((curve) => curve.features), ...props.graph.meetings].map((feature) => feature.place).filter((place) => frame.value.holds(place)),
);
const names = computed(() => props.graph.curves.map((curve) => curve.label.text).join("; ") || "points");
</script>

<template>
  <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`Graph of ${names}; the list beside it names its points`" class="plot">
    <defs><clipPath :id="clip"><rect :width="WIDTH" :height="HEIGHT" /></clipPath></defs>
    <g class="grid">
      <line v-for="tick in frame.ticksX()" :key="`x${tick.value}`" :x1="tick.at" :x2="tick.at" y1="0" :y2="HEIGHT" />
      <line v-for="tick in frame.ticksY()" :key="`y${tick.value}`" :y1="tick.at" :y2="tick.at" x1="0" :x2="WIDTH" />
    </g>
    <g class="axes">
      <line x1="0" :x2="WIDTH" :y1="frame.axisY" :y2="frame.axisY" /><line y1="0" :y2="HEIGHT" :x1="frame.axisX" :x2="frame.axisX" />
    </g>
    <g :clip-path="`url(#${clip})`">
      <g v-for="(curve, index) in graph.curves" :key="index" class="curve" :class="`style-${index % 6}`">
        <path v-for="(piece, place) in curve.pieces" :key="place" :d="frame.path(piece)" />
      </g>
      <path v-if="graph.joined && graph.points.length" class="curve style-0" :d="frame.path(graph.points)" />
    </g>
    <g class="labels">
      <text v-for="tick in frame.ticksX()" :key="`x${tick.value}`" :x="tick.at" :y="Math.min(HEIGHT - 4, frame.axisY + 16)" text-anchor="middle">{{ tick.label }}</text>
      <text v-for="tick in frame.ticksY()" :key="`y${tick.value}`" :x="Math.max(24, frame.axisX - 6)" :y="tick.at + 4" text-anchor="end">{{ tick.label }}</text>
    </g>
    <circle v-for="(place, index) in marks" :key="index" class="mark" :cx="frame.x(place[0] ?? 0)" :cy="frame.y(place[1] ?? 0)" r="4" />
    <circle v-for="(point, index) in graph.points" :key="`p${index}`" class="point" :cx="frame.x(point[0] ?? 0)" :cy="frame.y(point[1] ?? 0)" r="3.5" />
  </svg>
</template>

<style scoped>
.plot { width: 100%; max-width: 520px; height: auto; display: block; overflow: visible; }
.grid line { stroke: var(--hair); stroke-width: 1; }
.axes line { stroke: var(--ink-quiet); stroke-width: 1.2; }
.labels text { font: 12px var(--sans); fill: var(--ink-quiet); paint-order: stroke; stroke: var(--page); stroke-width: 3px; }
.curve { fill: none; stroke-width: 2.3; stroke-linejoin: round; }
.mark { fill: var(--page); stroke: var(--ink); stroke-width: 1.8; }
.point { fill: var(--curve-0); }
</style>
