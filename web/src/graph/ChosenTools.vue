<script setup lang="ts">
import "element-plus/es/components/option/style/css";
import "element-plus/es/components/select/style/css";

import { ElOption, ElSelect } from "element-plus/es/components/select/index";
import { computed } from "vue";

import TypedField from "../shared/TypedField.vue";
import Typeset from "../shared/Typeset.vue";
import { latexOf, type AreaChoice, type Graph, type GraphChoice, type PathChoice, type TangentChoice, type Value } from "./graph";

/** The shaded area and the tangent: where they are, as numbers that can be typed, and what they come to. */
const props = defineProps<{ graph: Graph; choice: GraphChoice }>();
const emit = defineEmits<{ area: [area: AreaChoice | undefined]; tangent: [tangent: TangentChoice | undefined]; paths: [paths: PathChoice[]]; add: [line: string] }>();

const curves = computed(() => props.graph.curves.map((curve, index) => ({ index, source: curve.source, kind: curve.kind })).filter((curve) => curve.kind === "function"));
const area = computed(() => props.graph.area);
const tangent = computed(() => props.graph.tangent);
/** The solutions that were asked for by a point, in the order of the choice; what is being worked out has nothing to say yet. */
const chosenPaths = computed(() => {
  const found = props.graph.field?.paths.filter((path) => path.chosen) ?? [];
  return (props.choice.paths ?? []).map((point, index) => ({ point, found: found[index] }));
});

function changePath(index: number, change: Partial<PathChoice>): void {
  emit("paths", (props.choice.paths ?? []).map((point, place) => (place === index ? { ...point, ...change } : point)));
}

function equals(value: Value | null): string {
  if (!value) return "";
  const decimal = value.exact && value.decimal && value.decimal.text !== value.exact.text ? ` ${value.decimal.relation === "=" ? "=" : "\\approx"} ${value.decimal.latex}` : "";
  return `${latexOf(value)}${decimal}`;
}

function source(index: number | null): string {
  return index === null ? "0" : (props.graph.curves[index]?.source ?? "0");
}

function addArea(): void {
  const chosen = props.choice.area;
  if (chosen) emit("add", `area between ${source(chosen.one)} and ${source(chosen.other ?? null)} for ${props.graph.letter} from ${chosen.low} to ${chosen.high}`);
}

/** Characters that a field shows: an exact end is often long. */
const wide = (text: string) => Math.min(20, Math.max(6, text.length));
/** Stands for the axis among the numbers of curves. */
const AXIS = -1;
</script>

