<script setup lang="ts">
import "element-plus/es/components/dropdown/style/css";
import "element-plus/es/components/dropdown-item/style/css";
import "element-plus/es/components/dropdown-menu/style/css";
import "element-plus/es/components/segmented/style/css";

import { ElDropdown, ElDropdownItem, ElDropdownMenu } from "element-plus/es/components/dropdown/index";
import { ElSegmented } from "element-plus/es/components/segmented/index";
import { nextTick, onMounted } from "vue";

import AppHead from "../shared/AppHead.vue";
import { download } from "../shared/download";
import { fileKinds, loadFileKinds } from "../shared/fileKinds";
import { enlarge } from "../shared/preferences";
import { panelOpen, showPanel } from "../sheet/panel";
import { useWorksheet } from "../sheet/store";

/** The head of a worksheet: whether it is saved, the kind of its answers, undo, and everything else by name. */
const emit = defineEmits<{ keys: []; preferences: []; find: []; writeAgain: []; print: [] }>();
const sheet = useWorksheet();

const KINDS = [{ value: "exact", label: "Exact" }, { value: "decimal", label: "Decimal" }, { value: "both", label: "Both" }];

onMounted(loadFileKinds);
/** Where the server did not answer before, it is asked for them again. */
function opened(open: boolean): void {
  void (open ? loadFileKinds() : back());
}

/** What takes the focus itself. */
const TAKES_FOCUS = ["keys", "preferences", "print", "find", "again", "handbook"];
let chosen = "";

/** The menu is closed: the cursor goes back to the line, unless what was chosen takes it. */
async function back(): Promise<void> {
  await nextTick();
  if (!TAKES_FOCUS.includes(chosen)) sheet.backToWriting();
  chosen = "";
}

function more(command: string): void {
  const acts: Record<string, () => unknown> = {
    panel: () => (panelOpen.value = !panelOpen.value),
    patterns: () => showPanel("patterns"),
    handbook: () => showPanel("handbook"),
    keys: () => emit("keys"),
    preferences: () => emit("preferences"),
    find: () => emit("find"),
    again: () => emit("writeAgain"),
    print: () => emit("print"),
    undo: () => sheet.step("undo"),
    redo: () => sheet.step("redo"),
    larger: () => enlarge(1),
    smaller: () => enlarge(-1),
  };
  chosen = command;
  if (command.startsWith("save ")) download(`/api/worksheets/${sheet.id}/file/${command.slice(5)}`);
  else acts[command]?.();
}
</script>

<template>
  <AppHead :title="sheet.title">
    <span class="state" role="status" :class="{ off: !sheet.connected }"><template v-if="sheet.connected">{{ sheet.saved ? "Saved" : "Saving…" }}</template><template v-else>{{ sheet.isHeldBack ? "Not stored yet" : "Not connected" }}<span class="kept">: what you write is kept here</span></template></span>
    <button v-if="sheet.busy.length" class="head-word stop" @click="sheet.stop(null)">Stop</button>
    <ElSegmented class="switch" :model-value="sheet.conventions.results ?? 'exact'" :options="KINDS" size="small" aria-label="Results of the whole worksheet" @update:model-value="sheet.setResults(String($event))" />
    <button class="head-word narrow-only" data-keeps-editor @mousedown.prevent @click="showPanel('patterns')">Patterns</button>
    <button class="head-word wide-only" :disabled="!sheet.canUndo" @click="sheet.step('undo')">Undo</button>
    <button class="head-word wide-only" :disabled="!sheet.canRedo" @click="sheet.step('redo')">Redo</button>
    <ElDropdown trigger="click" :persistent="false" @command="more" @visible-change="opened">
      <button class="head-word">More</button>
      <template #dropdown>
        <ElDropdownMenu>
          <ElDropdownItem command="find">Find and replace</ElDropdownItem>
          <ElDropdownItem command="again">Write again below</ElDropdownItem>
          <ElDropdownItem command="undo" :disabled="!sheet.canUndo">Undo</ElDropdownItem>
          <ElDropdownItem command="redo" :disabled="!sheet.canRedo">Redo</ElDropdownItem>
          <ElDropdownItem divided command="panel">{{ panelOpen ? "Close the panel" : "Names here" }}</ElDropdownItem>
          <ElDropdownItem command="patterns">Patterns</ElDropdownItem>
          <ElDropdownItem command="handbook">Handbook</ElDropdownItem>
          <ElDropdownItem command="keys">Keys</ElDropdownItem>
          <ElDropdownItem divided command="larger">Larger text</ElDropdownItem>
          <ElDropdownItem command="smaller">Smaller text</ElDropdownItem>
          <ElDropdownItem command="preferences">Preferences</ElDropdownItem>
          <ElDropdownItem divided command="print">Print</ElDropdownItem>
          <ElDropdownItem v-for="kind in fileKinds" :key="kind.ending" :command="`save ${kind.ending}`">Save as {{ kind.name }}</ElDropdownItem>
        </ElDropdownMenu>
      </template>
    </ElDropdown>
  </AppHead>
</template>

<style scoped>
.state { color: var(--frame-ink); opacity: 0.92; font-size: 14px; white-space: nowrap; }
.state.off { color: var(--copper-300); opacity: 1; }
.head-word { color: var(--frame-ink); font-size: 14px; padding: 3px 2px; white-space: nowrap; }
.head-word.stop { color: var(--copper-300); }
.head-word:disabled { color: var(--frame-quiet); opacity: 0.7; cursor: default; }
.head-word:hover:not(:disabled) { text-decoration: underline; text-underline-offset: 4px; }
.switch { --el-segmented-bg-color: transparent; --el-segmented-color: var(--frame-ink); --el-segmented-item-selected-bg-color: var(--chalk); --el-segmented-item-selected-color: var(--slate-900); --el-segmented-item-hover-color: var(--frame-ink); --el-segmented-item-hover-bg-color: var(--frame-line); --el-segmented-item-active-bg-color: var(--frame-line); --el-border-radius-base: 5px; flex: none; border: 1px solid var(--frame-line); border-radius: 6px; font-size: 13.5px; padding: 0; min-height: 28px; }
.switch :deep(.el-segmented__item) { padding: 0 11px; }
.narrow-only { display: none; }
@media (max-width: 420px) { .switch { font-size: 12.5px; } .switch :deep(.el-segmented__item) { padding: 0 5px; } .head-word { font-size: 13.5px; } }
@media (max-width: 1020px) { .narrow-only { display: inline; } }
@media (max-width: 760px) { .wide-only, .state:not(.off) { display: none; } .state.off { white-space: normal; font-size: 12px; line-height: 1.2; } }
/* the sentence below the head says the rest */
@media (max-width: 520px) { .kept { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); } }
</style>
