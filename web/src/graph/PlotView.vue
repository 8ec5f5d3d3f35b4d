<script setup lang="ts">
import { computed, ref, useId, watch } from "vue";

import { Frame } from "./frame";
import { DASHES, styleOf, type Graph, type GraphChoice, type Window } from "./graph";
import type { Line, Mark } from "./marks";
import PlotHandle from "./PlotHandle.vue";
import { ticksOf } from "./ticks";
import { usePlotGestures } from "./usePlotGestures";
import { heightOn, useReadout } from "./useReadout";
import { useStretch } from "./useStretch";
import type { Snap } from "./useHandle";

/** The drawing: grid, axes with their marks outside the plot, curves, what was found on them, area and tangent. */
const props = defineProps<{ graph: Graph; marks: Mark[]; lines: Line[]; window: Window; width: number; height: number; choice: GraphChoice; pointed: string; curve: number | null; label: string; describedby: string; snaps: Snap[] }>();
const emit = defineEmits<{
  moved: [window: Window];
  ended: [];
  point: [id: string];
  curve: [curve: number | null];
  key: [event: KeyboardEvent];
  tangent: [at: string];
  area: [end: "low" | "high", at: string];
  through: [x: string, y: string];
}>();

const plot = ref<SVGSVGElement>();
const clip = useId();
const frame = computed(() => new Frame(props.window, props.width, props.height));
const ticksX = computed(() => ticksOf(props.window[0], props.window[1], frame.value.across / 62, props.graph.axis, props.choice.ticks?.x));
const ticksY = computed(() => ticksOf(props.window[2], props.window[3], frame.value.up / 46, "plain", props.choice.ticks?.y));
const axisX = computed(() => within(frame.value.x(0), frame.value.left, frame.value.right));
const axisY = computed(() => within(frame.value.y(0), frame.value.top, frame.value.bottom));
const shown = computed(() => props.graph.curves.map((curve, index) => ({ curve, index, style: styleOf(props.choice, index) })).filter((item) => !item.style.hidden));
const dots = computed(() => props.marks.flatMap((mark) => mark.dots.filter((dot) => frame.value.holds(dot.x, dot.y)).map((dot) => ({ ...dot, mark }))));
const grid = computed(() => props.choice.grid !== false);
const tangent = computed(() => props.graph.tangent?.line ?? null);
const ends = computed(() => (props.choice.area ? (["low", "high"] as const).map((end) => ({ end, x: placeOf(props.choice.area?.[end] ?? "", end === "low" ? 0 : -1) })) : []));
const tangentX = computed(() => (props.choice.tangent ? (placeOf(props.choice.tangent.at) ?? tangent.value?.[0] ?? null) : null));
const tangentY = computed(() => (tangentX.value === null ? null : heightOn(props.graph.curves[props.choice.tangent?.curve ?? 0]?.pieces ?? [], tangentX.value)));

function within(value: number, low: number, high: number): number | null {
  return value >= low - 0.5 && value <= high + 0.5 ? value : null;
}

/** Where an end stands: a number as typed, an exact place that is known, or where the shaded region ends. */
function placeOf(text: string, end?: 0 | -1): number | null {
  const plain = Number(text);
  if (text.trim() && Number.isFinite(plain)) return plain;
  const snap = props.snaps.find((item) => item.text === text);
  if (snap) return snap.x;
  const strip = props.graph.area?.strips.at(end ?? 0);
  return end === undefined ? null : (strip?.at(end)?.[0] ?? null);
}

function asymptote(line: Line): string {
  const [at = 0, slope] = line.asymptote.line;
  if (line.asymptote.kind === "vertical") return `M${frame.value.x(at ?? 0)},${frame.value.top}V${frame.value.bottom}`;
  return frame.value.straight(0, at ?? 0, slope ?? 0);
}

const { readout, text: coordinate, on: reading } = useReadout(() => frame.value, () => shown.value);
watch(() => readout.value?.curve ?? null, (curve) => emit("curve", curve));
const moving = { moved: (window: Window) => emit("moved", window), ended: () => emit("ended") };
const [stretchX, stretchY] = [useStretch("x", () => frame.value, moving), useStretch("y", () => frame.value, moving)];
const other = computed(() => props.graph.field?.upright ?? (props.graph.letter === "y" ? "x" : "y"));
/** Short strokes of the same length wherever they point. */
const strokes = computed(() => (props.graph.field?.slopes ?? []).map(([x = 0, y = 0, slope = 0]) => frame.value.stroke(x, y, slope)).join(""));

