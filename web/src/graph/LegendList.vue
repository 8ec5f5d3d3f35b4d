<script setup lang="ts">
import { ref } from "vue";

import Typeset from "../shared/Typeset.vue";
import CurveLook from "./CurveLook.vue";
import { DASHES, styleOf, type CurveStyle, type Graph, type GraphChoice } from "./graph";

/** What each curve stands for. The sample opens its look; a name leads to its definition. */
const props = defineProps<{ graph: Graph; choice: GraphChoice }>();
const emit = defineEmits<{ style: [curve: number, style: CurveStyle]; definition: [word: string]; point: [curve: number | null] }>();
const open = ref<number | null>(null);

const style = (index: number) => styleOf(props.choice, index);
</script>

<template>
  <ul class="legend">
    <li v-for="(curve, index) in graph.curves" :key="index" :class="{ away: style(index).hidden }" @pointerenter="emit('point', index)" @pointerleave="emit('point', null)">
      <div class="row">
        <button class="sample" :aria-expanded="open === index" :aria-label="`Look of ${curve.source}`" title="Colour, thickness, dash" @click="open = open === index ? null : index">
          <svg viewBox="0 0 26 14" aria-hidden="true">
            <circle v-if="curve.kind === 'points' && !curve.joined" cx="13" cy="7" :r="2 + style(index).width" :style="{ fill: `var(--curve-${style(index).colour})` }" />
            <path v-else d="M1 7H25" fill="none" :style="{ stroke: `var(--curve-${style(index).colour})`, strokeWidth: style(index).width, strokeDasharray: DASHES[style(index).dash] }" />
          </svg>
        </button>
        <button v-if="curve.word" class="label" :class="{ long: curve.label.text.length > 20 }" :title="`Go to the definition of ${curve.word}`" @click="emit('definition', curve.word)"><Typeset :latex="curve.label.latex" small /></button>
        <span v-else class="label" :class="{ long: curve.label.text.length > 20 }"><Typeset :latex="curve.label.latex" small /></span>
      </div>
      <CurveLook v-if="open === index" :style="style(index)" @change="emit('style', index, $event)" />
    </li>
  </ul>
</template>

<style scoped>
.legend { list-style: none; margin: 0 0 4px; padding: 0; }
.legend li { padding: 5px 0; border-bottom: 1px solid var(--hair); }
.row { display: flex; align-items: center; gap: 8px; min-width: 0; }
.away .label { opacity: 0.55; text-decoration: line-through; }
.sample { flex: none; padding: 5px 3px; border-radius: 3px; }
.sample:hover, button.label:hover { background: var(--act-tint); }
.sample svg { display: block; width: 26px; height: 14px; }
.label { min-width: 0; overflow-x: auto; overflow-y: hidden; padding: 3px 2px; text-align: left; border-radius: 3px; }
.label.long { font-size: 0.86em; }
</style>
