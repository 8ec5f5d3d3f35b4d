<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";

import type { CellData } from "../shared/api/client";
import CellMenu from "./CellMenu.vue";
import ClashNotice from "./ClashNotice.vue";
import MathCell from "./MathCell.vue";
import NoteCell from "./NoteCell.vue";
import { headingLevel } from "../sheet/sections";
import { useWorksheet } from "../sheet/store";
import { useCellActions } from "./useCellActions";

/** A place on the page: the cell, its number by which it is selected and moved, and what can be done with it. */
const props = defineProps<{ cell: CellData }>();
const sheet = useWorksheet();
const actions = useCellActions();
const slot = ref<HTMLElement>();
const menuAt = ref<{ x: number; y: number } | null>(null);

const isOpen = computed(() => sheet.active === props.cell.id);
const isSelected = computed(() => sheet.selection.has(props.cell.id));
const number = computed(() => sheet.numbers.get(props.cell.id));
const folded = computed(() => sheet.foldedCounts.get(props.cell.id));

/** The focus follows the selection. */
watch(() => sheet.selected === props.cell.id, async (chosen) => {
  if (!chosen) return;
  await nextTick();
  slot.value?.focus();
}, { immediate: true, flush: "post" });

function insertHere(): void {
  sheet.activate(sheet.insert(props.cell.id), "end");
}

function insertAbove(): void {
  const at = sheet.cells.findIndex((item) => item.id === props.cell.id);
  sheet.activate(sheet.insert(sheet.cells[at - 1]?.id ?? null), "end");
}

function goTo(by: -1 | 1, grow: boolean): void {
  const next = sheet.neighbour(props.cell.id, by);
  if (next) sheet.select(next, grow);
}

function key(event: KeyboardEvent): void {
  if (event.target !== slot.value) return;
  const command = event.ctrlKey || event.metaKey;
  const pressed = `${command ? "Ctrl+" : ""}${event.altKey ? "Alt+" : ""}${event.shiftKey ? "Shift+" : ""}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`;
  const does: Record<string, () => unknown> = {
    Enter: () => sheet.activate(props.cell.id, "end"),
    Delete: () => actions.remove(props.cell.id),
    Backspace: () => actions.remove(props.cell.id),
    ArrowUp: () => goTo(-1, false),
    ArrowDown: () => goTo(1, false),
    "Shift+ArrowUp": () => goTo(-1, true),
    "Shift+ArrowDown": () => goTo(1, true),
    ArrowLeft: () => headingLevel(props.cell) && !props.cell.display.folded && actions.toggleFolded(props.cell.id),
    ArrowRight: () => props.cell.display.folded && actions.toggleFolded(props.cell.id),
    "Alt+Shift+ArrowUp": () => sheet.move(props.cell.id, -1),
    "Alt+Shift+ArrowDown": () => sheet.move(props.cell.id, 1),
    "Alt+Enter": insertHere,
    "Alt+Shift+Enter": insertAbove,
    "Ctrl+d": () => actions.duplicate(props.cell.id),
    "Ctrl+c": () => actions.copy(props.cell.id),
    "Ctrl+x": () => actions.cut(props.cell.id),
    "Ctrl+a": () => sheet.selectOnly(sheet.visible.map((item) => item.id)),
    g: () => actions.toGraph(props.cell.id),
    t: () => actions.addOffer(props.cell.id, "table"),
    h: () => actions.toggleHidden(props.cell.id),
    Escape: () => sheet.select(null),
  };
  const act = does[pressed];
  if (!act) return;
  event.preventDefault();
  act();
  if (pressed.startsWith("Alt+Shift+Arrow")) void nextTick(() => slot.value?.focus());
}

function openMenu(event: MouseEvent): void {
  const target = event.target as HTMLElement;
  if (target.closest(".cm-editor, a, input") || getSelection()?.toString()) return;
  event.preventDefault();
  showMenu(event.clientX || target.getBoundingClientRect().right, event.clientY || target.getBoundingClientRect().bottom);
}

function showMenu(x: number, y: number): void {
  if (!isSelected.value) sheet.select(props.cell.id);
  menuAt.value = { x, y };
}