/** A click on a field of slopes asks for the solution through that point; the end of a drag is no click. */
function clicked(event: MouseEvent): void {
  if (!props.graph.field || event.defaultPrevented || !readout.value) return;
  const box = (event.currentTarget as Element).getBoundingClientRect();
  const [x, y] = [frame.value.x.invert(event.clientX - box.left), frame.value.y.invert(event.clientY - box.top)];
  if (frame.value.holds(x, y)) emit("through", coordinate(x, 0).replace("−", "-"), coordinate(y, 2).replace("−", "-"));
}
/** What was found, beside its point: to the left of one that stands near the right edge. */
const coordinates = computed(() => (props.choice.coordinates ? dots.value.map((dot) => ({ ...dot, isLeft: frame.value.x(dot.x) > frame.value.right - 90, text: `(${coordinate(dot.x, 0)}, ${coordinate(dot.y, 2)})` })) : []));

usePlotGestures(plot, () => frame.value, moving);
defineExpose({ plot });
</script>

<template>
  <svg ref="plot" class="plot" :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" role="application" tabindex="0" :aria-label="label" :aria-describedby="describedby" @keydown="emit('key', $event)" @click="clicked" v-on="reading">
    <defs><clipPath :id="clip"><rect :x="frame.left" :y="frame.top" :width="frame.across" :height="frame.up" /></clipPath></defs>
    <g class="grid" aria-hidden="true">
      <template v-if="grid">
        <line v-for="tick in ticksX" :key="`x${tick.value}`" :x1="frame.x(tick.value)" :x2="frame.x(tick.value)" :y1="frame.top" :y2="frame.bottom" />
        <line v-for="tick in ticksY" :key="`y${tick.value}`" :y1="frame.y(tick.value)" :y2="frame.y(tick.value)" :x1="frame.left" :x2="frame.right" />
      </template>
      <rect :x="frame.left" :y="frame.top" :width="frame.across" :height="frame.up" />
    </g>
    <g class="axes" aria-hidden="true">
      <line v-if="axisY !== null" :x1="frame.left" :x2="frame.right" :y1="axisY" :y2="axisY" />
      <line v-if="axisX !== null" :y1="frame.top" :y2="frame.bottom" :x1="axisX" :x2="axisX" />
    </g>
    <g class="labels" aria-hidden="true">
      <text v-for="tick in ticksX" :key="`x${tick.value}`" :x="frame.x(tick.value)" :y="frame.bottom + 16" text-anchor="middle">{{ tick.label }}</text>
      <text v-for="tick in ticksY" :key="`y${tick.value}`" :x="frame.left - 7" :y="frame.y(tick.value) + 4" text-anchor="end">{{ tick.label }}</text>
      <text v-if="choice.titles?.x" class="axis-title" :x="frame.right - 6" :y="frame.bottom - 7" text-anchor="end">{{ choice.titles.x }}</text>
      <text v-else-if="graph.units?.[0]" class="axis-title" :x="frame.right - 6" :y="frame.bottom - 7" text-anchor="end">{{ graph.letter }} / {{ graph.units[0] }}</text>
      <text v-else class="letter" :x="frame.right + 5" :y="frame.bottom + 4">{{ graph.letter }}</text>
      <text v-if="choice.titles?.y" class="axis-title" :x="frame.left + 7" :y="frame.top + 16">{{ choice.titles.y }}</text>
      <text v-else-if="graph.units?.[1]" class="axis-title" :x="frame.left + 7" :y="frame.top + 16">{{ other }} / {{ graph.units[1] }}</text>
      <text v-else class="letter" :x="frame.left + 4" :y="frame.top - 5">{{ other }}</text>
      <text v-if="choice.titles?.graph" class="title" :x="(frame.left + frame.right) / 2" :y="frame.top - 5" text-anchor="middle">{{ choice.titles.graph }}</text>
    </g>
    <g :clip-path="`url(#${clip})`">
      <path v-if="strokes" class="slopes" :d="strokes" />
      <path v-for="(strip, index) in graph.area?.strips ?? []" :key="`s${index}`" class="area" :d="frame.region(strip)" />
      <path v-for="line in lines" :key="line.id" class="asymptote" :class="{ pointed: pointed === line.id }" :d="asymptote(line)" @pointerenter="emit('point', line.id)" @pointerleave="emit('point', '')" />
      <g v-for="{ curve, index, style } in shown" :key="index" class="curve" :style="{ stroke: `var(--curve-${style.colour})`, strokeWidth: `${style.width}px`, strokeDasharray: DASHES[style.dash] }">
        <path v-for="(piece, place) in curve.pieces" :key="place" :d="frame.path(piece)" />
        <path v-if="curve.joined && curve.points.length" :d="frame.path(curve.points)" />
      </g>
      <path v-if="tangent && choice.tangent" class="tangent" :d="frame.straight(tangent[0] ?? 0, tangent[1] ?? 0, tangent[2] ?? 0)" />
      <template v-for="{ curve, index, style } in shown" :key="`p${index}`">
        <circle v-for="(point, place) in curve.points" :key="place" class="given" :style="{ fill: `var(--curve-${style.colour})` }" :cx="frame.x(point[0] ?? 0)" :cy="frame.y(point[1] ?? 0)" :r="1.6 + style.width" />
      </template>
    </g>
    <g class="dots">
      <circle
        v-for="(dot, index) in dots" :key="index" class="mark" :class="{ open: dot.isOpen, pointed: pointed === dot.mark.id, aside: curve !== null && dot.mark.curve !== curve && dot.mark.feature.kind !== 'meeting' }" :style="dot.isOpen ? { stroke: `var(--curve-${dot.mark.colour})` } : {}"
        :cx="frame.x(dot.x)" :cy="frame.y(dot.y)" :r="pointed === dot.mark.id ? 6.5 : 4" @pointerenter="emit('point', dot.mark.id)" @pointerleave="emit('point', '')" />
    </g>
    <g class="coordinates" aria-hidden="true">
      <text v-for="(item, index) in coordinates" :key="index" :x="frame.x(item.x) + (item.isLeft ? -8 : 8)" :y="Math.max(frame.top + 12, frame.y(item.y) - 8)" :text-anchor="item.isLeft ? 'end' : 'start'">{{ item.text }}</text>
    </g>
    <g v-if="readout" class="readout" aria-hidden="true" data-passing>
      <circle v-if="readout.curve !== null" r="4.5" :cx="frame.x(readout.x)" :cy="frame.y(readout.y)" :style="{ fill: `var(--curve-${styleOf(choice, readout.curve).colour})` }" />
      <text :x="frame.right - 6" :y="frame.top + 16" text-anchor="end" :class="{ loose: readout.curve === null }">{{ graph.letter }} = {{ coordinate(readout.x, 0) }},&ensp;{{ other }} = {{ coordinate(readout.y, 2) }}</text>
    </g>
    <rect class="beside-x" data-passing :x="frame.left" :y="frame.bottom + 3" :width="frame.across" height="24" v-on="stretchX"><title>Drag to stretch this axis</title></rect>
    <rect class="beside-y" data-passing :x="2" :y="frame.top" :width="frame.left - 6" :height="frame.up" v-on="stretchY"><title>Drag to stretch this axis</title></rect>
    <PlotHandle v-for="item in ends" :key="item.end" :frame="frame" :x="item.x" :y="null" :snaps="snaps" :name="item.end === 'low' ? 'Left end of the area' : 'Right end of the area'" @moved="emit('area', item.end, $event)" @ended="emit('ended')" />
    <PlotHandle v-if="choice.tangent && tangentX !== null" :frame="frame" :x="tangentX" :y="tangentY" :snaps="snaps" name="Point of the tangent" @moved="emit('tangent', $event)" @ended="emit('ended')" />
  </svg>
