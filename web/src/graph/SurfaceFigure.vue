<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, onMounted, ref, useId, watch } from "vue";

import type { Line } from "../shared/api/client";
import { save } from "../shared/download";
import { isDark } from "../shared/theme";
import Typeset from "../shared/Typeset.vue";
import { useWorksheet } from "../sheet/store";
import { latexOf, textOf, type Graph } from "./graph";
import GraphFigure from "./GraphFigure.vue";
import { Camera, colourOf, edgesOf, facetsOf, inBox, labelsOf, rgb, short, sized, turned, USUAL_VIEW, type Surface, type View } from "./surface";

/** A surface in the page, turned by dragging and by arrow keys; its level lines instead of it, where these are wanted; beside it the points at which it is level. */
const props = defineProps<{ line: Line; cell: string; index: number; decimal: boolean }>();
const sheet = useWorksheet();
const canvas = ref<HTMLCanvasElement>();
const room = ref<HTMLElement>();
const { width: roomWidth } = useElementSize(room);
const view = ref<View>(USUAL_VIEW);
const shows = ref<"surface" | "levels">("surface");
const hint = useId();
/** Radians for a pixel of a drag, and for a key. */
const BY_PIXEL = 0.008;
const BY_KEY = 0.1;

const graph = computed(() => props.line.graph as Graph);
const surface = computed(() => graph.value.surface as Surface);
const width = computed(() => Math.min(492, Math.max(240, roomWidth.value || 492)));
const height = computed(() => Math.round(Math.min(350, width.value * 0.8)));
const camera = computed(() => new Camera(view.value, width.value, height.value));
const edges = computed(() => edgesOf(surface.value, graph.value.window, camera.value));
const label = computed(() => {
  const [x, y, z] = surface.value.letters;
  const [left = 0, right = 0, bottom = 0, top = 0] = graph.value.window;
  const [low = 0, high = 0] = surface.value.span;
  const points = surface.value.points.map((point) => `${point.kind} at ${x} = ${textOf(point.x)}, ${y} = ${textOf(point.y)}, ${z} = ${textOf(point.z)}`);
  return `Surface ${graph.value.curves[0]?.label.text ?? ""}, ${x} from ${short(left)} to ${short(right)}, ${y} from ${short(bottom)} to ${short(top)}, heights from ${short(low)} to ${short(high)}${points.length ? `; ${points.join("; ")}` : ""}`;
});
const KINDS: Record<string, string> = { maximum: "Maximum", minimum: "Minimum", saddle: "Saddle", level: "Level" };
const spots = computed(() => surface.value.points.map((point) => {
  const [left = 0, right = 1, bottom = 0, top = 1] = graph.value.window;
  const [x = 0, y = 0, z = 0] = point.place;
  return camera.value.spot((2 * (x - left)) / (right - left) - 1, (2 * (y - bottom)) / (top - bottom) - 1, inBox(surface.value, z));
}));

function token(name: string): string {
  return canvas.value ? getComputedStyle(canvas.value).getPropertyValue(name).trim() : "";
}

/** The sheet on which it is painted is finer than the screen where that is. */
function paint(): void {
  const sheetOf = canvas.value?.getContext("2d");
  if (!canvas.value || !sheetOf) return;
  const fine = window.devicePixelRatio || 1;
  [canvas.value.width, canvas.value.height] = [width.value * fine, height.value * fine];
  sheetOf.setTransform(fine, 0, 0, fine, 0, 0);
  drawOn(sheetOf);
}

