<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";

import type { CellData } from "../shared/api/client";
import CellMenu from "./CellMenu.vue";
import ClashNotice from "./ClashNotice.vue";
import MathCell from "./MathCell.vue";
import NoteCell from "./NoteCell.vue";
import { slotOf } from "../shared/keyEvents";
import { useWorksheet } from "../sheet/store";
import { useCellActions } from "./useCellActions";

/** A place on the page: the cell, its number by which it is marked and moved, and what can be done with it. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const actions = useCellActions();
const slot = ref<HTMLElement>();
const menuAt = ref<{ x: number; y: number } | null>(null);

const isOpen = computed(() => sheet.active === props.cell.id);
const isMarked = computed(() => sheet.marked.has(props.cell.id));
const number = computed(() => sheet.numbers.get(props.cell.id));
const folded = computed(() => sheet.foldedCounts.get(props.cell.id));
/** The unit in which the lines of this cell read angles, where they depend on it. */
const angleTag = computed(() => {
  const notices = (sheet.results.get(props.cell.id) ?? []).flatMap((line) => (line.error ? [] : line.notices));
  return notices.find((notice) => notice.tag);
});

/** The focus follows the mark, and the mark stays in sight. */
watch(() => sheet.mark === props.cell.id, async (here) => {
  if (!here) return;
  await nextTick();
  slot.value?.focus({ preventScroll: true });
  slot.value?.scrollIntoView({ block: "nearest" });
}, { immediate: true, flush: "post" });

function insertHere(): void {
  sheet.activate(sheet.freshLine(props.cell.id), "end");
}

function openMenu(event: MouseEvent): void {
  const target = event.target as HTMLElement;
  if (target.closest(".cm-editor, a, input") || getSelection()?.toString()) return;
  event.preventDefault();
  showMenu(event.clientX || target.getBoundingClientRect().right, event.clientY || target.getBoundingClientRect().bottom);
}

/** A line that is being written stays open under the menu of another cell. */
function showMenu(x: number, y: number): void {
  if (!isMarked.value && !sheet.active) sheet.putMark(props.cell.id);
  menuAt.value = { x, y };
}

/** Shift + F10, or the key for menus, at the mark or in the open line. */
function key(event: KeyboardEvent): void {
  if (!(event.key === "ContextMenu" || (event.key === "F10" && event.shiftKey))) return;
  const box = (event.target as HTMLElement).getBoundingClientRect();
  event.preventDefault();
  showMenu(box.left + 24, Math.min(box.bottom, innerHeight - 40));
}

function fromNumber(event: MouseEvent): void {
  if (wasDragged) return;
  if (event.shiftKey) sheet.putMark(props.cell.id, true);
  else if (event.detail === 0 || isMarked.value) {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    showMenu(box.right, box.bottom + 4);
  } else sheet.putMark(props.cell.id);
}

/** Dragging over the numerals marks what lies between; what is marked already is moved instead. */
let wasDragged = false;
function beginMarking(event: PointerEvent): void {
  wasDragged = false;
  if (event.button !== 0 || event.pointerType === "touch" || event.shiftKey || isMarked.value) return;
  const cell = props.cell.id;
  const move = (moved: PointerEvent) => {
    const over = slotOf(document.elementFromPoint(slot.value?.getBoundingClientRect().left ?? moved.clientX, moved.clientY));
    if (!over || (over === cell && !wasDragged)) return;
    if (!wasDragged) sheet.putMark(cell);
    wasDragged = true;
    if (over !== sheet.mark) sheet.putMark(over, true);
  };
  const end = () => removeEventListener("pointermove", move);
  addEventListener("pointermove", move);
  addEventListener("pointerup", end, { once: true });
  addEventListener("pointercancel", end, { once: true });
}

function closeMenu(): void {
  menuAt.value = null;
  sheet.backToWriting();
}
</script>

