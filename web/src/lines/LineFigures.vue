<script setup lang="ts">
import { defineAsyncComponent } from "vue";

import type { Line } from "../shared/api/client";
import ResultTable from "./ResultTable.vue";

/** What a line draws: its table, its graph. */
defineProps<{ line: Line; cell: string; index: number; decimal: boolean }>();

/** Fetched when there is a graph to draw. */
const GraphFigure = defineAsyncComponent(() => import("../graph/GraphFigure.vue"));
</script>

<template>
  <ResultTable v-if="line.table" :line="line" :cell="cell" :decimal="decimal" />
  <GraphFigure v-else-if="line.graph" :line="line" :cell="cell" :index="index" :decimal="decimal" />
</template>
