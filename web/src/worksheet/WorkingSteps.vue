<script setup lang="ts">
import type { Line } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";

/** The steps that lead to a result, each with the rule that it uses. */
defineProps<{ line: Line }>();
</script>

<template>
  <ol class="steps" aria-label="Working">
    <li v-for="(step, index) in line.working" :key="index">
      <Typeset :latex="step.latex" class="step" /> <span class="rule">{{ step.rule }}</span>
    </li>
  </ol>
</template>

<style scoped>
.steps { list-style: none; margin: 4px 0 8px; padding: 4px 0 4px 16px; border-left: 1px solid var(--hair); }
li { display: flex; flex-wrap: wrap; align-items: baseline; gap: 4px 18px; padding: 3px 0; }
.step { overflow-x: auto; overflow-y: hidden; max-width: 100%; }
.rule { font-size: 13px; color: var(--ink-quiet); }
</style>
