<script setup lang="ts">
import { computed } from "vue";

import { useWorksheet } from "../sheet/store";

/** Two windows changed the same cell: both texts are there, and the student decides. */
const props = defineProps<{ cell: string }>();
const sheet = useWorksheet();
const clash = computed(() => sheet.clashes.get(props.cell));
const theirs = computed(() => sheet.cellOf(props.cell)?.text ?? "");
</script>

<template>
  <div v-if="clash" class="clash" role="alert">
    <p v-if="clash.isGone">This cell was removed in another window while you wrote in it:</p>
    <p v-else>This cell was changed in another window while you wrote in it. Yours:</p>
    <pre>{{ clash.mine }}</pre>
    <template v-if="!clash.isGone"><p>There it now says:</p><pre>{{ theirs || "(nothing)" }}</pre></template>
    <p class="choices">
      <button class="fix" @click.stop="sheet.settleClash(cell, true)">{{ clash.isGone ? "Put it at the end of the page" : "Keep mine" }}</button>
      <button class="fix" @click.stop="sheet.settleClash(cell, false)">{{ clash.isGone ? "Let it go" : "Keep the other" }}</button>
    </p>
  </div>
</template>

<style scoped>
.clash { margin: 4px 48px 10px 0; padding: 10px 14px; border: 1px solid var(--wrong); border-radius: var(--round); background: var(--page-open); }
p { margin: 0 0 4px; font: italic 15.5px/1.45 var(--serif); color: var(--wrong); }
pre { margin: 0 0 8px; font: 15px/1.5 var(--mono); white-space: pre-wrap; overflow-wrap: anywhere; }
.choices { margin: 0; display: flex; gap: 10px; }
.fix { color: var(--act); font-size: 14px; border: 1px solid var(--act-line); border-radius: 5px; padding: 3px 12px; }
.fix:hover { background: var(--act-tint); }
</style>
