<script setup lang="ts">
import { computed, ref, watch } from "vue";

import { renderNote } from "../shared/notes";
import { preferences } from "../shared/preferences";
import LiveLines from "./LiveLines.vue";
import { courses, pageNamed, type HandbookPage } from "./pages";
import { useTries } from "./useTries";
import YourTurn from "./YourTurn.vue";

/** One page: the situation, what to write, what comes back, one slip with its mending, where to go on. Its lines are live, worked out together from the top. */
const props = defineProps<{ page: HandbookPage }>();
const emit = defineEmits<{ open: [name: string]; send: [text: string] }>();
const { rows, problem, tryOut } = useTries();

const texts = ref<string[]>([]);
watch(() => props.page, (page) => {
  texts.value = page.blocks.flatMap((block) => (block.kind === "live" ? [block.text] : []));
  rows.value = [];
  void tryOut(texts.value, props.page.units);
}, { immediate: true });

/** Which of the live blocks a block is. */
const places = computed(() => props.page.blocks.map((block, at) => (block.kind === "live" ? props.page.blocks.slice(0, at).filter((before) => before.kind === "live").length : -1)));

function change(place: number, text: string): void {
  if (texts.value[place] === text) return;
  texts.value[place] = text;
  void tryOut(texts.value, props.page.units);
}

const course = computed(() => courses.find((item) => item.title === props.page.course));
const following = computed(() => course.value?.pages[course.value.pages.indexOf(props.page) + 1]);
const next = computed(() => props.page.next.flatMap((name) => pageNamed(name) ?? []));
const isDone = computed(() => preferences.value.handbookDone.includes(props.page.name));

/** The exercises that were done while the page was open; all of them make it done. */
const right = ref(new Set<number>());
watch(() => props.page, () => right.value.clear());

function done(at: number): void {
  right.value.add(at);
  if (right.value.size < props.page.blocks.filter((block) => block.kind === "turn").length) return;
  if (!isDone.value) preferences.value.handbookDone = [...preferences.value.handbookDone, props.page.name];
}
</script>

<template>
  <article>
    <p v-if="course" class="course">{{ course.title }}, {{ page.place }} of {{ course.pages.length }}</p>
    <h2>{{ page.title }}</h2>
    <template v-for="(block, at) in page.blocks" :key="`${page.name} ${at}`">
      <!-- eslint-disable-next-line vue/no-v-html -->
      <div v-if="block.kind === 'text'" class="prose" v-html="renderNote(block.markdown)" />
      <LiveLines v-else-if="block.kind === 'live'" :text="block.text" :rows="rows[places[at] ?? 0] ?? []" @change="change(places[at] ?? 0, $event)" @send="emit('send', $event)" />
      <YourTurn v-else :turn="block" :done="isDone" @right="done(at)" />
    </template>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <p v-if="following" class="on"><button class="go" @click="emit('open', following.name)">Next: {{ following.title }}</button></p>
    <nav v-if="next.length" aria-label="Where to go on">
      <span>See also</span>
      <button v-for="item in next" :key="item.name" class="go" @click="emit('open', item.name)">{{ item.title }}</button>
    </nav>
  </article>
</template>

<style scoped>
h2 { font: 600 20px/1.25 var(--serif); margin: 4px 0 8px; }
.course { margin: 0; font-size: 12.5px; color: var(--ink-quiet); }
.prose { font: 16px/1.5 var(--serif); overflow-wrap: anywhere; }
.prose :deep(p) { margin: 8px 0; }
.prose :deep(code) { font: 13.5px var(--mono); }
.prose :deep(table) { border-collapse: collapse; font-size: 14.5px; }
.prose :deep(th), .prose :deep(td) { text-align: left; font-weight: 400; padding: 4px 14px 4px 0; border-bottom: 1px solid var(--hair); }
.problem { color: var(--wrong); }
.on { margin: 14px 0 0; }
nav { display: flex; flex-wrap: wrap; gap: 4px 14px; margin-top: 16px; padding-top: 10px; border-top: 1px solid var(--hair); font-size: 14px; }
nav span { color: var(--ink-quiet); flex-basis: 100%; font-size: 12.5px; }
.go { color: var(--act); text-align: left; }
.go:hover { text-decoration: underline; text-underline-offset: 3px; }
</style>
