<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";

import type { CellData } from "../shared/api/client";
import { CellEditor } from "../editor/later";
import { taken, type Offer } from "../lines/offers";
import { isAtWork } from "../lines/shown";
import LineView from "./LineView.vue";
import { useWorksheet } from "../sheet/store";
import { placeWords } from "./wordsInPlace";

/** A math cell: typeset at rest, an editor under its live reading while the cursor is in it. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();

const isOpen = computed(() => sheet.active === props.cell.id);
const lines = computed(() => sheet.results.get(props.cell.id) ?? []);
const defines = computed(() => lines.value.length > 0 && lines.value.every((line) => line.name || line.kind === "empty") && lines.value.some((line) => line.name));
/** The results belong to another text than the one that stands here now: they are dimmed until the new ones come. */
const isStale = computed(() => lines.value.length > 0 && lines.value.map((line) => line.source).join("\n") !== props.cell.text);
const isEmpty = computed(() => !props.cell.text.trim());

function open(event: MouseEvent): void {
  const target = event.target as HTMLElement;
  if (target.closest("button")) return;
  if (getSelection()?.toString()) return;
  if (event.shiftKey) return sheet.putMark(props.cell.id, true);
  const part = target.closest<HTMLElement>("[data-at]");
  const row = target.closest<HTMLElement>("[data-line]");
  const offset = row ? (lines.value[Number(row.dataset.line)]?.offset ?? 0) : 0;
  sheet.activate(props.cell.id, part ? offset + Number(part.dataset.at) + past(part, offset, event.clientX) : "end");
}

/** A click on the right half of a part puts the cursor behind it. */
function past(part: HTMLElement, offset: number, x: number): number {
  const box = part.getBoundingClientRect();
  if (x < box.left + box.width / 2) return 0;
  return /^(?:[\wͰ-Ͽ.]+|.)/.exec(props.cell.text.slice(offset + Number(part.dataset.at)))?.[0].length ?? 0;
}

/** A click beside the text of an open cell goes on writing in it. */
function refocus(event: MouseEvent): void {
  if (!(event.target as HTMLElement).closest("button, .cm-editor") && !getSelection()?.toString()) sheet.editor?.focus();
}

/** The line whose ways to write it are asked for by keyboard: the last that has some. */
const waysLine = ref(-1);
/** They are asked for, and shown as soon as the line that was just written has been worked out. */
const waysAwaited = ref(false);
watch(() => sheet.waysAsked === props.cell.id, async (asked) => {
  if (!asked) return;
  sheet.waysAsked = null;
  waysLine.value = -1;
  await nextTick();
  waysAwaited.value = true;
}, { immediate: true });
watch([waysAwaited, lines, isStale], () => {
  if (!waysAwaited.value || !lines.value.length || isStale.value || lines.value.some(isAtWork)) return;
  waysAwaited.value = false;
  waysLine.value = lines.value.reduce((found, line, index) => (!line.error && (line.forms.length || line.decimal) ? index : found), -1);
});

// asked for once: neither a line that is typeset anew opens them again, nor one that the student has left
watch([isOpen, () => sheet.mark], () => {
  waysLine.value = -1;
  waysAwaited.value = false;
});

/** A line that a step goes on from shares its row with that step. */
function goesOn(index: number): boolean {
  const next = lines.value[index + 1];
  return next?.kind === "step" && !next.error && lines.value[index]?.kind !== "step" && !lines.value[index]?.error && next.head.sign === "=";
}

function wanted(index: number): string | undefined {
  const form = props.cell.display[`line${index}`];
  return typeof form === "string" ? form : undefined;
}

/** Takes an offer in a line at rest; the writing goes on where it was. */
function mend(index: number, offer: Offer): void {
  const line = lines.value[index];
  if (!line) return;
  if (offer.as === "note") return sheet.makeNote(props.cell.id);
  if (offer.as === "units") return sheet.setConvention({ units: "on" });
  const before = props.cell.text.slice(0, line.offset ?? 0);
  const after = props.cell.text.slice((line.offset ?? 0) + line.source.length);
  sheet.edit(props.cell.id, { text: before + taken(line.source, offer) + after });
  sheet.editor?.focus();
}
</script>

<template>
  <div class="cell" :class="{ open: isOpen, defines: defines && !isOpen, changed: sheet.changed.has(cell.id) }" :data-cell="cell.id" @pointerenter="placeWords($event.currentTarget as HTMLElement)" @focusin="placeWords($event.currentTarget as HTMLElement)" @click="isOpen ? refocus($event) : open($event)">
    <CellEditor v-if="isOpen" :cell="cell" />
    <template v-else>
      <div v-if="isEmpty" class="blank">Empty line</div>
      <div v-else class="lines" data-room :class="{ single: lines.length < 2, stale: isStale }">
        <div v-for="(line, index) in lines" :key="index" class="row" :data-line="index">
          <LineView
            :line="line" :cell="cell.id" :index="index" :wanted="wanted(index)" :convention="sheet.conventions.results ?? 'exact'" :goes-on="goesOn(index)" :ways-asked="waysLine === index" :hidden="Boolean(cell.display.hidden)"
            @choose="sheet.choose(cell.id, index, $event)" @stop="sheet.stop(cell.id)" @again="sheet.tryAgain(cell.id)" @mend="mend(index, $event)" @show="sheet.setDisplay(cell.id, { hidden: null })" @add="sheet.addBelow(cell.id, $event)" />
        </div>
        <div v-if="!lines.length" class="text">{{ cell.text }}</div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.cell { position: relative; padding: 7px 48px 7px 16px; margin-left: -16px; min-height: 40px; border-radius: 4px; cursor: text; transition: background 0.4s; }
.cell:hover { background: color-mix(in srgb, var(--page-open) 70%, transparent); }
.open { background: var(--page-open); box-shadow: 0 0 0 1px var(--hair), var(--shadow-low); padding: 12px 48px 12px 16px; margin-top: 6px; margin-bottom: 6px; cursor: auto; }
.defines::before { content: ""; position: absolute; left: 0; top: 8px; bottom: 8px; width: 2px; background: var(--act); opacity: 0.75; border-radius: 2px; }
.changed { background: var(--changed); }
.lines { display: grid; grid-template-columns: max-content minmax(0, 1fr); row-gap: 7px; align-items: baseline; min-width: 0; }
.lines.single { display: flex; flex-wrap: wrap; }
.lines.single :deep(.rest) { display: contents; }
.lines.single :deep(.below), .lines.single :deep(.error) { flex-basis: 100%; }
.row { display: contents; }
/* not at once: what is quick is there before it could be seen */
.stale { opacity: 0.4; transition: opacity 0.1s 0.15s; }
.row :deep(.left) { white-space: normal; }
.blank { color: var(--ink-quiet); font: italic 15.5px var(--serif); padding-top: 2px; }
.text { font: 16px/1.5 var(--mono); color: var(--ink-quiet); white-space: pre-wrap; }
.cell:hover :deep(.words), .cell:focus-within :deep(.words) { opacity: 1; }
@media (max-width: 640px) {
  .cell { padding-right: 30px; }
  .lines { grid-template-columns: minmax(0, 1fr); }
  .lines :deep(.rest) { grid-column: 1; }
  .lines :deep(.left) { display: block; }
}
</style>
