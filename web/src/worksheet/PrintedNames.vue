<script setup lang="ts">
import { onMounted, ref } from "vue";

import { api, type NameHere } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";
import { useWorksheet } from "../sheet/store";

/** The names at the end of the worksheet, for paper. */
const sheet = useWorksheet();
const names = ref<NameHere[] | null>(null);

onMounted(async () => {
  const { data } = await api.GET("/api/worksheets/{worksheet_id}/names", { params: { path: { worksheet_id: sheet.id } } }).catch(() => ({ data: undefined }));
  names.value = data?.names.filter((name) => !name.replacedIn && !name.failed) ?? [];
});
</script>

<template>
  <section class="printed-names" :class="{ 'print-waits': names === null }">
    <h2>Names</h2>
    <ul><li v-for="name in names ?? []" :key="name.name"><Typeset :latex="name.latex" small /> <small>cell {{ name.cell }}</small></li></ul>
  </section>
</template>

<style scoped>
h2 { font: 600 17px/1.3 var(--serif); margin: 26px 0 6px; }
ul { list-style: none; margin: 0; padding: 0; columns: 2; column-gap: 40px; }
li { break-inside: avoid; padding: 2px 0; }
small { color: var(--ink-quiet); padding-left: 10px; }
</style>