</template>

<style scoped>
.plot { display: block; overflow: visible; cursor: grab; touch-action: pan-y; border-radius: 3px; user-select: none; -webkit-user-select: none; }
.plot:active { cursor: grabbing; }
.plot:focus-within { touch-action: none; }
.plot:focus { outline: none; }
.plot:focus-visible { outline: 2px solid var(--act); outline-offset: 3px; }
.grid line { stroke: var(--hair); stroke-width: 1; }
.grid rect { fill: none; stroke: var(--hair); }
.axes line { stroke: var(--ink-quiet); stroke-width: 1.2; }
.labels text { font: 12px var(--sans); fill: var(--ink-quiet); }
.labels .letter { font: italic 15px KaTeX_Math, serif; }
.labels .title { font: 600 13.5px var(--sans); fill: var(--ink); }
.labels .axis-title, .coordinates text, .readout text { font: 12.5px var(--sans); fill: var(--ink); paint-order: stroke; stroke: var(--page); stroke-width: 4px; stroke-linejoin: round; }
.coordinates text { pointer-events: none; }
.readout { pointer-events: none; }
.readout text { font-variant-numeric: tabular-nums; }
.readout .loose { fill: var(--ink-quiet); }
.readout circle { stroke: var(--page); stroke-width: 1.5; }
.beside-x, .beside-y { fill: transparent; touch-action: none; }
.beside-x { cursor: ew-resize; }
.beside-y { cursor: ns-resize; }
.curve { fill: none; stroke-linejoin: round; stroke-linecap: butt; }
.area { fill: var(--act); fill-opacity: 0.14; }
.slopes { fill: none; stroke: var(--ink-quiet); stroke-width: 1.2; opacity: 0.75; }
.asymptote { fill: none; stroke: var(--ink-quiet); stroke-width: 1.1; stroke-dasharray: 5 5; }
.asymptote.pointed { stroke-width: 2.4; stroke: var(--ink); }
.tangent { fill: none; stroke: var(--ink); stroke-width: 1.5; }
.mark { fill: var(--ink); stroke: var(--page); stroke-width: 1.6; }
.mark.open { fill: var(--page); stroke-width: 2; }
.mark.aside { opacity: 0.35; }
.mark.pointed { stroke: var(--act); stroke-width: 2.4; }
.given { stroke: var(--page); stroke-width: 1; }
</style>
