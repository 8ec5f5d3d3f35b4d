<script setup lang="ts">
import { useEventListener } from "@vueuse/core";
import { computed, nextTick, onBeforeUnmount, onMounted, reactive, ref, watch } from "vue";
import { useRoute } from "vue-router";

import { preferences, printChoices } from "../shared/preferences";
import { takeTyped } from "../shared/typedAhead";
import { likelyHeight } from "./cellHeights";
import CellSlot from "./CellSlot.vue";
import ClashNotice from "./ClashNotice.vue";
import ConventionsLine from "./ConventionsLine.vue";
import FindBar from "./FindBar.vue";
import { loadEditors } from "../editor/later";
import { KeysDialog, loadDialogs, PreferencesDialog, PrintDialog, WriteAgainDialog } from "./dialogs";
import NameCard from "./NameCard.vue";
import PageHead from "./PageHead.vue";
import { keepPlace, leftAt } from "../sheet/leftAt";
import { panelOpen } from "../sheet/panel";
import PrintedNames from "./PrintedNames.vue";
import SidePanel from "./SidePanel.vue";
import { useWorksheet } from "../sheet/store";
import { useDragging } from "./useDragging";
import { useInSight } from "./useInSight";
import { useKeepsWriting } from "./useKeepsWriting";
import { useMarkKeys } from "./useMarkKeys";
import { usePageKeys } from "./usePageKeys";
import { printing, usePrinting } from "./usePrinting";
import { useWindowing } from "./useWindowing";

const props = defineProps<{ id: string }>();
const sheet = useWorksheet();
const route = useRoute();
const keysOpen = ref(false);
const preferencesOpen = ref(false);
const againOpen = ref(false);
const finding = ref<"" | "find" | "replace">("");
const findBar = ref<InstanceType<typeof FindBar>>();
const titleField = ref<HTMLInputElement>();
const page = ref<HTMLElement>();
const panel = ref<InstanceType<typeof SidePanel>>();
const side = computed(() => panel.value?.$el as HTMLElement | undefined);
const lost = computed(() => [...sheet.clashes.keys()].filter((cell) => !sheet.cellOf(cell)));

/** On paper stands every cell, also what is folded away. */
const cells = computed(() => (printing.value ? sheet.cells : sheet.visible));
const isPinned = (cell: string) => printing.value || cell === sheet.active || cell === sheet.mark || cell === sheet.sought;
const { rows, vMeasured } = useWindowing(cells, page, isPinned, (cell) => likelyHeight(cell, sheet.results.get(cell.id) ?? []), computed(() => preferences.value.textSize / 100));
useDragging(page);
useInSight(page, side, () => sheet.active);

async function open(): Promise<void> {
  if (history.state.isNew) return begin();
  await sheet.open(props.id);
  if (sheet.missing || !sheet.loaded) return;
  if (!sheet.cells.length) return sheet.activate(sheet.insert(null), "end");
  const at = typeof route.query.cell === "string" ? route.query.cell : leftAt(props.id);
  if (at && sheet.cellOf(at) && !sheet.active) sheet.putMark(at);
}

/** A new worksheet waits for nothing: its title can be typed at once. */
async function begin(): Promise<void> {
  history.replaceState({ ...history.state, isNew: false }, "");
  sheet.begin(props.id, preferences.value.conventions, String(history.state.folder ?? ""));
  sheet.insert(null);
  await nextTick();
  titleField.value?.focus();
  titleField.value?.select();
  const [title = "", ...lines] = takeTyped().split("\n");
  if (title) await takeTitle(title);
  if (lines.length) takeLines(lines);
}

/** What was typed before the title was there stands in it. */
async function takeTitle(title: string): Promise<void> {
  typedTitle.value = title;
  await nextTick();
  titleField.value?.setSelectionRange(title.length, title.length);
}

/** And what was typed after its Enter in the lines of the page; the last of them goes on. */
function takeLines(lines: string[]): void {
  rename();
  let at = sheet.cells[0]?.id ?? sheet.insert(null);
  for (const [index, line] of lines.entries()) {
    if (index) at = sheet.freshLine(at);
    sheet.write(at, line);
    if (index < lines.length - 1) sheet.commit(at);
  }
  sheet.activate(at, "end");
}