function fromNumber(event: MouseEvent): void {
  if (event.shiftKey) sheet.select(props.cell.id, true);
  else if (event.detail === 0 || isSelected.value) {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    showMenu(box.right, box.bottom + 4);
  } else sheet.select(props.cell.id);
}

function closeMenu(): void {
  menuAt.value = null;
  if (sheet.selected === props.cell.id) slot.value?.focus();
}
</script>

<template>
  <div
    ref="slot" class="slot" tabindex="-1" role="group" :aria-label="number ? `Cell ${number}` : 'Note'" :data-slot="cell.id"
    :class="{ selected: isSelected, pointed: sheet.pointed.has(cell.id), rest: !isOpen }" @keydown="key" @contextmenu="openMenu">
    <NoteCell v-if="cell.kind === 'note'" :cell="cell" />
    <MathCell v-else :cell="cell" />
    <ClashNotice v-if="sheet.clashes.has(cell.id)" :cell="cell.id" />
    <button v-if="folded !== undefined" class="folded" @click="actions.toggleFolded(cell.id)">{{ folded }} {{ folded === 1 ? "cell is" : "cells are" }} folded away · show</button>
    <button
      class="number" :class="{ note: !number }" tabindex="-1" :title="`${number ? `Cell ${number}` : 'Note'}: click to select, drag to move`" :aria-label="`${number ? `Cell ${number}` : 'Note'}: what can be done with it`"
      @click.stop="fromNumber">{{ number ?? "¶" }}</button>
    <button class="between" tabindex="-1" aria-label="Insert a line here" @click="insertHere"><span>+</span></button>
    <CellMenu v-if="menuAt" :cell="cell" :x="menuAt.x" :y="menuAt.y" @close="closeMenu" />
  </div>
</template>

<style scoped>
.slot { position: relative; scroll-margin: 80px 0 120px; }
/* what happens in another cell does not concern its layout */
.slot.rest { contain: layout style; }
.slot:focus-visible { outline: 2px solid var(--act); outline-offset: 0; }
.slot:focus { outline: none; }
.slot.selected::before { content: ""; position: absolute; inset: 0 0 0 -16px; background: var(--act-tint); opacity: 0.6; border-radius: 4px; pointer-events: none; }
.slot.selected:focus::after, .slot:focus-visible::after { content: ""; position: absolute; inset: 0 0 0 -16px; border: 2px solid var(--act); border-radius: 4px; pointer-events: none; }
.slot:focus-visible { outline: none; }
.slot.pointed::before { content: ""; position: absolute; left: -22px; top: 6px; bottom: 6px; width: 4px; background: var(--act); border-radius: 2px; }
.slot.sortable-ghost { opacity: 0.4; }
.slot.sortable-drag { background: var(--page-open); box-shadow: var(--shadow); }
.number { position: absolute; right: 4px; top: 6px; min-width: 28px; padding: 4px 8px; text-align: right; font: 12.5px var(--serif); color: var(--ink-quiet); border-radius: 3px; touch-action: manipulation; }
.number:hover { color: var(--act); background: var(--act-tint); cursor: grab; }
.number.note { opacity: 0; }
.slot:hover > .number.note, .slot.selected > .number.note, .number.note:focus-visible { opacity: 1; }
.folded { font: italic 15px var(--serif); color: var(--act); margin: 0 0 8px; }
.folded:hover { text-decoration: underline; text-underline-offset: 3px; }
.between { position: absolute; left: -16px; right: 40px; bottom: -7px; height: 14px; z-index: 2; }
.between:not(:hover)::before, .between:not(:hover) span { visibility: hidden; }
.between::before { content: ""; position: absolute; left: 22px; right: 0; top: 6px; height: 1px; background: var(--act-line); }
.between span { position: absolute; left: 0; top: -2px; width: 18px; height: 18px; border-radius: 9px; background: var(--page-open); border: 1px solid var(--act-line); color: var(--act); font: 15px/15px var(--sans); }
@media (max-width: 640px) { .number { right: -10px; } .slot:not(.rest) > .number { right: 0; } .between { height: 10px; } }
@media (hover: none) { .number.note { opacity: 0.6; } }
</style>
