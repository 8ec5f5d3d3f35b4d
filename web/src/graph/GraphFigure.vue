<script setup lang="ts">
import { useElementSize } from "@vueuse/core";
import { computed, nextTick, onBeforeUnmount, ref, useId, watch } from "vue";

import type { Line } from "../shared/api/client";
import { save } from "../shared/download";
import { goToDefinition } from "../sheet/namesAtCursor";
import { useWorksheet } from "../sheet/store";
import ChosenTools from "./ChosenTools.vue";
import { asPng, asSvg, featuresAsCsv, samplesAsCsv } from "./exports";
import FeatureList from "./FeatureList.vue";
import { changed } from "./frame";
import { USUAL_SIZE, type AreaChoice, type CurveStyle, type PathChoice, type TangentChoice, type Window } from "./graph";
import LegendList from "./LegendList.vue";
import { groupsOf, linesOf, marksOf } from "./marks";
import PlotView from "./PlotView.vue";
import { useGraph } from "./useGraph";
import type { Snap } from "./useHandle";
import { useResizing } from "./useResizing";
import WindowPanel from "./WindowPanel.vue";

/** A graph in the page: the drawing, beside it what each curve stands for and what was found, exact. */
const props = defineProps<{ line: Line; cell: string; index: number; decimal: boolean }>();
const sheet = useWorksheet();
const figure = ref<HTMLElement>();
const room = ref<HTMLElement>();
const beside = ref<HTMLElement>();
const plotView = ref<InstanceType<typeof PlotView>>();
const isFull = ref(false);
const panel = ref<"" | "window" | "save">("");
const pointed = ref("");
/** The curve that is pointed at, by its place; with one curve there is nothing to tell apart. */
const pointedCurve = ref<number | null>(null);
const ownCurve = computed(() => (graph.value.curves.length > 1 ? pointedCurve.value : null));
const hint = useId();

const { width: figureWidth } = useElementSize(figure);
const { width: roomWidth, height: roomHeight } = useElementSize(room);
const size = computed(() => {
  if (isFull.value) return { width: Math.max(240, roomWidth.value), height: Math.max(240, roomHeight.value) };
  const [wide, high] = resizing.value ?? view.choice.value.size ?? USUAL_SIZE;
  const most = Math.max(240, (figureWidth.value || wide) + 14);
  return { width: Math.min(most, wide), height: Math.round(high * Math.min(1, Math.max(0.6, most / wide))) };
});
const view = useGraph(() => ({ cell: props.cell, index: props.index, line: props.line }), () => size.value);
const { choice, window, graph, marks, problem, choose, pass, settle } = view;
const { resizing, grip } = useResizing(() => [size.value.width, size.value.height], (next) => choose({ size: next }));

const drawnMarks = computed(() => marksOf(marks.value, choice.value));
const lines = computed(() => linesOf(marks.value, choice.value));
const groups = computed(() => groupsOf(marks.value, choice.value, props.decimal));
const elsewhere = computed(() => marks.value.elsewhere as Window | null);
const isEmpty = computed(() => elsewhere.value !== null || (!graph.value.field && graph.value.curves.every((curve) => !curve.pieces.length && !curve.points.length)));
const label = computed(() => `Graph of ${graph.value.curves.map((curve) => curve.label.text).join("; ")}, ${graph.value.letter} from ${short(window.value[0])} to ${short(window.value[1])}`);
const hasFunction = computed(() => graph.value.curves.some((curve) => curve.kind === "function"));
const isMoved = computed(() => choice.value.window !== undefined || choice.value.equal);
/** Exact places to which a handle snaps. */
const snaps = computed<Snap[]>(() => {
  const found = [...marks.value.meetings, ...marks.value.curves.flatMap((curve) => curve.features)];
  return found.flatMap((feature) => (feature.x.exact && feature.place[0] !== null && feature.place[0] !== undefined ? [{ x: feature.place[0], text: feature.x.exact.text }] : []));
});

/** On the plot a curve is pointed at: the list beside it comes to what was found on it. */
function pointAt(curve: number | null): void {
  pointedCurve.value = curve;
  const list = beside.value;
  const section = ownCurve.value === null ? null : list?.querySelector<HTMLElement>(`[data-curve="${ownCurve.value}"]`);
  if (list && section) list.scrollTop = section.offsetTop - list.offsetTop - 20;
}

