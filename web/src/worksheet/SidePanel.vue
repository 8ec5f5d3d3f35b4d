<script setup lang="ts">
import "element-plus/es/components/tab-pane/style/css";
import "element-plus/es/components/tabs/style/css";

import { ElTabPane, ElTabs } from "element-plus/es/components/tabs/index";

import HandbookTab from "./HandbookTab.vue";
import NamesTab from "./NamesTab.vue";
import { panelOpen, panelTab } from "../sheet/panel";
import PatternsTab from "./PatternsTab.vue";

/** Beside the page: the names in force at the cursor, the handbook, the patterns. */
</script>

<template>
  <aside class="panel" aria-label="Beside the page">
    <ElTabs id="panel-body" v-model="panelTab" class="tabs">
      <ElTabPane name="names" label="Names here" lazy><NamesTab v-if="panelTab === 'names'" /></ElTabPane>
      <ElTabPane name="handbook" label="Handbook" lazy><HandbookTab v-if="panelTab === 'handbook'" /></ElTabPane>
      <ElTabPane name="patterns" label="Patterns" lazy><PatternsTab v-if="panelTab === 'patterns'" /></ElTabPane>
    </ElTabs>
    <button class="close" data-keeps-editor aria-label="Close the panel" @mousedown.prevent @click="panelOpen = false">×</button>
  </aside>
</template>

<style scoped>
.panel { background: var(--panel); border-left: 1px solid var(--hair); display: flex; flex-direction: column; min-height: 0; }
.tabs { --el-tabs-header-height: 32px; flex: 1; min-height: 0; height: 100%; }
.tabs :deep(.el-tabs__header) { flex: none; margin: 16px 40px 8px 20px; }
.tabs :deep(.el-tabs__nav-wrap::after) { display: none; }
.tabs :deep(.el-tabs__item) { font: 400 14px var(--sans); color: var(--ink-quiet); padding: 0 14px 0 0; }
.tabs :deep(.el-tabs__item.is-active) { color: var(--ink); font-weight: 500; }
.tabs :deep(.el-tabs__item:hover) { color: var(--act); }
.tabs :deep(.el-tabs__content) { flex: 1; overflow-y: auto; padding: 4px 20px 20px; min-height: 0; }
.close { position: absolute; top: 18px; right: 14px; font-size: 18px; line-height: 1; color: var(--ink-quiet); padding: 5px 8px; }
.close:hover { color: var(--ink); }
@media (hover: none) { .close { padding: 11px 14px; top: 10px; right: 8px; } }
</style>
