<script setup lang="ts">
import "element-plus/es/components/checkbox/style/css";
import "element-plus/es/components/dropdown/style/css";
import "element-plus/es/components/dropdown-item/style/css";
import "element-plus/es/components/dropdown-menu/style/css";

import { ElCheckbox } from "element-plus/es/components/checkbox/index";
import { ElDropdown, ElDropdownItem, ElDropdownMenu } from "element-plus/es/components/dropdown/index";
import { computed, nextTick, ref } from "vue";

import type { Schemas, WorksheetRow } from "../shared/api/client";
import { sinceWhen } from "../shared/dates";
import Typeset from "../shared/Typeset.vue";
import { useSeen } from "../shared/useSeen";

/** A worksheet on the shelf: its title, when it was last changed, its first lines in small. F2 renames it, Delete puts it into the bin. */
const props = defineProps<{ row: WorksheetRow; chosen: boolean; choosing: boolean; withFolder: boolean; kinds: Schemas["FileKind"][]; atOnce?: boolean }>();
const emit = defineEmits<{ act: [what: string]; choose: [chosen: boolean]; drag: [event: DragEvent] }>();

const when = computed(() => sinceWhen(new Date(`${props.row.updated.replace(/Z$/, "")}Z`)));

// A shelf may hold hundreds: lines are set when they come into sight, and a menu is there from the moment that it may be wanted.
const card = ref<HTMLElement | null>(null);
const inSight = useSeen(card, props.atOnce);
const hasMenu = ref(false);
const menu = ref<InstanceType<typeof ElDropdown> | null>(null);
const more = ref<HTMLButtonElement | null>(null);

/** The plain button becomes the one of a menu; it keeps the focus. */
async function bringMenu(event: Event): Promise<void> {
  if (hasMenu.value) return;
  const hadFocus = event.target === more.value;
  hasMenu.value = true;
  await nextTick();
  if (hadFocus) more.value?.focus();
}

/** A click of something that neither points nor focuses, as of a screen reader. */
async function openMenu(event: Event): Promise<void> {
  await bringMenu(event);
  menu.value?.handleOpen();
}

function key(event: KeyboardEvent): void {
  const act = event.ctrlKey || event.altKey || event.metaKey ? "" : { F2: "rename", Delete: "remove" }[event.key];
  if (!act) return;
  event.preventDefault();
  emit("act", act);
}
</script>

<template>
  <article ref="card" class="card" :class="{ chosen }" draggable="true" @dragstart="emit('drag', $event)" @pointerenter="bringMenu" @focusin="bringMenu">
    <RouterLink class="open" draggable="false" :to="{ name: 'worksheet', params: { id: row.id } }" @keydown="key">
      <h2>{{ row.title }}</h2>
      <small>{{ when }}<template v-if="withFolder && row.folder"> · {{ row.folder }}</template></small>
      <div v-if="inSight" class="lines" aria-hidden="true"><div v-for="(latex, index) in row.preview" :key="index"><Typeset :latex="latex" small /></div></div>
    </RouterLink>
    <ElCheckbox class="tick" :class="{ choosing }" :model-value="chosen" :aria-label="`Choose ${row.title}`" @update:model-value="emit('choose', Boolean($event))" />
    <div v-if="!hasMenu" class="menu"><button ref="more" class="more" aria-haspopup="menu" :aria-label="`What to do with ${row.title}`" @click="openMenu">⋯</button></div>
    <ElDropdown v-else ref="menu" class="menu" trigger="click" :persistent="false" @command="(what: string) => emit('act', what)">
      <button ref="more" class="more" :aria-label="`What to do with ${row.title}`">⋯</button>
      <template #dropdown>
        <ElDropdownMenu>
          <ElDropdownItem command="rename">Rename</ElDropdownItem>
          <ElDropdownItem command="move">Move to…</ElDropdownItem>
          <ElDropdownItem command="copy">Copy</ElDropdownItem>
          <ElDropdownItem v-for="(kind, index) in kinds" :key="kind.ending" :divided="index === 0" :command="`save ${kind.ending}`">Save as {{ kind.name }}</ElDropdownItem>
          <ElDropdownItem divided command="remove">Remove</ElDropdownItem>
        </ElDropdownMenu>
      </template>
    </ElDropdown>
  </article>
</template>

<style scoped>
.card { position: relative; background: var(--page); border-radius: 3px; box-shadow: var(--shadow-card); height: 212px; overflow: hidden; }
.card:hover, .card:focus-within { box-shadow: var(--shadow-card), 0 0 0 1px var(--act-line); }
.card.chosen { box-shadow: var(--shadow-card), 0 0 0 2px var(--act); }
.open { display: block; height: 100%; padding: 20px 22px; color: inherit; text-decoration: none; }
.open:focus-visible { outline-offset: -3px; }
h2 { font: 600 17px/1.25 var(--serif); margin: 0 26px 2px 0; }
small { color: var(--ink-quiet); font-size: 13px; }
/* a line that is wider than the card fades out before its edge */
.lines { margin: 12px -22px 0 0; overflow: hidden; font-size: 12.5px; line-height: 1.9; white-space: nowrap; mask-image: linear-gradient(to left, transparent 8px, #000 44px); }
.tick { position: absolute; right: 14px; top: 10px; height: 28px; opacity: 0; }
.menu { position: absolute; right: 8px; bottom: 8px; }
.more { padding: 3px 9px; border-radius: 4px; background: var(--page); color: var(--ink-quiet); font-size: 17px; line-height: 1.3; opacity: 0; }
.more:hover { color: var(--ink); background: var(--act-tint); }
.card:hover .more, .card:focus-within .more, .card:hover .tick, .card:focus-within .tick, .tick.choosing { opacity: 1; }
@media (hover: none) { .more, .tick { opacity: 1; } .more { min-height: 40px; min-width: 40px; } }
</style>
