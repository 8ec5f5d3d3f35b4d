<script setup lang="ts">
import "element-plus/es/components/dropdown/style/css";
import "element-plus/es/components/dropdown-item/style/css";
import "element-plus/es/components/dropdown-menu/style/css";

import { ElDropdown, ElDropdownItem, ElDropdownMenu } from "element-plus/es/components/dropdown/index";
import { ref } from "vue";

import { nameOf, type Folder, type Place } from "./useShelf";

/** The folders of the shelf, those within others set in; worksheets are dropped on them. */
defineProps<{ folders: Folder[]; place: Place; all: number; binned: number }>();
const emit = defineEmits<{ go: [place: Place]; make: [within: string]; rename: [path: string]; remove: [path: string]; save: [path: string]; drop: [event: DragEvent, folder: string | "bin"] }>();
/** What something is dragged over. */
const over = ref<string | null>(null);

const isHere = (place: Place, folder: string | null) => place !== "bin" && place.folder === folder;
const depth = (path: string) => path.split("/").length - 1;

function drop(event: DragEvent, folder: string): void {
  over.value = null;
  emit("drop", event, folder);
}

function act(command: string, path: string): void {
  if (command === "make") emit("make", path);
  else if (command === "rename") emit("rename", path);
  else if (command === "save") emit("save", path);
  else emit("remove", path);
}
</script>

<template>
  <nav class="folders" aria-label="Folders">
    <ul>
      <li>
        <button class="place" :class="{ over: over === '' }" :aria-current="isHere(place, null) ? 'page' : undefined" @click="emit('go', { folder: null })" @dragover.prevent="over = ''" @dragleave="over = null" @drop.prevent.stop="drop($event, '')">
          <span>All worksheets</span><small>{{ all }}</small>
        </button>
      </li>
      <li v-for="folder in folders" :key="folder.path" class="row">
        <button
          class="place" :class="{ over: over === folder.path }" :style="{ paddingLeft: `${10 + 16 * depth(folder.path)}px` }" :title="folder.path" :aria-current="isHere(place, folder.path) ? 'page' : undefined"
          @click="emit('go', { folder: folder.path })" @dragover.prevent="over = folder.path" @dragleave="over = null" @drop.prevent.stop="drop($event, folder.path)">
          <span>{{ nameOf(folder.path) }}</span><small>{{ folder.count }}</small>
        </button>
        <ElDropdown trigger="click" :persistent="false" @command="(command: string) => act(command, folder.path)">
          <button class="more" :aria-label="`What to do with the folder ${folder.path}`">⋯</button>
          <template #dropdown>
            <ElDropdownMenu>
              <ElDropdownItem command="rename">Rename or move</ElDropdownItem>
              <ElDropdownItem command="make">New folder in it</ElDropdownItem>
              <ElDropdownItem command="save">Save as zip</ElDropdownItem>
              <ElDropdownItem divided command="remove">Remove</ElDropdownItem>
            </ElDropdownMenu>
          </template>
        </ElDropdown>
      </li>
      <li>
        <button class="place quiet" :class="{ over: over === 'bin' }" :aria-current="place === 'bin' ? 'page' : undefined" @click="emit('go', 'bin')" @dragover.prevent="over = 'bin'" @dragleave="over = null" @drop.prevent.stop="drop($event, 'bin')">
          <span>Bin</span><small>{{ binned || "" }}</small>
        </button>
      </li>
    </ul>
    <button class="new" @click="emit('make', '')">New folder</button>
  </nav>
</template>

<style scoped>
ul { list-style: none; margin: 0; padding: 0; }
.row { position: relative; }
.place { display: flex; justify-content: space-between; align-items: baseline; gap: 10px; width: 100%; padding: 7px 10px; border-radius: 5px; text-align: left; font-size: 15px; color: var(--ink); }
.place span { min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.place small { color: var(--ink-quiet); font-size: 13px; }
.place.quiet span { color: var(--ink-quiet); }
.place:hover { background: color-mix(in srgb, var(--act-tint) 55%, transparent); }
.place[aria-current] { background: var(--act-tint); }
.place[aria-current] span { color: var(--act-strong); }
.place.over { outline: 2px dashed var(--act); outline-offset: -2px; }
.row :deep(.el-dropdown) { position: absolute; right: 30px; top: 4px; }
.more { padding: 2px 7px; border-radius: 4px; color: var(--ink-quiet); font-size: 16px; line-height: 1.3; opacity: 0; }
.row:hover .more, .row:focus-within .more { opacity: 1; }
.more:hover { background: var(--page); color: var(--ink); }
.new { margin: 14px 10px; color: var(--act-strong); font-size: 15px; }
.new:hover { text-decoration: underline; text-underline-offset: 3px; }
@media (max-width: 900px) {
  .folders { display: flex; align-items: center; overflow-x: auto; scrollbar-width: thin; }
  ul { display: flex; gap: 4px; }
  .place { white-space: nowrap; padding-left: 10px !important; }
  .row .place { padding-right: 34px; }
  .row :deep(.el-dropdown) { right: 2px; }
  .new { flex: none; margin: 0 10px; }
}
@media (hover: none) { .more { opacity: 1; } .place { min-height: 40px; align-items: center; } }
</style>
