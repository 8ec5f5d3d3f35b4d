<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { ref } from "vue";

import type { NameHere } from "../shared/api/client";
import Typeset from "../shared/Typeset.vue";
import { toggleUses } from "../sheet/namesAtCursor";
import { useWorksheet } from "../sheet/store";
import { canonical, wordIn } from "../sheet/words";

/** Pointing at a name shows what it means at that line, where that comes from and what uses it. */
const props = defineProps<{ within: HTMLElement | undefined }>();
const sheet = useWorksheet();
const shown = ref<{ name: NameHere; left: number; top: number } | null>(null);
const card = ref<HTMLElement>();
let timer: ReturnType<typeof setTimeout> | undefined;
let turn = 0;

async function point(target: HTMLElement): Promise<void> {
  const spot = target.closest<HTMLElement>("[data-at]");
  const cell = target.closest<HTMLElement>("[data-cell]")?.dataset.cell;
  const row = target.closest<HTMLElement>("[data-line]")?.dataset.line;
  const source = cell === undefined || row === undefined ? undefined : sheet.results.get(cell)?.[Number(row)]?.source;
  if (!spot || !cell || source === undefined) return;
  const word = canonical(wordIn(source, Number(spot.dataset.at)));
  if (!word) return;
  const asked = ++turn;
  const found = (await sheet.namesAt(cell))?.names.filter((name) => name.name === word && name.cellId !== cell).pop();
  if (!found || asked !== turn) return;
  const box = spot.getBoundingClientRect();
  shown.value = { name: found, left: Math.min(box.left, innerWidth - 330), top: box.bottom + 6 };
}

function hide(): void {
  turn += 1;
  clearTimeout(timer);
  shown.value = null;
}

useEventListener(() => props.within, "pointerover", (event: PointerEvent) => {
  if (event.pointerType !== "mouse") return;
  clearTimeout(timer);
  if (card.value?.contains(event.target as Node)) return;
  timer = setTimeout(() => {
    hide();
    // what is there by now: a line may have been typeset anew meanwhile
    const target = document.elementFromPoint(event.clientX, event.clientY);
    if (target instanceof HTMLElement && target.closest("[data-at]")) void point(target);
  }, 350);
});
useEventListener(() => props.within, "pointerleave", (event: PointerEvent) => {
  if (!card.value?.contains(event.relatedTarget as Node)) timer = setTimeout(hide, 200);
});
useEventListener(window, "keydown", hide);
useEventListener(window, "scroll", hide, { passive: true });
</script>

<template>
  <!-- put in its place when it is shown: while the screen is being made, the place is not there yet -->
  <Teleport v-if="shown" to="main">
    <div ref="card" class="card" role="tooltip" :style="{ left: `${shown.left}px`, top: `${shown.top}px` }" @pointerenter="turn += 1" @pointerleave="hide">
      <Typeset :latex="shown.name.latex" />
      <small>
        <button @click="sheet.activate(shown.name.cellId, 'end'); hide()">cell {{ shown.name.cell }}</button>
        <template v-if="shown.name.source"> · from {{ shown.name.source.title }}</template>
        <template v-if="shown.name.failed"> · has an error</template>
        <template v-if="shown.name.usedBy"> · <button @click="toggleUses(sheet, shown.name); hide()">used by {{ shown.name.usedBy }} {{ shown.name.usedBy === 1 ? "line" : "lines" }}</button></template>
      </small>
    </div>
  </Teleport>
</template>

<style scoped>
.card { position: fixed; z-index: 1500; max-width: 320px; overflow-x: auto; background: var(--page-open); border: 1px solid var(--hair); border-radius: 6px; box-shadow: 0 8px 26px #0000002e; padding: 9px 14px; }
small { display: block; margin-top: 4px; color: var(--ink-quiet); font-size: 12.5px; }
button { color: var(--act); }
button:hover { text-decoration: underline; text-underline-offset: 3px; }
</style>
