<script setup lang="ts">
import { computed, ref } from "vue";

import { api, type Schemas } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";
import { useInsertion } from "./useInsertion";

/** A field to draw a sign on, with mouse, pen or finger; the signs that it is like stand below it from the first stroke on, a click puts one into the line. */
type Point = [number, number];
const { insert } = useInsertion();
const strokes = ref<Point[][]>([]);
const found = ref<Schemas["SignSchema"][]>([]);
const problem = ref("");
/** Points nearer to each other (px) are one. */
const NEAR = 2;
let drawing: number | null = null;
let turn = 0;

const paths = computed(() => strokes.value.map((points) => `M${points.map(([x, y]) => `${x},${y}`).join("L")}${points.length === 1 ? "h0.1" : ""}`));

function place(event: PointerEvent): Point {
  const box = (event.currentTarget as Element).getBoundingClientRect();
  return [Math.round((event.clientX - box.left) * 10) / 10, Math.round((event.clientY - box.top) * 10) / 10];
}

function begin(event: PointerEvent): void {
  if (event.button !== 0) return;
  drawing = event.pointerId;
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  strokes.value.push([place(event)]);
}

function draw(event: PointerEvent): void {
  const stroke = strokes.value.at(-1);
  const last = stroke?.at(-1);
  if (event.pointerId !== drawing || !stroke || !last) return;
  const [x, y] = place(event);
  if (Math.hypot(x - last[0], y - last[1]) >= NEAR && stroke.length < 1000) stroke.push([x, y]);
}

function end(event: PointerEvent): void {
  if (event.pointerId !== drawing) return;
  drawing = null;
  void look();
}

/** An answer to what was drawn before is dropped. */
async function look(): Promise<void> {
  const mine = (turn += 1);
  try {
    const { data } = await api.POST("/api/signs", { body: { strokes: strokes.value.slice(-20) } });
    if (mine !== turn) return;
    found.value = data ?? [];
    problem.value = "";
  } catch {
    if (mine === turn) problem.value = "The server does not answer.";
  }
}

function clear(): void {
  turn += 1;
  strokes.value = [];
  found.value = [];
}

function back(): void {
  strokes.value.pop();
  if (strokes.value.length) void look();
  else clear();
}

async function take(written: string): Promise<void> {
  clear();
  await insert(written);
}
</script>

<template>
  <div class="draw">
    <svg class="field" role="img" aria-label="Draw a sign here; the signs can also be found by their names above" data-keeps-editor @mousedown.prevent @pointerdown="begin" @pointermove="draw" @pointerup="end" @pointercancel="end">
      <path v-for="(path, index) in paths" :key="index" :d="path" />
      <text v-if="!strokes.length" x="50%" y="50%">Draw a sign</text>
    </svg>
    <p v-if="strokes.length" class="words">
      <button class="quiet-button" data-keeps-editor @mousedown.prevent @click="back">undo stroke</button>
      <button class="quiet-button" data-keeps-editor @mousedown.prevent @click="clear">clear</button>
    </p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <div v-if="found.length" class="likely" role="group" aria-label="Signs that it is like" aria-live="polite">
      <button v-for="sign in found" :key="sign.name" data-keeps-editor :title="sign.name" @mousedown.prevent @click="take(sign.written)">
        <Typeset :latex="sign.sample" small /><small>{{ sign.name }}</small>
      </button>
    </div>
  </div>
</template>

<style scoped>
.draw { margin-bottom: 10px; }
.field { display: block; width: 100%; height: 132px; border: 1px dashed var(--act-line); border-radius: var(--round); background: var(--page); cursor: crosshair; touch-action: none; }
path { fill: none; stroke: var(--ink); stroke-width: 3; stroke-linecap: round; stroke-linejoin: round; }
text { text-anchor: middle; dominant-baseline: middle; font: italic 15px var(--serif); fill: var(--ink-quiet); pointer-events: none; user-select: none; }
.words { display: flex; gap: 14px; margin: 4px 0; font-size: 13px; }
.likely { display: grid; grid-template-columns: repeat(auto-fill, minmax(64px, 1fr)); gap: 6px; margin-top: 6px; }
.likely button { min-height: 56px; display: flex; flex-direction: column; align-items: center; justify-content: space-between; gap: 2px; padding: 7px 2px 5px; border: 1px solid var(--hair); border-radius: var(--round); background: var(--page); overflow: hidden; }
.likely button:hover { border-color: var(--act-line); background: var(--act-tint); }
.likely button:first-child { border-color: var(--act-line); }
.likely :deep(.katex) { font-size: 1em; }
small { font-size: 11px; line-height: 1.15; color: var(--ink-quiet); text-align: center; }
.problem { margin: 4px 0; font: italic 14px var(--serif); color: var(--wrong); }
</style>