<template>
  <section v-if="choice.area" class="tool" aria-label="Shaded area">
    <header><p class="title">Shaded area</p><button class="quiet-button" @click="emit('area', undefined)">remove</button></header>
    <div class="fields">
      <label v-if="curves.length > 1">between <ElSelect size="small" :model-value="choice.area.one" aria-label="The first curve" @update:model-value="emit('area', { ...choice.area, one: Number($event) })"><ElOption v-for="curve in curves" :key="curve.index" :value="curve.index" :label="curve.source" /></ElSelect></label>
      <label>{{ curves.length > 1 ? "and" : "above or below" }} <ElSelect size="small" :model-value="choice.area.other ?? AXIS" aria-label="The second curve" @update:model-value="emit('area', { ...choice.area, other: Number($event) === AXIS ? null : Number($event) })"><ElOption :value="AXIS" label="the axis" /><ElOption v-for="curve in curves.filter((item) => item.index !== choice.area?.one)" :key="curve.index" :value="curve.index" :label="curve.source" /></ElSelect></label>
      <label>from <TypedField :value="choice.area.low" :size="wide(choice.area.low)" @change="emit('area', { ...choice.area, low: $event })" /></label>
      <label>to <TypedField :value="choice.area.high" :size="wide(choice.area.high)" @change="emit('area', { ...choice.area, high: $event })" /></label>
    </div>
    <p v-if="area?.value" class="value" role="status"><button :title="'Add to the worksheet'" @click="addArea"><Typeset :latex="equals(area.value)" small /></button></p>
    <p v-else-if="area?.problem" class="problem" role="status">{{ area.problem }}</p>
  </section>
  <section v-if="choice.tangent" class="tool" aria-label="Tangent">
    <header><p class="title">Tangent</p><button class="quiet-button" @click="emit('tangent', undefined)">remove</button></header>
    <div class="fields">
      <label v-if="curves.length > 1">to <ElSelect size="small" :model-value="choice.tangent.curve" aria-label="The curve" @update:model-value="emit('tangent', { ...choice.tangent, curve: Number($event) })"><ElOption v-for="curve in curves" :key="curve.index" :value="curve.index" :label="curve.source" /></ElSelect></label>
      <label>at {{ graph.letter }} = <TypedField :value="choice.tangent.at" :size="wide(choice.tangent.at)" @change="emit('tangent', { ...choice.tangent, at: $event })" /></label>
    </div>
    <template v-if="tangent?.equation">
      <p class="value" role="status"><button title="Add to the worksheet" @click="emit('add', tangent.equation.text)"><Typeset :latex="tangent.equation.latex" small /></button></p>
      <p class="value quiet">gradient <Typeset :latex="equals(tangent.slope)" small /></p>
    </template>
    <p v-else-if="tangent?.problem" class="problem" role="status">{{ tangent.problem }}</p>
  </section>
  <section v-if="graph.field" class="tool" aria-label="Solutions">
    <header><p class="title">Solutions</p><button v-if="chosenPaths.length > 1" class="quiet-button" @click="emit('paths', [])">remove all</button></header>
    <p v-if="!graph.field.paths.length && !chosenPaths.length" class="hint">Click a point of the field to draw the solution through it.</p>
    <p v-for="(path, index) in graph.field.paths.filter((item) => !item.chosen)" :key="`own ${index}`" class="value">
      <button title="Solve with this value" @click="emit('add', path.request)">through <Typeset :latex="`(${latexOf(path.x)},\\; ${latexOf(path.y)})`" small /></button>
      <span v-if="path.problem" class="problem">{{ path.problem }}</span>
    </p>
    <div v-for="({ point, found }, index) in chosenPaths" :key="index" class="through">
      <label>{{ graph.letter }} = <TypedField :value="point.x" :size="wide(point.x)" @change="changePath(index, { x: $event })" /></label>
      <label>{{ graph.field.upright }} = <TypedField :value="point.y" :size="wide(point.y)" @change="changePath(index, { y: $event })" /></label>
      <button v-if="found?.request" class="quiet-button" @click="emit('add', found.request)">solve</button>
      <button class="quiet-button" :aria-label="`Remove the solution through ${point.x}, ${point.y}`" @click="emit('paths', (choice.paths ?? []).filter((_, place) => place !== index))">remove</button>
      <p v-if="found?.problem" class="problem" role="status">{{ found.problem }}</p>
    </div>
  </section>
</template>

<style scoped>
header { display: flex; align-items: baseline; justify-content: space-between; gap: 8px; }
.title { margin: 9px 0 1px; font: 600 13px/1.4 var(--sans); color: var(--ink-quiet); }
header .quiet-button { font-size: 13px; }
.fields { display: flex; flex-wrap: wrap; gap: 4px 10px; font-size: 13.5px; color: var(--ink-quiet); }
label { display: inline-flex; align-items: center; gap: 5px; max-width: 100%; }
:deep(.el-select) { width: 130px; }
.value { margin: 3px 0 0; }
.value button { padding: 3px 6px; margin-left: -6px; border-radius: 4px; max-width: 100%; overflow-x: auto; overflow-y: hidden; text-align: left; }
.value button:hover { background: var(--act-tint); }
.through { display: flex; flex-wrap: wrap; align-items: center; gap: 2px 8px; padding: 2px 0; font-size: 13.5px; color: var(--ink-quiet); }
.through .quiet-button { font-size: 13px; }
.hint { margin: 3px 0 0; font: italic 14px/1.45 var(--serif); color: var(--ink-quiet); }
.quiet { font-size: 13.5px; color: var(--ink-quiet); }
.problem { margin: 3px 0 0; font: italic 13.5px/1.4 var(--serif); color: var(--wrong); }
</style>