function find(withReplace: boolean): void {
  finding.value = withReplace ? "replace" : finding.value || "find";
  void nextTick(() => findBar.value?.focus());
}

useMarkKeys();
useKeepsWriting();
usePageKeys({ keys: () => (keysOpen.value = true), find, writeAgain: () => (againOpen.value = true), print: () => (printOpen.value = true) });
const printOpen = ref(false);
/** A dialog is made when it is opened first, and stays for the way it closes. */
const wasOpened = reactive({ keys: false, preferences: false, print: false, again: false });
watch([keysOpen, preferencesOpen, printOpen, againOpen], ([keys, preferred, printed, again]) => {
  wasOpened.keys ||= keys;
  wasOpened.preferences ||= preferred;
  wasOpened.print ||= printed;
  wasOpened.again ||= again;
});
const { print } = usePrinting(() => sheet.title);

/** The dialog goes first, then the page goes on paper. */
async function toPaper(): Promise<void> {
  printOpen.value = false;
  await new Promise((later) => setTimeout(later, 350));
  await print();
}

watch(() => sheet.title, (title) => title && (document.title = `${title} – Upper Slate`));
// the text being written is kept when the window goes, and what can still be sent is sent
useEventListener(window, "pagehide", () => {
  rename();
  keepPlace(props.id, sheet.active ?? sheet.mark);
  if (sheet.active) sheet.commit(sheet.active);
  sheet.keepNow();
});
watch(() => props.id, open);
onMounted(open);
void loadEditors().catch(() => undefined);
// what is opened later is there by then, also where the server has gone meanwhile; a print by the browser's own menu waits for nothing
onMounted(() => setTimeout(() => void Promise.all([import("../graph/GraphFigure.vue"), loadDialogs()]).catch(() => undefined), 3000));
onBeforeUnmount(() => {
  keepPlace(props.id, sheet.active ?? sheet.mark);
  sheet.close();
});

/** The title while it is typed: what arrives meanwhile does not write over it. */
const typedTitle = ref<string | null>(null);

function rename(): void {
  const value = typedTitle.value?.trim();
  typedTitle.value = null;
  if (value && value !== sheet.title) sheet.rename(value);
}

function write(event: Event): void {
  typedTitle.value = (event.target as HTMLInputElement).value;
}

function fromTitle(event: KeyboardEvent): void {
  (event.target as HTMLInputElement).blur();
  const first = sheet.cells[0];
  if (first) sheet.activate(first.id, "end");
}

/** Where the pointer went down: a drag that ends on blank paper is no click there. */
let pressedOn: EventTarget | null = null;

function press(event: PointerEvent): void {
  pressedOn = event.target;
}

/** A click on blank paper goes on at the end of the page: in the empty line there, if any. */
function below(event: MouseEvent): void {
  if (event.target !== event.currentTarget || pressedOn !== event.target || getSelection()?.toString()) return;
  sheet.activate(sheet.freshLine(sheet.visible.at(-1)?.id ?? null), "end");
  sheet.editor?.focus();
}
</script>

