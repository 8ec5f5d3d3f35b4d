<script setup lang="ts">
import { onClickOutside } from "@vueuse/core";
import { computed, nextTick, onMounted, ref } from "vue";

import type { CellData } from "../shared/api/client";
import { COPY_KINDS, copyAs, resultOf, wholeLine, type CopyKind } from "./copying";
import { headingLevel } from "../sheet/sections";
import { useWorksheet } from "../sheet/store";
import { useCellActions } from "./useCellActions";

/** What can be done with a cell, or with the marked ones. */
const props = defineProps<{ cell: CellData; x: number; y: number }>();
const emit = defineEmits<{ close: [] }>();
const sheet = useWorksheet();
const actions = useCellActions();
const menu = ref<HTMLElement>();
const place = ref({ left: props.x, top: props.y });

const several = computed(() => (sheet.marked.has(props.cell.id) ? sheet.marked.size : 1));
const lines = computed(() => sheet.results.get(props.cell.id) ?? []);
const hasResult = computed(() => props.cell.kind === "math" && several.value === 1 && lines.value.some((line) => !line.error && (line.exact || line.decimal)));
const level = computed(() => headingLevel(props.cell));

async function copy(what: "result" | "line", kind: CopyKind): Promise<void> {
  const index = lines.value.reduce((found, line, at) => (line.exact || line.decimal ? at : found), 0);
  const line = lines.value[index];
  if (!line) return;
  const written = (what === "result" ? resultOf : wholeLine)(line, props.cell, index, sheet.conventions.results ?? "exact");
  emit("close");
  try {
    await copyAs(kind, written);
  } catch {
    sheet.problem = "The browser does not let this page write to the clipboard.";
  }
}

function act(what: () => unknown): void {
  emit("close");
  void what();
}

function key(event: KeyboardEvent): void {
  const items = [...(menu.value?.querySelectorAll<HTMLElement>("[role=menuitem]") ?? [])];
  const at = items.indexOf(document.activeElement as HTMLElement);
  const to: Record<string, number> = { ArrowDown: at + 1, ArrowRight: at + 1, ArrowUp: at - 1, ArrowLeft: at - 1, Home: 0, End: items.length - 1 };
  if (event.key === "Escape" || event.key === "Tab") emit("close");
  else if (event.key in to) items[((to[event.key] ?? 0) + items.length) % items.length]?.focus();
  else return;
  event.preventDefault();
  event.stopPropagation();
}

onClickOutside(menu, () => emit("close"));
onMounted(async () => {
  await nextTick();
  const box = menu.value?.getBoundingClientRect();
  if (!box) return;
  place.value = { left: Math.max(8, Math.min(props.x, innerWidth - box.width - 8)), top: Math.max(8, Math.min(props.y, innerHeight - box.height - 8)) };
  menu.value?.querySelector<HTMLElement>("[role=menuitem]")?.focus();
});
</script>

<template>
  <Teleport to="main">
    <div ref="menu" class="menu" role="menu" :aria-label="several > 1 ? `${several} cells` : 'This cell'" :style="{ left: `${place.left}px`, top: `${place.top}px` }" @keydown="key" @contextmenu.prevent>
      <template v-if="hasResult">
        <div v-for="what in ['result', 'line'] as const" :key="what" class="copies">
          <span>Copy {{ what }} as</span>
          <button v-for="kind in COPY_KINDS" :key="kind" role="menuitem" tabindex="-1" :aria-label="`Copy ${what} as ${kind}`" @click="copy(what, kind)">{{ kind }}</button>
        </div>
        <hr />
      </template>
      <button role="menuitem" tabindex="-1" @click="act(() => actions.copy(cell.id))">Copy {{ several > 1 ? `${several} cells` : "cell" }} <kbd>Ctrl C</kbd></button>
      <button role="menuitem" tabindex="-1" @click="act(() => actions.copyAsLatex(cell.id))">Copy {{ several > 1 ? `${several} cells` : "cell" }} as LaTeX</button>
      <button role="menuitem" tabindex="-1" @click="act(() => actions.duplicate(cell.id))">Duplicate <kbd>Ctrl D</kbd></button>
      <button v-if="several === 1" role="menuitem" tabindex="-1" @click="act(() => actions.writeAgain(cell.id))">Write again below</button>
      <hr />
      <button v-if="several === 1 && actions.offer(cell.id, 'graph')" role="menuitem" tabindex="-1" @click="act(() => actions.addOffer(cell.id, 'graph'))">Graph below <kbd>Alt C</kbd></button>
      <button v-if="several === 1 && actions.offer(cell.id, 'table')" role="menuitem" tabindex="-1" @click="act(() => actions.addOffer(cell.id, 'table'))">Table of values below <kbd>Alt T</kbd></button>
      <button v-if="cell.kind === 'math'" role="menuitem" tabindex="-1" @click="act(() => actions.toggleHidden(cell.id))">{{ cell.display.hidden ? "Show" : "Hide" }} the {{ several > 1 ? "results" : "result" }} <kbd>Alt H</kbd></button>
      <button v-if="level" role="menuitem" tabindex="-1" @click="act(() => actions.toggleFolded(cell.id))">{{ cell.display.folded ? "Unfold the section" : "Fold the section" }} <kbd>Alt O</kbd></button>
      <button v-if="several === 1" role="menuitem" tabindex="-1" @click="act(() => actions.turn(cell.id))">{{ cell.kind === "math" ? "Make it a note" : "Make it mathematics" }}</button>
      <button role="menuitem" tabindex="-1" @click="act(() => sheet.move(cell.id, -1))">Move up <kbd>Alt Shift ↑</kbd></button>
      <button role="menuitem" tabindex="-1" @click="act(() => sheet.move(cell.id, 1))">Move down <kbd>Alt Shift ↓</kbd></button>
      <hr />
      <button role="menuitem" tabindex="-1" @click="act(() => actions.remove(cell.id))">Remove {{ several > 1 ? `${several} cells` : "" }} <kbd>Delete</kbd></button>
    </div>
  </Teleport>
</template>

<style scoped>
.menu { position: fixed; z-index: 2000; min-width: 236px; max-width: calc(100vw - 16px); background: var(--page-open); border: 1px solid var(--hair); border-radius: 6px; box-shadow: 0 8px 26px #0000002e; padding: 6px 0; font-size: 14.5px; }
.menu > button { display: flex; width: 100%; justify-content: space-between; align-items: baseline; gap: 18px; padding: 6px 14px; text-align: left; }
.menu button:hover, .menu button:focus-visible { background: var(--act-tint); outline: none; }
.copies { padding: 4px 14px; display: flex; flex-wrap: wrap; gap: 4px 10px; color: var(--ink-quiet); }
.copies span { flex-basis: 100%; font-size: 13px; }
.copies button { color: var(--act); border-radius: 3px; padding: 2px 4px; }
kbd { font: 12px var(--sans); color: var(--ink-quiet); }
hr { border: 0; border-top: 1px solid var(--hair); margin: 5px 0; }
</style>
