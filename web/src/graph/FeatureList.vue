<script setup lang="ts">
import { computed, reactive, useId } from "vue";

import Typeset from "../shared/Typeset.vue";
import type { Group } from "./marks";

/** What was found, with exact values; pointing at one marks it on the plot, a click adds the line that proves it. A long list is folded by kind; the curve that is pointed at shows its own. */
const props = defineProps<{ groups: Group[]; pointed: string; curve: number | null }>();
const own = useId();
const emit = defineEmits<{ point: [id: string]; prove: [request: string] }>();

/** More than this does not stand beside a plot of the usual size. */
const FEW = 14;
/** LaTeX of more characters than this may be wider than the list. */
const LONG = 30;
const chosen = reactive(new Map<string, boolean>());
const isLong = computed(() => props.groups.reduce((count, group) => count + group.entries.length, 0) > FEW);
const keyOf = (group: Group) => `${group.title} ${group.of}`;

function isOpen(group: Group): boolean {
  return chosen.get(keyOf(group)) ?? (!isLong.value || group.entries.length < 3 || group.curve === props.curve);
}
</script>

<template>
  <div class="features">
    <section v-for="(group, index) in groups" :key="keyOf(group)" :data-curve="group.curve" :class="{ own: curve !== null && group.curve === curve }">
      <p :id="`${own}-${index}`" class="title">
        <button v-if="isLong && group.entries.length > 2" class="fold" :aria-expanded="isOpen(group)" @click="chosen.set(keyOf(group), !isOpen(group))">
          {{ group.title }} <Typeset v-if="group.of" :latex="group.of" small /> <span class="count">{{ group.entries.length }}</span>
        </button>
        <template v-else>{{ group.title }} <Typeset v-if="group.of" :latex="group.of" small /></template>
      </p>
      <ul v-if="isOpen(group)" :aria-labelledby="`${own}-${index}`">
        <li v-for="entry in group.entries" :key="entry.id">
          <button
            class="entry" :class="{ pointed: pointed === entry.id, long: entry.latex.length > LONG }" :title="entry.request ? `Add to the worksheet: ${entry.request}` : ''" @click="entry.request && emit('prove', entry.request)"
            @pointerenter="emit('point', entry.id)" @pointerleave="emit('point', '')" @focus="emit('point', entry.id)" @blur="emit('point', '')">
            <Typeset :latex="entry.latex" small />
          </button>
        </li>
      </ul>
      <p v-if="group.note" class="unsure">{{ group.note }}</p>
    </section>
  </div>
</template>

<style scoped>
.own { box-shadow: -4px 0 var(--page), -6px 0 var(--act); }
.own .title { color: var(--ink); }
.title { margin: 9px 0 1px; font: 600 13px/1.4 var(--sans); color: var(--ink-quiet); }
.fold { font: inherit; color: inherit; text-align: left; padding: 1px 4px; margin-left: -4px; border-radius: 4px; }
.fold::before { content: "▸"; display: inline-block; width: 13px; color: var(--act); }
.fold[aria-expanded="true"]::before { content: "▾"; }
.fold:hover { background: var(--act-tint); }
.count { font-weight: 400; padding-left: 3px; }
ul { list-style: none; margin: 0; padding: 0; display: flex; flex-wrap: wrap; gap: 0 6px; }
li { max-width: 100%; }
.entry { max-width: 100%; overflow-x: auto; overflow-y: hidden; padding: 3px 6px; margin-left: -6px; border-radius: 4px; text-align: left; white-space: nowrap; }
/* nothing breaks within x = 4; long coordinates do, so that they are never cut */
.entry.long :deep(.katex) { white-space: normal; }
.entry:hover, .entry.pointed { background: var(--act-tint); }
@media (pointer: coarse) { .entry, .fold { min-height: 40px; } }
.unsure { margin: 0; font: italic 13.5px/1.4 var(--serif); color: var(--ink-quiet); }
</style>