<template>
  <div class="screen" :class="{ wide: !panelOpen }" @pointerdown="press">
    <PageHead @keys="keysOpen = true" @preferences="preferencesOpen = true" @find="find(true)" @write-again="againOpen = true" @print="printOpen = true" />
    <main class="desk">
      <FindBar v-if="finding" ref="findBar" :with-replace="finding === 'replace'" @close="finding = ''" />
      <p v-if="sheet.problem" class="problem" role="alert">{{ sheet.problem }} <RouterLink v-if="sheet.missing" to="/">To the shelf</RouterLink></p>
      <p v-if="sheet.trouble" class="problem" role="alert">{{ sheet.trouble }}</p>
      <ClashNotice v-for="cell in lost" :key="cell" class="lost" :cell="cell" />
      <article v-if="sheet.loaded && !sheet.missing" class="page" :style="{ '--text-scale': preferences.textSize / 100 }" @click="below">
        <h1><input ref="titleField" class="title" :value="typedTitle ?? sheet.title" aria-label="Title" maxlength="200" @input="write" @change="rename" @keydown.enter.prevent="fromTitle" /></h1>
        <ConventionsLine />
        <button class="at-top" tabindex="-1" aria-label="Insert a line at the top" @click="sheet.activate(sheet.freshLine(null), 'end')"><span>+</span></button>
        <div ref="page" class="cells" @click="below">
          <template v-for="row in rows" :key="row.key">
            <CellSlot v-if="'cell' in row" v-measured="row.cell" :cell="row.cell" />
            <div v-else class="far" :style="{ height: `${row.height}px` }" />
          </template>
        </div>
        <PrintedNames v-if="printing && printChoices.names" />
      </article>
    </main>
    <SidePanel v-if="panelOpen" ref="panel" class="side" />
    <NameCard :within="page" />
    <KeysDialog v-if="wasOpened.keys" :open="keysOpen" @close="keysOpen = false" @closed="sheet.backToWriting()" />
    <PreferencesDialog v-if="wasOpened.preferences" :open="preferencesOpen" @close="preferencesOpen = false" @closed="sheet.backToWriting()" />
    <PrintDialog v-if="wasOpened.print" :open="printOpen" @close="printOpen = false" @closed="sheet.backToWriting()" @print="toPaper" />
    <WriteAgainDialog v-if="wasOpened.again" :open="againOpen" @close="againOpen = false" @closed="sheet.backToWriting()" />
  </div>
</template>

<style scoped>
.screen { display: grid; grid-template: 48px 1fr / minmax(0, 1fr) 304px; min-height: 100vh; }
.screen.wide { grid-template-columns: minmax(0, 1fr); }
.screen > :deep(.head) { grid-column: 1 / -1; }
.desk { padding: 26px 40px 60px; min-width: 0; }
.side { position: sticky; top: 48px; height: calc(100vh - 48px); }
.page { background: var(--page); max-width: calc(800px * var(--text-scale, 1)); margin: 0 auto; min-height: calc(100vh - 134px); border-radius: 3px; box-shadow: var(--shadow); padding: 36px 34px 140px 58px; position: relative; cursor: text; }
.page > * { zoom: var(--text-scale, 1); }
h1 { margin: 0; font: inherit; }
.at-top { position: absolute; left: 42px; right: 74px; height: 16px; margin-top: -16px; opacity: 0; text-align: left; }
.at-top::before { content: ""; position: absolute; left: 22px; right: 0; top: 8px; height: 1px; background: var(--act-line); }
.at-top span { display: block; width: 18px; height: 18px; border-radius: 9px; background: var(--page-open); border: 1px solid var(--act-line); color: var(--act); font: 15px/15px var(--sans); text-align: center; }
.at-top:hover { opacity: 1; }
.far { contain: strict; }
.title { font: 600 29px/1.2 var(--serif); width: 100%; background: none; border: 0; color: var(--ink); padding: 0; margin: 0 0 4px; border-radius: 3px; text-overflow: ellipsis; }
.title:focus { outline: none; box-shadow: 0 1px 0 var(--act-line); }
.problem, .lost { max-width: 800px; margin: 0 auto 14px; }
.problem { font: italic 16px/1.5 var(--serif); color: var(--wrong); }
@media (max-width: 1020px) {
  .screen { grid-template-columns: minmax(0, 1fr); }
  /* a sheet from below: the line being written stays in sight */
  .side { position: fixed; inset: auto 0 0; top: auto; height: min(46vh, 380px); z-index: 30; border-left: 0; border-top: 1px solid var(--hair); box-shadow: 0 -6px 24px #0002; }
  .screen:not(.wide) .desk { padding-bottom: min(46vh, 380px); }
}
@media (max-width: 760px) {
  .desk { padding: 0; }
  .page { border-radius: 0; box-shadow: none; padding: 22px 14px 90px 26px; }
  .title { font-size: 25px; }
}
@media (max-width: 860px) { .problem { padding: 12px 26px 0; } }
</style>
