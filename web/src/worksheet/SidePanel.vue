<script setup lang="ts">
import HandbookTab from "./HandbookTab.vue";
import NamesTab from "./NamesTab.vue";
import { panelOpen, panelTab, type PanelTab } from "../sheet/panel";
import PatternsTab from "./PatternsTab.vue";

/** Beside the page: the names in force at the cursor, the handbook, the patterns. */
const TABS: [PanelTab, string][] = [["names", "Names here"], ["handbook", "Handbook"], ["patterns", "Patterns"]];

function key(event: KeyboardEvent): void {
  const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
  if (!by) return;
  const at = TABS.findIndex(([tab]) => tab === panelTab.value);
  panelTab.value = TABS[(at + by + TABS.length) % TABS.length]?.[0] ?? "names";
  (event.currentTarget as HTMLElement).querySelector<HTMLElement>(`[data-tab="${panelTab.value}"]`)?.focus();
}
</script>

<template>
  <aside class="panel" aria-label="Beside the page">
    <div class="tabs">
      <div role="tablist" aria-label="Beside the page" @keydown="key">
        <button
          v-for="[tab, label] in TABS" :id="`tab-${tab}`" :key="tab" role="tab" data-keeps-editor :data-tab="tab" :aria-selected="panelTab === tab" :tabindex="panelTab === tab ? 0 : -1"
          aria-controls="panel-body" @mousedown.prevent @click="panelTab = tab">{{ label }}</button>
      </div>
      <button class="close" data-keeps-editor aria-label="Close the panel" @mousedown.prevent @click="panelOpen = false">×</button>
    </div>
    <div id="panel-body" class="body" role="tabpanel" tabindex="0" :aria-labelledby="`tab-${panelTab}`">
      <NamesTab v-if="panelTab === 'names'" />
      <HandbookTab v-else-if="panelTab === 'handbook'" />
      <PatternsTab v-else />
    </div>
  </aside>
</template>

<style scoped>
.panel { background: var(--panel); border-left: 1px solid var(--hair); display: flex; flex-direction: column; min-height: 0; }
.tabs { display: flex; gap: 18px; padding: 20px 20px 10px; align-items: baseline; }
[role="tablist"] { display: flex; gap: 18px; }
.tabs [role="tab"] { font: 400 14px var(--sans); color: var(--ink-quiet); padding: 0 0 3px; border-bottom: 2px solid transparent; white-space: nowrap; }
.tabs [aria-selected="true"] { color: var(--ink); font-weight: 500; border-bottom-color: var(--act); }
.close { margin-left: auto; font-size: 18px; line-height: 1; color: var(--ink-quiet); padding: 2px 6px; }
.close:hover { color: var(--ink); }
.body { overflow-y: auto; padding: 4px 20px 20px; min-height: 0; flex: 1; }
.body:focus-visible { outline-offset: -2px; }
</style>
