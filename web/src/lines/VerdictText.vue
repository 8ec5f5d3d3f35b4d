<script setup lang="ts">
import { computed } from "vue";

import type { Line } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";
import { verdictOf } from "./verdicts";

/** Why a claim does not hold: the verdict in words, with values at which both sides can be seen. */
const props = defineProps<{ line: Line }>();

const verdict = computed(() => verdictOf(props.line));
const example = computed(() => props.line.counterexampleLatex ?? null);
/** Which solutions a step loses or adds, as the core says it. */
const told = computed(() => props.line.notices.filter((notice) => notice.text.startsWith("This step ")).map((notice) => notice.text));
const at = computed(() =>
  Object.entries(example.value?.at ?? {})
    .map(([letter, value]) => `${letter} = ${value}`)
    .join(",\\; "),
);
</script>

<template>
  <p class="why">
    <span>{{ told.length ? told.join(" ").replace(/\.$/, "") : verdict.sentence }}</span>
    <template v-if="example">
      <template v-if="told.length">: there</template><template v-else-if="at">: at <Typeset :latex="at" small /></template><template v-else>:</template>
      the left side
      <template v-if="example.left !== null">is <Typeset :latex="example.left ?? ''" small /></template><template v-else>has no value</template>, the right side
      <template v-if="example.right !== null">{{ example.left === null ? "is " : "" }}<Typeset :latex="example.right ?? ''" small /></template><template v-else>has none</template>.
    </template>
    <template v-else>.</template>
  </p>
</template>

<style scoped>
.why { margin: 2px 0 4px; font: italic 16px/1.5 var(--serif); color: var(--wrong); }
.why :deep(.katex) { font-style: normal; font-size: 1.06em; }
</style>