function drawOn(sheetOf: CanvasRenderingContext2D): void {
  const [low, high, ink, quiet] = [rgb(token("--curve-4")), rgb(token("--curve-3")), token("--ink"), token("--ink-quiet")];
  sheetOf.clearRect(0, 0, width.value, height.value);
  sheetOf.lineWidth = 0.6;
  sheetOf.lineJoin = "round";
  for (const facet of facetsOf(surface.value, camera.value)) {
    sheetOf.beginPath();
    facet.corners.forEach(([x, y], k) => (k ? sheetOf.lineTo(x, y) : sheetOf.moveTo(x, y)));
    sheetOf.closePath();
    sheetOf.fillStyle = colourOf(facet, low, high);
    sheetOf.strokeStyle = "rgba(20, 25, 30, 0.28)";
    sheetOf.fill();
    sheetOf.stroke();
  }
  sheetOf.strokeStyle = quiet;
  sheetOf.lineWidth = 1.2;
  for (const { from, to } of edges.value) {
    sheetOf.beginPath();
    sheetOf.moveTo(from[0], from[1]);
    sheetOf.lineTo(to[0], to[1]);
    sheetOf.stroke();
  }
  for (const { x, y, text, isLetter } of edges.value.flatMap((edge) => labelsOf(edge, [width.value / 2, height.value / 2]))) {
    sheetOf.font = isLetter ? "italic 16px KaTeX_Math, serif" : `12px ${token("--sans") || "sans-serif"}`;
    sheetOf.fillStyle = isLetter ? ink : quiet;
    sheetOf.textAlign = "center";
    sheetOf.textBaseline = "middle";
    sheetOf.fillText(text, x, y);
  }
  for (const [x, y] of spots.value) {
    sheetOf.beginPath();
    sheetOf.arc(x, y, 4, 0, 2 * Math.PI);
    sheetOf.fillStyle = ink;
    sheetOf.strokeStyle = token("--page");
    sheetOf.lineWidth = 1.6;
    sheetOf.fill();
    sheetOf.stroke();
  }
}

let waiting = 0;
function soon(): void {
  cancelAnimationFrame(waiting);
  waiting = requestAnimationFrame(paint);
}
watch([view, width, surface, shows, isDark], soon, { flush: "post" });
onMounted(() => void document.fonts.ready.then(paint));

let held: { x: number; y: number } | null = null;
function begin(event: PointerEvent): void {
  if (event.button !== 0) return;
  held = { x: event.clientX, y: event.clientY };
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
}
function drag(event: PointerEvent): void {
  if (!held) return;
  view.value = turned(view.value, (event.clientX - held.x) * BY_PIXEL, (event.clientY - held.y) * BY_PIXEL);
  held = { x: event.clientX, y: event.clientY };
}
function end(): void {
  held = null;
}
/** The wheel belongs to the page until the surface has the focus. */
function wheel(event: WheelEvent): void {
  if (!event.ctrlKey && document.activeElement !== canvas.value) return;
  event.preventDefault();
  view.value = sized(view.value, Math.exp(-event.deltaY / 500));
}
function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const moves: Record<string, () => View> = {
    ArrowLeft: () => turned(view.value, -BY_KEY, 0), ArrowRight: () => turned(view.value, BY_KEY, 0), ArrowUp: () => turned(view.value, 0, BY_KEY), ArrowDown: () => turned(view.value, 0, -BY_KEY),
    PageUp: () => sized(view.value, 1.15), PageDown: () => sized(view.value, 1 / 1.15), Home: () => USUAL_VIEW,
  };
  const move = moves[event.key];
  if (event.key === "Escape") {
    if (sheet.editor) sheet.editor.focus();
    else sheet.putMark(props.cell);
  } else if (!move) return;
  else view.value = move();
  event.preventDefault();
  event.stopPropagation();
}

/** As polygons, like what is painted. */
function asSvg(): string {
  const [low, high, ink, quiet] = [rgb(token("--curve-4")), rgb(token("--curve-3")), token("--ink"), token("--ink-quiet")];
  const facets = facetsOf(surface.value, camera.value).map((facet) => `<polygon points="${facet.corners.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(" ")}" fill="${colourOf(facet, low, high)}"/>`);
  const lines = edges.value.map(({ from, to }) => `<path d="M${from[0].toFixed(1)},${from[1].toFixed(1)}L${to[0].toFixed(1)},${to[1].toFixed(1)}" stroke="${quiet}"/>`);
  const texts = edges.value.flatMap((edge) => labelsOf(edge, [width.value / 2, height.value / 2])).map(({ x, y, text, isLetter }) => `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" text-anchor="middle" dominant-baseline="middle" ${isLetter ? `font-family="serif" font-style="italic" font-size="16" fill="${ink}"` : `font-family="sans-serif" font-size="12" fill="${quiet}"`}>${text}</text>`);
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width.value}" height="${height.value}" viewBox="0 0 ${width.value} ${height.value}"><title>${label.value.replace(/[<&]/g, "")}</title><rect width="100%" height="100%" fill="${token("--page")}"/><g stroke="#14191e" stroke-opacity="0.28" stroke-width="0.6" stroke-linejoin="round">${facets.join("")}</g>${lines.join("")}${texts.join("")}</svg>`;
}

