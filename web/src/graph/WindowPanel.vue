<script setup lang="ts">
import "element-plus/es/components/checkbox/style/css";

import { ElCheckbox } from "element-plus/es/components/checkbox/index";
import { computed, ref, watch } from "vue";

import TypedField from "../shared/TypedField.vue";
import type { Graph, GraphChoice, Window } from "./graph";
import { placeText, readMarks, readPlace } from "./places";

/** The window by numbers, presets, and what is marked in it. */
const props = defineProps<{ graph: Graph; window: Window; size: [number, number]; choice: GraphChoice }>();
const emit = defineEmits<{ change: [choice: GraphChoice] }>();

const SIDES = [["from", 0], ["to", 1], ["from", 2], ["to", 3]] as const;
/** The usual size is not stored. */
const SIZES: [string, [number, number] | undefined][] = [["small", [380, 270]], ["usual", undefined], ["large", [700, 470]]];
const problem = ref("");
watch(() => props.window, () => (problem.value = ""));

const presets = computed<[string, Window | undefined][]>(() => {
  const [left, right, bottom, top] = props.window;
  const found: [string, Window | undefined][] = [["as the line says", undefined], ["−10 to 10", [-10, 10, -10, 10]], ["−5 to 5", [-5, 5, -5, 5]]];
  if (props.graph.axis === "pi") found.push(["one turn", [0, 2 * Math.PI, bottom, top]], ["−2π to 2π", [-2 * Math.PI, 2 * Math.PI, bottom, top]]);
  if (props.graph.axis === "degrees") found.push(["one turn", [0, 360, bottom, top]], ["−360° to 360°", [-360, 360, bottom, top]]);
  const points = [...props.graph.curves.flatMap((curve) => curve.features), ...props.graph.meetings].map((feature) => feature.place);
  if (points.length > 1) found.push(["around what was found", around(points.map((place) => place[0] ?? 0), points.map((place) => place[1] ?? 0), [left, right, bottom, top])]);
  return found;
});

function around(xs: number[], ys: number[], now: Window): Window {
  const side = (values: number[], size: number): [number, number] => {
    const [low, high] = [Math.min(...values), Math.max(...values)];
    const room = 0.25 * (high - low) || size / 4;
    return [low - room, high + room];
  };
  return [...side(xs, now[1] - now[0]), ...side(ys, now[3] - now[2])];
}

/** Text that was refused stays until the window changes, with what is wrong about it. */
function take(side: number, text: string): void {
  const typed = readPlace(text);
  const next = props.window.map((value, at) => (at === side ? (typed ?? NaN) : value)) as Window;
  if (typed === null) problem.value = "A number is needed here, as in -2.5, 3/2 or 2π.";
  else if (next[0] >= next[1] || next[2] >= next[3]) problem.value = "The first end must be the smaller one.";
  else emit("change", { window: next, equal: undefined });
}

function takeMarks(axis: "x" | "y", text: string): void {
  if (text && readMarks(text) === null) {
    problem.value = "Marks stand at a step above 0, as in 0.5, 1/4 or pi/6, at places, as in 0; 2; 5, or nowhere: none.";
    return;
  }
  problem.value = "";
  emit("change", { ticks: { ...props.choice.ticks, [axis]: text || undefined } });
}

function takeTitle(place: "graph" | "x" | "y", text: string): void {
  emit("change", { titles: { ...props.choice.titles, [place]: text || undefined } });
}

const axisOf = (axis: number) => (axis === 0 ? "x" : "y");
const axisName = (axis: number) => (axis === 0 ? props.graph.letter : props.graph.letter === "y" ? "x" : "y");
</script>

<template>
  <div class="window">
    <div v-for="axis in [0, 1]" :key="axis" class="fields">
      <span class="name">{{ axisName(axis) }}</span>
      <label v-for="[word, side] in SIDES.slice(axis * 2, axis * 2 + 2)" :key="side">{{ word }} <TypedField :value="placeText(window[side], axis === 0 ? graph.axis : 'plain')" :size="8" @change="take(side, $event)" /></label>
      <label>marks every <TypedField :value="choice.ticks?.[axisOf(axis)] ?? ''" placeholder="by itself" :size="9" @change="takeMarks(axisOf(axis), $event)" /></label>
      <label>title <TypedField :value="choice.titles?.[axisOf(axis)] ?? ''" :placeholder="axisName(axis)" :size="14" @change="takeTitle(axisOf(axis), $event)" /></label>
    </div>
    <div class="fields"><label>title of the graph <TypedField :value="choice.titles?.graph ?? ''" placeholder="none" :size="28" @change="takeTitle('graph', $event)" /></label></div>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div class="presets" role="group" aria-label="Windows">
      <button v-for="[name, window] in presets" :key="name" class="preset" @click="emit('change', { window, equal: undefined })">{{ name }}</button>
    </div>
    <div class="presets" role="group" aria-label="Size">
      <span>size</span>
      <button v-for="[name, wanted] in SIZES" :key="name" class="preset" :aria-pressed="size.every((value, at) => value === (wanted ?? [0, 0])[at])" @click="emit('change', { size: wanted })">{{ name }}</button>
    </div>
    <div class="checks">
      <ElCheckbox :model-value="Boolean(choice.equal)" @update:model-value="emit('change', { equal: choice.equal ? undefined : true, window: choice.equal ? choice.window : window })">equal scales</ElCheckbox>
      <ElCheckbox :model-value="choice.grid !== false" @update:model-value="emit('change', { grid: choice.grid === false ? undefined : false })">grid</ElCheckbox>
      <ElCheckbox :model-value="Boolean(choice.coordinates)" @update:model-value="emit('change', { coordinates: choice.coordinates ? undefined : true })">coordinates at points</ElCheckbox>
    </div>
  </div>
</template>

<style scoped>
.window { display: grid; gap: 7px; padding: 8px 0 2px; font-size: 13.5px; color: var(--ink-quiet); }
.fields, .presets, .checks { display: flex; flex-wrap: wrap; gap: 5px 12px; align-items: center; }
.name { font: italic 17px KaTeX_Math, serif; color: var(--ink); width: 14px; }
label { display: inline-flex; align-items: center; gap: 5px; }
.preset { color: var(--act); border: 1px solid var(--act-line); border-radius: 12px; padding: 2px 10px; font-size: 13px; }
.preset[aria-pressed="true"] { background: var(--act-tint); }
.preset:hover { background: var(--act-tint); }
.problem { margin: 0; color: var(--wrong); font: italic 13.5px/1.4 var(--serif); }
</style>