<template>
  <div
    ref="slot" class="slot" tabindex="-1" role="group" :aria-label="number ? `Cell ${number}` : 'Note'" :data-slot="cell.id"
    :class="{ marked: isMarked, pointed: sheet.pointed.has(cell.id), rest: !isOpen }" @keydown="key" @contextmenu="openMenu">
    <NoteCell v-if="cell.kind === 'note'" :cell="cell" />
    <MathCell v-else :cell="cell" />
    <ClashNotice v-if="sheet.clashes.has(cell.id)" :cell="cell.id" />
    <button v-if="folded !== undefined" class="folded" @click="actions.toggleFolded(cell.id)">{{ folded }} {{ folded === 1 ? "cell is" : "cells are" }} folded away · show</button>
    <button
      class="number" :class="{ note: !number }" tabindex="-1" :title="`${number ? `Cell ${number}` : 'Note'}: click to mark, drag to mark several; what is marked is dragged to another place`" :aria-label="`${number ? `Cell ${number}` : 'Note'}: what can be done with it`"
      @pointerdown="beginMarking" @click.stop="fromNumber">{{ number ?? "¶" }}</button>
    <span v-if="angleTag" class="tag" :title="angleTag.text">{{ angleTag.tag }}</span>
    <button class="between" tabindex="-1" aria-label="Insert a line here" @click="insertHere"><span>+</span></button>
    <CellMenu v-if="menuAt" :cell="cell" :x="menuAt.x" :y="menuAt.y" @close="closeMenu" />
  </div>
</template>

<style scoped>
.slot { position: relative; scroll-margin: 80px 0 120px; }
/* what happens in another cell does not concern its layout */
.slot.rest { contain: layout style; }
/* words that come under their line lie over the next cell */
.slot.rest:hover, .slot.rest:focus-within { z-index: 3; }
.slot:focus, .slot:focus-visible { outline: none; }
/* where the page was left: a thin mark in the margin, over all that it reaches */
.slot.marked::before { content: ""; position: absolute; left: -30px; top: 5px; bottom: 5px; width: 3px; background: var(--act); border-radius: 2px; pointer-events: none; }
.slot.marked:has(+ .marked)::before { bottom: -5px; border-bottom-left-radius: 0; border-bottom-right-radius: 0; }
.slot.marked + .marked::before { top: 0; }
.slot.pointed::before { content: ""; position: absolute; left: -22px; top: 6px; bottom: 6px; width: 4px; background: var(--act); border-radius: 2px; }
.slot.sortable-ghost { opacity: 0.4; }
.slot.sortable-drag { background: var(--page-open); box-shadow: var(--shadow); }
.number { position: absolute; right: 4px; top: 6px; min-width: 28px; padding: 4px 8px; text-align: right; font: 12.5px var(--serif); color: var(--ink-quiet); border-radius: 3px; touch-action: manipulation; }
.number:hover { color: var(--act); background: var(--act-tint); }
.marked > .number { color: var(--act); cursor: grab; }
.tag { position: absolute; right: 12px; top: 31px; font: 11px/1 var(--sans); color: var(--ink-quiet); cursor: help; }
.number.note { opacity: 0; }
.slot:hover > .number.note, .slot.marked > .number.note, .number.note:focus-visible { opacity: 1; }
.folded { font: italic 15px var(--serif); color: var(--act); margin: 0 0 8px; }
.folded:hover { text-decoration: underline; text-underline-offset: 3px; }
.between { position: absolute; left: -16px; right: 40px; bottom: -7px; height: 14px; z-index: 2; }
.between:not(:hover)::before, .between:not(:hover) span { visibility: hidden; }
.between::before { content: ""; position: absolute; left: 22px; right: 0; top: 6px; height: 1px; background: var(--act-line); }
.between span { position: absolute; left: 0; top: -2px; width: 18px; height: 18px; border-radius: 9px; background: var(--page-open); border: 1px solid var(--act-line); color: var(--act); font: 15px/15px var(--sans); }
@media (max-width: 640px) { .slot.marked::before { left: -20px; } .tag { right: -2px; } .number { right: -10px; } .slot:not(.rest) > .number { right: 0; } .between { height: 10px; } }
@media (hover: none) { .number.note { opacity: 0.6; } }
@media (pointer: coarse) { .tag { top: 40px; } }
</style>
