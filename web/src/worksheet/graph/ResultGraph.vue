<script setup lang="ts">
import { computed } from "vue";

import type { Line } from "../../shared/api/client";
import Typeset from "../../shared/Typeset.vue";
import type { Feature } from "./frame";
import PlotFrame from "./PlotFrame.vue";

/** A graph in the page: the drawing, beside it what each curve stands for and the points found on them, exact. */
const props = defineProps<{ line: Line }>();

const graph = computed(() => props.line.graph ?? null);

interface Group {
  title: string;
  of: string;
  points: string[];
}

const KINDS: [string, string][] = [
  ["zero", "Zeros of"],
  ["maximum", "Maxima of"],
  ["minimum", "Minima of"],
  ["inflection", "Level inflections of"],
];

const value = (entry: Feature["x"]) => entry.exact?.latex ?? `\\approx ${entry.decimal?.latex ?? ""}`;
const pair = (feature: Feature) => `\\left(${value(feature.x)},\\; ${value(feature.y)}\\right)`;

const groups = computed<Group[]>(() => {
  const found: Group[] = [];
  if (!graph.value) return found;
  const meetings = graph.value.meetings;
  if (meetings.length) found.push({ title: "Meetings", of: "", points: [...new Set(meetings.map(pair))] });
  for (const curve of graph.value.curves) {
    for (const [kind, title] of KINDS) {
      const points = curve.features.filter((feature) => feature.kind === kind);
      if (points.length) found.push({ title, of: curve.name, points: points.map((point) => (kind === "zero" ? value(point.x) : pair(point))) });
    }
  }
  return found;
});
const isEmpty = computed(() => graph.value && graph.value.points.length === 0 && graph.value.curves.every((curve) => curve.pieces.length === 0));
</script>

<template>
  <figure v-if="graph" class="graph">
    <PlotFrame class="drawing" :graph="graph" />
    <figcaption>
      <ul v-if="graph.curves.length" class="legend">
        <li v-for="(curve, index) in graph.curves" :key="index">
          <svg class="key" viewBox="0 0 22 8" aria-hidden="true"><path class="curve" :class="`style-${index % 6}`" d="M1 4H21" /></svg>
          <Typeset :latex="curve.label.latex" small />
        </li>
      </ul>
      <p v-if="isEmpty" class="nothing">Nothing of these curves lies in this window; choose another one, as in … for x from 0 to 10, y from -5 to 5.</p>
      <section v-for="(group, index) in groups" :key="index">
        <h4>{{ group.title }} <Typeset v-if="group.of" :latex="group.of" small /></h4>
        <p><span v-for="(point, place) in group.points" :key="place" class="value"><Typeset :latex="point" small /></span></p>
      </section>
    </figcaption>
  </figure>
</template>

<style scoped>
.graph { display: grid; grid-template-columns: minmax(0, 480px) minmax(180px, 1fr); gap: 14px 20px; margin: 6px 0 10px; align-items: start; }
.legend { list-style: none; margin: 0 0 10px; padding: 0; }
.legend li { display: flex; align-items: center; gap: 10px; padding: 7px 0; border-bottom: 1px solid var(--hair); overflow-x: auto; overflow-y: hidden; }
.key { width: 22px; height: 8px; flex: none; }
.curve { fill: none; stroke-width: 2.6; }
h4 { margin: 10px 0 2px; font: 600 13px var(--sans); color: var(--ink-quiet); }
section p { margin: 0; display: flex; flex-wrap: wrap; gap: 4px 16px; }
.value { overflow-x: auto; overflow-y: hidden; max-width: 100%; padding: 2px 0; }
.nothing { font: italic 14.5px/1.45 var(--serif); color: var(--ink-quiet); }
@media (max-width: 760px) { .graph { grid-template-columns: minmax(0, 1fr); } }
</style>
