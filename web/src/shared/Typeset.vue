<script setup lang="ts">
import katex from "katex";
import { computed } from "vue";

/** LaTeX as typeset mathematics, with MathML for screen readers; `\htmlData` carries places in the text. */
const props = defineProps<{ latex: string; small?: boolean }>();

/** Stretching brackets without the space that LaTeX puts before them, and fractions at full height. */
const source = computed(() => {
  const tight = props.latex.replace(/\\left(?=[([|\\])/g, "\\mathopen{}\\left").replace(/\\right([)\]|]|\\r[a-z]+)/g, "\\right$1\\mathclose{}");
  return props.small ? tight : `\\displaystyle ${tight}`;
});

const html = computed(() =>
  katex.renderToString(source.value, {
    displayMode: false,
    throwOnError: false,
    strict: "ignore",
    trust: (context) => context.command === "\\htmlData",
    output: "htmlAndMathml",
    maxExpand: 2000,
  }),
);
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -->
  <span class="typeset" v-html="html" />
</template>