async function saveAs(kind: "SVG" | "PNG"): Promise<void> {
  const name = `surface ${sheet.numbers.get(props.cell) ?? ""}`.trim();
  if (kind === "SVG") return save(`${name}.svg`, asSvg(), "image/svg+xml");
  const picture = await new Promise<Blob | null>((done) => canvas.value?.toBlob(done, "image/png"));
  if (picture) save(`${name}.png`, picture, "image/png");
}
</script>

<template>
  <div class="surface" :class="{ flat: shows === 'levels' }" @click.stop>
    <div ref="room" class="drawing">
      <template v-if="shows === 'surface'">
        <canvas
          ref="canvas" role="application" tabindex="0" :style="{ width: `${width}px`, height: `${height}px` }" :aria-label="label" :aria-describedby="hint"
          @pointerdown="begin" @pointermove="drag" @pointerup="end" @pointercancel="end" @wheel="wheel" @keydown="key" />
        <span :id="hint" class="hidden-text">Arrow keys turn the surface, Page Up and Page Down go closer and farther, Home goes back. Its level points are listed after it.</span>
      </template>
      <p class="tools" role="group" aria-label="Surface">
        <button class="tool" :aria-pressed="shows === 'levels'" @click="shows = shows === 'surface' ? 'levels' : 'surface'">level lines</button>
        <template v-if="shows === 'surface'">
          <button class="tool" @click="view = sized(view, 1.25)">closer</button>
          <button class="tool" @click="view = sized(view, 0.8)">farther</button>
          <button class="tool" @click="view = USUAL_VIEW">as at first</button>
          <button class="tool" @click="saveAs('SVG')">save SVG</button>
          <button class="tool" @click="saveAs('PNG')">save PNG</button>
        </template>
      </p>
      <GraphFigure v-if="shows === 'levels'" :line="line" :cell="cell" :index="index" :decimal="decimal" />
    </div>
    <div v-if="shows === 'surface'" class="beside">
      <p class="label"><Typeset :latex="graph.curves[0]?.label.latex ?? ''" small /></p>
      <p v-if="!surface.points.length && surface.sure" class="quiet">There is no point at which it is level.</p>
      <ul v-if="surface.points.length">
        <li v-for="(point, k) in surface.points" :key="k"><span class="kind">{{ KINDS[point.kind] }}</span> <Typeset :latex="`(${latexOf(point.x, decimal)},\\; ${latexOf(point.y, decimal)},\\; ${latexOf(point.z, decimal)})`" small /></li>
      </ul>
      <p v-if="!surface.sure" class="quiet">Where it is level could not be found for all of it.</p>
      <p class="quiet">Drag it to turn it.</p>
    </div>
  </div>
</template>

<style scoped>
.surface { display: grid; grid-template-columns: minmax(0, 492px) minmax(0, 1fr); gap: 10px 24px; margin: 6px 0 8px; cursor: auto; }
.surface.flat { grid-template-columns: minmax(0, 1fr); }
.drawing { min-width: 0; }
canvas { display: block; max-width: 100%; cursor: grab; touch-action: pan-y; border-radius: 3px; }
canvas:active { cursor: grabbing; }
canvas:focus { outline: none; touch-action: none; }
canvas:focus-visible { outline: 2px solid var(--act); outline-offset: 3px; }
.tools { display: flex; flex-wrap: wrap; gap: 2px 16px; margin: 2px 0 0; }
.tool { font-size: 13px; color: var(--act); padding: 2px 0; }
.tool[aria-pressed="true"] { font-weight: 600; text-decoration: underline; text-underline-offset: 3px; }
.tool:hover { text-decoration: underline; text-underline-offset: 3px; }
.beside { min-width: 0; padding-top: 12px; }
.label { margin: 0 0 8px; padding-bottom: 6px; border-bottom: 1px solid var(--hair); overflow-x: auto; }
ul { list-style: none; margin: 0 0 8px; padding: 0; }
li { padding: 3px 0; }
.kind { font: 600 13px/1.4 var(--sans); color: var(--ink-quiet); margin-right: 8px; }
.quiet { margin: 3px 0; font: italic 14px/1.45 var(--serif); color: var(--ink-quiet); }
@media (max-width: 760px) { .surface { grid-template-columns: minmax(0, 1fr); } }
@media print { .tools, .quiet { display: none; } }
</style>
