<script setup lang="ts">
import { computed } from "vue";

import type { Schemas } from "../shared/api/client";
import OfferButtons from "../lines/OfferButtons.vue";
import type { Offer } from "../lines/offers";
import { showHelp } from "../sheet/panel";
import { useWorksheet } from "../sheet/store";

/** A line that failed: its text with the place underlined, one sentence below, what mends it as buttons. */
const props = defineProps<{ source: string; error: Schemas["ErrorResult"] }>();
const emit = defineEmits<{ mend: [offer: Offer] }>();
const sheet = useWorksheet();

/** The line that stopped this one, if its sentence names it. */
const stopper = computed(() => {
  const number = props.error.code === "needs-above" ? Number(/\bcell (\d+)/.exec(props.error.message)?.[1] ?? 0) : 0;
  return [...sheet.numbers].find(([, found]) => found === number)?.[0] ?? null;
});

const parts = computed(() => {
  const { start } = props.error;
  const end = Math.max(props.error.end, Math.min(start + 1, props.source.length));
  return [props.source.slice(0, start), props.source.slice(start, end), props.source.slice(end)];
});
</script>

<template>
  <div class="error">
    <div class="text">{{ parts[0] }}<span class="place">{{ parts[1] || " " }}</span>{{ parts[2] }}</div>
    <div class="why" role="alert">
      {{ error.message }}
      <OfferButtons :source="source" :offers="error.suggestions" @take="emit('mend', $event)" />
      <button v-if="stopper" class="fix" @click.stop="sheet.activate(stopper, 'end')">Go there</button>
      <button class="more" aria-label="Handbook on this error" @click.stop="showHelp(`error ${error.code}`)">handbook</button>
      <slot />
    </div>
  </div>
</template>

<style scoped>
.error { grid-column: 1 / -1; min-width: 0; }
.text { font: 16px/1.5 var(--mono); overflow-wrap: anywhere; white-space: pre-wrap; max-height: 9em; overflow-y: auto; }
.place { text-decoration: underline wavy var(--wrong); text-underline-offset: 4px; text-decoration-thickness: 1.3px; text-decoration-skip-ink: none; }
.why { font: italic 15.5px/1.5 var(--serif); color: var(--wrong); margin-top: 3px; }
.fix { color: var(--act); font-size: 14px; font-style: italic; border: 1px solid var(--act-line); border-radius: 5px; padding: 1px 9px; margin-left: 10px; }
.more { color: var(--ink-quiet); font: 13px var(--sans); margin-left: 12px; text-decoration: underline dotted; text-underline-offset: 3px; }
.more:hover { color: var(--act); }
.fix:hover { background: var(--act-tint); }
</style>
