<script setup lang="ts">
import { computed } from "vue";

import { typesetHtml } from "./katex";

/** LaTeX as typeset mathematics; fractions at full height unless it is small. */
const props = defineProps<{ latex: string; small?: boolean }>();
const html = computed(() => typesetHtml(props.latex, props.small));
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -->
  <span class="typeset" v-html="html" />
</template>
