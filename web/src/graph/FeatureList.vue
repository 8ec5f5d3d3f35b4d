<script setup lang="ts">
import { useId } from "vue";

import Typeset from "../shared/Typeset.vue";
import type { Group } from "./marks";

/** What was found, with exact values; pointing at one marks it on the plot, a click adds the line that proves it. */
defineProps<{ groups: Group[]; pointed: string }>();
const own = useId();
const emit = defineEmits<{ point: [id: string]; prove: [request: string] }>();
</script>

<template>
  <div class="features">
    <section v-for="(group, index) in groups" :key="`${group.title} ${group.of}`">
      <p :id="`${own}-${index}`" class="title">{{ group.title }} <Typeset v-if="group.of" :latex="group.of" small /></p>
      <ul :aria-labelledby="`${own}-${index}`">
        <li v-for="entry in group.entries" :key="entry.id">
          <button
            :class="{ pointed: pointed === entry.id }" :title="`Add to the worksheet: ${entry.request}`" @click="emit('prove', entry.request)"
            @pointerenter="emit('point', entry.id)" @pointerleave="emit('point', '')" @focus="emit('point', entry.id)" @blur="emit('point', '')">
            <Typeset :latex="entry.latex" small />
          </button>
        </li>
      </ul>
      <p v-if="group.unsure" class="unsure">{{ group.entries.length ? "There may be more." : "It could not be settled whether there are any." }}</p>
    </section>
  </div>
</template>

<style scoped>
.title { margin: 9px 0 1px; font: 600 13px/1.4 var(--sans); color: var(--ink-quiet); }
ul { list-style: none; margin: 0; padding: 0; display: flex; flex-wrap: wrap; gap: 0 6px; }
li { max-width: 100%; }
button { max-width: 100%; overflow-x: auto; overflow-y: hidden; padding: 3px 6px; margin-left: -6px; border-radius: 4px; text-align: left; white-space: nowrap; }
button:hover, button.pointed { background: var(--act-tint); }
@media (pointer: coarse) { button { min-height: 40px; } }
.unsure { margin: 0; font: italic 13.5px/1.4 var(--serif); color: var(--ink-quiet); }
</style>
