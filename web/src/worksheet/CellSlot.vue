<script setup lang="ts">
import { useIntersectionObserver } from "@vueuse/core";
import { computed, ref } from "vue";

import type { CellData } from "../shared/api/client";
import MathCell from "./MathCell.vue";
import NoteCell from "./NoteCell.vue";
import { useWorksheet } from "./store";

/** A place on the page. Only what is near the window is typeset; the rest keeps the height that it had. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const slot = ref<HTMLElement>();
const near = ref(false);
const height = ref(44 + 26 * (props.cell.text.split("\n").length - 1));
const shown = computed(() => near.value || sheet.active === props.cell.id);

useIntersectionObserver(slot, ([entry]) => {
  if (!entry) return;
  if (near.value && !entry.isIntersecting && slot.value) height.value = slot.value.offsetHeight;
  near.value = entry.isIntersecting;
}, { rootMargin: "900px" });

function insertHere(): void {
  sheet.activate(sheet.insert(props.cell.id), "end");
}

function key(event: KeyboardEvent): void {
  if (event.target !== slot.value) return;
  const moves: Record<string, () => void> = {
    Enter: () => sheet.activate(props.cell.id, "end"),
    Delete: () => sheet.remove(props.cell.id),
    Backspace: () => sheet.remove(props.cell.id),
    ArrowUp: () => focusNeighbour(-1),
    ArrowDown: () => focusNeighbour(1),
  };
  if (event.altKey && event.shiftKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) sheet.move(props.cell.id, event.key === "ArrowUp" ? -1 : 1);
  else if (event.altKey && event.key === "Enter") insertHere();
  else if (moves[event.key] && !event.ctrlKey && !event.metaKey) moves[event.key]?.();
  else return;
  event.preventDefault();
}

function focusNeighbour(by: -1 | 1): void {
  const next = sheet.neighbour(props.cell.id, by);
  if (next) document.querySelector<HTMLElement>(`[data-slot="${next}"]`)?.focus();
}
</script>

<template>
  <div ref="slot" class="slot" tabindex="-1" :data-slot="cell.id" :style="shown ? undefined : { height: `${height}px` }" @keydown="key">
    <template v-if="shown">
      <NoteCell v-if="cell.kind === 'note'" :cell="cell" />
      <MathCell v-else :cell="cell" />
    </template>
    <button class="between" tabindex="-1" aria-label="Insert a line here" @click="insertHere"><span>+</span></button>
  </div>
</template>

<style scoped>
.slot { position: relative; }
.slot:focus-visible { outline: 2px solid var(--act); outline-offset: 0; }
.between { position: absolute; left: -16px; right: 0; bottom: -7px; height: 14px; z-index: 2; opacity: 0; }
.between::before { content: ""; position: absolute; left: 22px; right: 0; top: 6px; height: 1px; background: var(--act-line); }
.between span { position: absolute; left: 0; top: -2px; width: 18px; height: 18px; border-radius: 9px; background: var(--page-open); border: 1px solid var(--act-line); color: var(--act); font: 15px/15px var(--sans); }
.between:hover { opacity: 1; }
</style>