function short(value: number): string {
  return String(Number(value.toPrecision(4)));
}

function key(event: KeyboardEvent): void {
  if ((event.target as Element).closest("[data-handle]") || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = 0.1;
  const moves: Record<string, Parameters<typeof changed>[1]> = {
    ArrowLeft: { right: -step }, ArrowRight: { right: step }, ArrowUp: { up: step }, ArrowDown: { up: -step },
    "Shift ArrowLeft": { wider: 1.25 }, "Shift ArrowRight": { wider: 0.8 }, "Shift ArrowUp": { taller: 0.8 }, "Shift ArrowDown": { taller: 1.25 },
    PageUp: { wider: 0.8, taller: 0.8 }, PageDown: { wider: 1.25, taller: 1.25 },
  };
  const by = moves[event.shiftKey && event.key.startsWith("Arrow") ? `Shift ${event.key}` : event.key];
  if (by) choose({ window: changed(window.value, by) }, true);
  else if (event.key === "Home") choose({ window: undefined, equal: undefined });
  else if (event.key === "Enter") void toggleFull();
  else if (event.key === "Escape" && !isFull.value) leave();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Back to the line that is being written, else to the cell of the graph. */
function leave(): void {
  if (sheet.editor) sheet.editor.focus();
  else sheet.putMark(props.cell);
}

async function toggleFull(): Promise<void> {
  isFull.value = !isFull.value;
  await nextTick();
  plotView.value?.plot?.focus();
}

function leaveFull(event: KeyboardEvent): void {
  if (event.key !== "Escape" || !isFull.value) return;
  event.stopPropagation();
  void toggleFull();
}
/** The page behind neither scrolls nor takes the focus. */
function holdPage(still: boolean): void {
  document.documentElement.classList.toggle("holds-still", still);
  document.querySelector("#app")?.toggleAttribute("inert", still);
}
watch(isFull, holdPage);
onBeforeUnmount(() => isFull.value && holdPage(false));

/** Between the outermost meetings of the first two curves, else under the first from end to end. */
function toggleArea(): void {
  if (choice.value.area) return choose({ area: undefined });
  const functions = graph.value.curves.flatMap((curve, index) => (curve.kind === "function" ? [index] : []));
  const [one = 0, other] = functions;
  const met = marks.value.meetings.filter((meeting) => meeting.curves[0] === one && meeting.curves[1] === other && meeting.x.exact);
  const zeros = (marks.value.curves[one]?.features ?? []).filter((feature) => feature.kind === "zero" && feature.x.exact);
  const ends = other !== undefined && met.length > 1 ? met : other === undefined && zeros.length > 1 ? zeros : [];
  const [left, right] = window.value;
  choose({ area: { one, other: other ?? null, low: ends[0]?.x.exact?.text ?? short(left + (right - left) / 4), high: ends.at(-1)?.x.exact?.text ?? short(right - (right - left) / 4) } });
}

function toggleTangent(): void {
  if (choice.value.tangent) return choose({ tangent: undefined });
  const curve = Math.max(0, graph.value.curves.findIndex((item) => item.kind === "function"));
  choose({ tangent: { curve, at: short((window.value[0] + window.value[1]) / 2 + (window.value[1] - window.value[0]) / 8) } });
}

/** A solution through a point: the one that was clicked, else the middle of the window, where its coordinates can be typed. */
function addPath(x = short((window.value[0] + window.value[1]) / 2), y = short((window.value[2] + window.value[3]) / 2)): void {
  choose({ paths: [...(choice.value.paths ?? []).slice(-11), { x, y }] });
}

function restyle(curve: number, style: CurveStyle): void {
  choose({ styles: { ...choice.value.styles, [curve]: { ...choice.value.styles?.[curve], ...style } } });
}

function moveArea(end: "low" | "high", at: string): void {
  if (choice.value.area) pass({ area: { ...choice.value.area, [end]: at } });
}

function moveTangent(at: string): void {
  if (choice.value.tangent) pass({ tangent: { ...choice.value.tangent, at } });
}

function zoomTo(next: Window | null): void {
  if (next) choose({ window: next, equal: undefined });
}

async function saveAs(kind: (typeof SAVED)[number]): Promise<void> {
  const plot = plotView.value?.plot;
  if (!plot) return;
  panel.value = "";
  const name = `graph ${sheet.numbers.get(props.cell) ?? ""}`.trim();
  const labels = [...(figure.value?.querySelectorAll(".legend li:not(.away) .label .typeset") ?? [])];
  const drawing = asSvg(plot, graph.value, labels);
  if (kind === "SVG") save(`${name}.svg`, await drawing, "image/svg+xml");
  else if (kind === "PNG") save(`${name}.png`, await asPng(await drawing), "image/png");
  else if (kind === "to the clipboard") await copyPicture(drawing.then(asPng));
  else save(`${name}.csv`, kind === "CSV of the curves" ? samplesAsCsv(graph.value) : featuresAsCsv(marks.value), "text/csv");
}
const SAVED = ["SVG", "PNG", "to the clipboard", "CSV of the curves", "CSV of the points"] as const;

/** The browser wants to be asked at once, while the picture is still being made. */
async function copyPicture(picture: Promise<Blob>): Promise<void> {
  try {
    await navigator.clipboard.write([new ClipboardItem({ "image/png": picture })]);
  } catch {
    sheet.problem = "The browser does not let this page write to the clipboard.";
  }
}

function proved(request: string): void {
  if (isFull.value) void toggleFull();
  view.addLine(request);
}

function definition(word: string): void {
  if (isFull.value) isFull.value = false;
  void goToDefinition(sheet, word, props.cell);
}
</script>

<template>
  <Teleport to="body" :disabled="!isFull">
    <div ref="figure" class="graph" :style="isFull ? {} : { '--plot': `${size.width - 14}px`, '--high': `${size.height + 20}px` }" :class="{ full: isFull }" :role="isFull ? 'dialog' : 'figure'" :aria-modal="isFull || undefined" :aria-label="label" @click.stop @keydown="leaveFull">
      <div ref="room" class="room">
        <div class="drawing" :style="{ width: `${size.width}px` }">
          <PlotView
            ref="plotView" :graph="graph" :marks="drawnMarks" :lines="lines" :window="window" :width="size.width" :height="size.height" :choice="choice" :pointed="pointed" :curve="ownCurve" :label="label" :describedby="hint" :snaps="snaps"
            @moved="pass({ window: $event })" @ended="settle" @point="pointed = $event" @curve="pointAt" @key="key" @tangent="moveTangent" @area="moveArea" @through="addPath" />
          <span v-if="!isFull" class="grip" aria-hidden="true" title="Drag to change the size" v-on="grip" />
          <span :id="hint" class="hidden-text">Arrow keys move the window, with Shift they stretch it, Page Up and Page Down go closer and farther, Home goes back, Enter fills the screen. What was found is listed after it.</span>
          <p v-if="isEmpty" class="nothing" role="status">
            Nothing of {{ graph.curves.length > 1 ? "these curves" : "this curve" }} lies in this window.
            <button v-if="elsewhere" class="quiet-button" @click="zoomTo(elsewhere)">Show where there is something</button>
          </p>
          <p v-if="problem" class="nothing" role="status">{{ problem }}</p>
          <div class="tools" role="group" aria-label="Graph">
            <button class="tool" :aria-expanded="panel === 'window'" @click="panel = panel === 'window' ? '' : 'window'">window</button>
            <button class="tool" @click="choose({ window: changed(window, { wider: 0.7, taller: 0.7 }) }, true)">closer</button>
            <button class="tool" @click="choose({ window: changed(window, { wider: 1 / 0.7, taller: 1 / 0.7 }) }, true)">farther</button>
            <button v-if="isMoved" class="tool" @click="choose({ window: undefined, equal: undefined })">as the line says</button>
            <button v-if="hasFunction" class="tool" :aria-pressed="Boolean(choice.area)" @click="toggleArea">area</button>
            <button v-if="hasFunction" class="tool" :aria-pressed="Boolean(choice.tangent)" @click="toggleTangent">tangent</button>
            <button v-if="graph.field" class="tool" @click="addPath()">solution</button>
            <button class="tool" :aria-expanded="panel === 'save'" @click="panel = panel === 'save' ? '' : 'save'">save</button>
            <button class="tool" @click="toggleFull">{{ isFull ? "back to the page" : "full screen" }}</button>
          </div>
          <WindowPanel v-if="panel === 'window'" :graph="marks" :window="window" :size="[size.width, size.height]" :choice="choice" @change="choose($event)" />
          <div v-if="panel === 'save'" class="saving" role="group" aria-label="Save as"><button v-for="kind in SAVED" :key="kind" class="quiet-button" @click="saveAs(kind)">{{ kind }}</button></div>
        </div>
      </div>
      <div ref="beside" class="beside">
        <LegendList :graph="graph" :choice="choice" @style="restyle" @definition="definition" @point="pointedCurve = $event" />
        <ChosenTools :graph="graph" :choice="choice" @area="(area?: AreaChoice) => choose({ area })" @tangent="(tangent?: TangentChoice) => choose({ tangent })" @paths="(paths: PathChoice[]) => choose({ paths: paths.length ? paths : undefined })" @add="proved" />
        <FeatureList :groups="groups" :pointed="pointed" :curve="ownCurve" @point="pointed = $event" @prove="proved" />
      </div>
    </div>
  </Teleport>
</template>

<style scoped>
.graph { display: grid; grid-template-columns: min(var(--plot), 100%) minmax(0, 1fr); gap: 10px 24px; margin: 6px -34px 8px 0; min-width: calc(100% + 34px); width: calc(100% + 34px); contain: inline-size; align-items: start; cursor: auto; }
.room { min-width: 0; }
.drawing { position: relative; margin-left: -14px; }
/* what was found never makes the figure higher than its plot */
.beside { min-width: 0; padding: 12px 0 0 7px; max-height: var(--high); overflow-y: auto; scrollbar-width: thin; padding-bottom: 22px; mask-image: linear-gradient(to bottom, #000 calc(100% - 26px), transparent); }
.grip { position: absolute; right: 0; width: 18px; height: 18px; margin-top: -16px; cursor: nwse-resize; opacity: 0; touch-action: none; border-right: 2px solid var(--ink-quiet); border-bottom: 2px solid var(--ink-quiet); border-radius: 0 0 3px; }
.drawing:hover .grip { opacity: 0.6; }
.tools { display: flex; flex-wrap: wrap; gap: 2px 16px; padding: 2px 0 0 50px; min-height: 24px; }
.tool { font-size: 13px; color: var(--act); padding: 2px 0; opacity: 0; }
.tool[aria-pressed="true"], .tool[aria-expanded="true"] { font-weight: 600; text-decoration: underline; text-underline-offset: 3px; }
.tool:hover { text-decoration: underline; text-underline-offset: 3px; }
.graph:hover .tool, .graph:focus-within .tool, .full .tool { opacity: 1; }
.window, .saving, .nothing { margin-left: 50px; }
.saving { display: flex; flex-wrap: wrap; gap: 4px 12px; padding-top: 4px; }
.nothing { margin-top: 4px; margin-bottom: 0; font: italic 14.5px/1.45 var(--serif); color: var(--ink-quiet); }
.full { contain: none; min-width: 0; width: auto; position: fixed; inset: 0; z-index: 2000; margin: 0; padding: 18px 28px; background: var(--page); color: var(--ink); grid-template-columns: minmax(0, 1fr) minmax(200px, 320px); grid-template-rows: minmax(0, 1fr); align-items: stretch; }
.full .room { height: calc(100dvh - 90px); }
.full .drawing { margin-left: 0; }
.full .beside { overflow: auto; max-height: none; mask-image: none; }
@media (hover: none) { .tool { opacity: 1; min-height: 40px; padding: 8px 2px; } }
@media (max-width: 760px) {
  .graph { grid-template-columns: minmax(0, 1fr); margin-right: 0; min-width: 0; width: 100%; }
  .beside { max-height: none; overflow: visible; mask-image: none; }
  .graph:not(.full) .beside :deep(.features) { max-height: calc(0.4 * var(--high)); overflow-y: auto; scrollbar-width: thin; }
  .full { grid-template-rows: minmax(0, 2fr) minmax(0, 1fr); padding: 10px; }
  .full .room { height: 56dvh; }
}
@media print { .tools, .grip, .window, .saving { display: none; } .beside { max-height: none; overflow: visible; mask-image: none; } }
</style>
