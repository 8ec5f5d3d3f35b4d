<script setup lang="ts">
import "element-plus/es/components/dropdown/style/css";
import "element-plus/es/components/dropdown-item/style/css";
import "element-plus/es/components/dropdown-menu/style/css";

import { ElDropdown, ElDropdownItem, ElDropdownMenu } from "element-plus/es/components/dropdown/index";
import { useEventListener } from "@vueuse/core";
import { nextTick, onBeforeUnmount, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import AppHead from "../shared/AppHead.vue";
import { setTheme, theme } from "../shared/theme";
import CellSlot from "./CellSlot.vue";
import ConventionsLine from "./ConventionsLine.vue";
import KeysDialog from "./KeysDialog.vue";
import NamesPanel from "./NamesPanel.vue";
import { otherKind } from "./shown";
import { useWorksheet } from "./store";

const props = defineProps<{ id: string }>();
const sheet = useWorksheet();
const router = useRouter();
const route = useRoute();
const keysOpen = ref(false);
const panelOpen = ref(localStorage.getItem("panel") !== "closed");
const titleField = ref<HTMLInputElement>();

async function open(): Promise<void> {
  await sheet.open(props.id);
  if (sheet.missing) return;
  document.title = `${sheet.title} – Upper Slate`;
  const isNew = Boolean(route.query.new);
  if (!sheet.cells.length) {
    const first = sheet.insert(null);
    if (!isNew) sheet.activate(first, "end");
  }
  if (isNew) {
    await router.replace({ query: {} });
    await nextTick();
    titleField.value?.focus();
    titleField.value?.select();
  }
}

function switchLine(): void {
  const cell = sheet.active ?? sheet.selected;
  const lines = cell ? sheet.results.get(cell) : undefined;
  if (!cell || !lines) return;
  sheet.commit(cell);
  const display = sheet.cells.find((item) => item.id === cell)?.display ?? {};
  lines.forEach((line, index) => {
    const other = otherKind(line, display[`line${index}`] as string | undefined, sheet.conventions.results ?? "exact");
    if (other) sheet.choose(cell, index, other);
  });
}

function switchAll(): void {
  sheet.setResults(sheet.conventions.results === "decimal" ? "exact" : "decimal");
}

function exportMarkdown(): void {
  const link = document.createElement("a");
  link.href = `/api/worksheets/${props.id}/markdown`;
  link.download = `${sheet.title}.md`;
  link.click();
}

function more(command: string): void {
  if (command === "keys") keysOpen.value = true;
  else if (command === "panel") panelOpen.value = !panelOpen.value;
  else if (command === "markdown") exportMarkdown();
  else if (command === "light" || command === "dark" || command === "system") setTheme(command);
  else if (command === "undo" || command === "redo") void sheet.step(command);
}

watch(panelOpen, (value) => localStorage.setItem("panel", value ? "open" : "closed"));
watch(() => sheet.selected, async (cell) => {
  if (!cell) return;
  await nextTick();
  document.querySelector<HTMLElement>(`[data-slot="${cell}"]`)?.focus();
});

useEventListener(window, "keydown", (event: KeyboardEvent) => {
  const inText = (event.target as HTMLElement).closest("input, textarea, .cm-editor");
  const command = event.ctrlKey || event.metaKey;
  if (command && (event.key === "." || event.code === "Period")) (event.shiftKey ? switchAll : switchLine)();
  else if (command && !inText && event.key.toLowerCase() === "z") void sheet.step(event.shiftKey ? "redo" : "undo");
  else if (command && !inText && event.key.toLowerCase() === "y") void sheet.step("redo");
  else if (!inText && event.key === "?") keysOpen.value = true;
  else return;
  event.preventDefault();
});
useEventListener(window, "beforeunload", () => sheet.active && sheet.commit(sheet.active));
watch(() => props.id, open);
onMounted(open);
onBeforeUnmount(() => {
  if (sheet.active) sheet.commit(sheet.active);
  sheet.close();
});

function rename(event: Event): void {
  const value = (event.target as HTMLInputElement).value.trim();
  if (value && value !== sheet.title) sheet.rename(value);
}

function fromTitle(event: KeyboardEvent): void {
  (event.target as HTMLInputElement).blur();
  const first = sheet.cells[0];
  if (first) sheet.activate(first.id, "end");
}

function below(event: MouseEvent): void {
  if (event.target !== event.currentTarget) return;
  const last = sheet.cells[sheet.cells.length - 1];
  if (last && !last.text.trim() && last.kind === "math") sheet.activate(last.id, "end");
  else sheet.activate(sheet.insert(last?.id ?? null), "end");
}
</script>

<template>
  <div class="screen" :class="{ wide: !panelOpen }">
    <AppHead :title="sheet.title">
      <span class="state" role="status" :class="{ off: !sheet.connected }">{{ !sheet.connected ? "Not connected" : sheet.saved ? "Saved" : "Saving…" }}</span>
      <button v-if="sheet.busy.length" class="head-word" @click="sheet.stop(null)">Stop</button>
      <div class="switch" role="group" aria-label="Results of the whole worksheet">
        <button :class="{ on: sheet.conventions.results !== 'decimal' }" :aria-pressed="sheet.conventions.results !== 'decimal'" @click="sheet.setResults('exact')">Exact</button>
        <button :class="{ on: sheet.conventions.results === 'decimal' }" :aria-pressed="sheet.conventions.results === 'decimal'" @click="sheet.setResults('decimal')">Decimal</button>
      </div>
      <button class="head-word wide-only" :disabled="!sheet.canUndo" @click="sheet.step('undo')">Undo</button>
      <button class="head-word wide-only" :disabled="!sheet.canRedo" @click="sheet.step('redo')">Redo</button>
      <ElDropdown trigger="click" @command="more">
        <button class="head-word">More</button>
        <template #dropdown>
          <ElDropdownMenu>
            <ElDropdownItem command="panel">{{ panelOpen ? "Hide names" : "Show names" }}</ElDropdownItem>
            <ElDropdownItem command="keys">Keys</ElDropdownItem>
            <ElDropdownItem command="undo" :disabled="!sheet.canUndo">Undo</ElDropdownItem>
            <ElDropdownItem command="redo" :disabled="!sheet.canRedo">Redo</ElDropdownItem>
            <ElDropdownItem command="markdown">Save as Markdown</ElDropdownItem>
            <ElDropdownItem divided command="light">Light{{ theme === "light" ? " ✓" : "" }}</ElDropdownItem>
            <ElDropdownItem command="dark">Dark{{ theme === "dark" ? " ✓" : "" }}</ElDropdownItem>
            <ElDropdownItem command="system">As the system{{ theme === "system" ? " ✓" : "" }}</ElDropdownItem>
          </ElDropdownMenu>
        </template>
      </ElDropdown>
    </AppHead>
    <main class="desk">
      <p v-if="sheet.problem" class="problem" role="alert">{{ sheet.problem }} <RouterLink v-if="sheet.missing" to="/">To the shelf</RouterLink></p>
      <article v-if="sheet.loaded && !sheet.missing" class="page" @click="below">
        <input ref="titleField" class="title" :value="sheet.title" aria-label="Title" maxlength="200" @change="rename" @keydown.enter="fromTitle" />
        <ConventionsLine />
        <CellSlot v-for="cell in sheet.cells" :key="cell.id" :cell="cell" />
      </article>
    </main>
    <NamesPanel v-if="panelOpen" class="side" />
    <KeysDialog :open="keysOpen" @close="keysOpen = false" />
  </div>
</template>

<style scoped>
.screen { display: grid; grid-template: 48px 1fr / minmax(0, 1fr) 304px; min-height: 100vh; }
.screen.wide { grid-template-columns: minmax(0, 1fr); }
.screen > :deep(.head) { grid-column: 1 / -1; }
.desk { padding: 26px 40px 60px; min-width: 0; }
.side { position: sticky; top: 48px; height: calc(100vh - 48px); }
.page { background: var(--page); max-width: 800px; margin: 0 auto; min-height: calc(100vh - 134px); border-radius: 3px; box-shadow: var(--shadow); padding: 36px 34px 140px 58px; position: relative; cursor: text; }
.title { font: 600 29px/1.2 var(--serif); width: 100%; background: none; border: 0; color: var(--ink); padding: 0; margin: 0 0 4px; border-radius: 3px; text-overflow: ellipsis; }
.title:focus { outline: none; box-shadow: 0 1px 0 var(--act-line); }
.problem { max-width: 800px; margin: 0 auto 14px; font: italic 16px/1.5 var(--serif); color: var(--wrong); }
.state { color: var(--frame-ink); opacity: 0.92; font-size: 14px; white-space: nowrap; }
.state.off { color: var(--copper-300); }
.head-word { color: var(--frame-ink); font-size: 14px; padding: 3px 2px; }
.head-word:disabled { color: var(--frame-quiet); opacity: 0.6; cursor: default; }
.head-word:hover:not(:disabled) { text-decoration: underline; text-underline-offset: 4px; }
.switch { display: flex; border: 1px solid var(--frame-line); border-radius: 6px; overflow: hidden; font-size: 13.5px; }
.switch button { padding: 3px 11px; color: var(--frame-ink); }
.switch .on { background: var(--chalk); color: var(--slate-900); }
@media (max-width: 1020px) {
  .screen { grid-template-columns: minmax(0, 1fr); }
  .side { position: static; height: auto; border-left: 0; border-top: 1px solid var(--hair); }
}
@media (max-width: 760px) {
  .desk { padding: 0; }
  .page { border-radius: 0; box-shadow: none; padding: 22px 14px 90px 26px; }
  .title { font-size: 25px; }
  .wide-only, .state:not(.off) { display: none; }
}
</style>
