<script setup lang="ts">
import { computed, defineAsyncComponent } from "vue";

import { heightOfGraph } from "../graph/graph";
import type { Line } from "../shared/api/client";
import { useWorksheet } from "../sheet/store";
import ResultTable from "./ResultTable.vue";

/** What a line draws: its table, its graph. */
const props = defineProps<{ line: Line; cell: string; index: number; decimal: boolean }>();
const sheet = useWorksheet();
/** The room of a graph is there before it is drawn, so that nothing below it moves. */
const room = computed(() => heightOfGraph(sheet.cellOf(props.cell)?.display[`graph${props.index}`]) - 13);

/** Fetched when there is a graph to draw. */
const GraphFigure = defineAsyncComponent(() => import("../graph/GraphFigure.vue"));
const SurfaceFigure = defineAsyncComponent(() => import("../graph/SurfaceFigure.vue"));
</script>

<template>
  <ResultTable v-if="line.table" :line="line" :cell="cell" :decimal="decimal" />
  <div v-else-if="line.graph" class="room" :style="{ '--room': `${room}px` }">
    <SurfaceFigure v-if="line.graph.surface" :line="line" :cell="cell" :index="index" :decimal="decimal" />
    <GraphFigure v-else :line="line" :cell="cell" :index="index" :decimal="decimal" />
  </div>
</template>

<style scoped>
.room { min-height: var(--room); }
@media (max-width: 760px) { .room { min-height: 0; } }
</style>
