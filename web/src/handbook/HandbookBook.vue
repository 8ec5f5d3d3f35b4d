<script setup lang="ts">
import { computed, ref, watch } from "vue";

import { preferences } from "../shared/preferences";
import HandbookPage from "./HandbookPage.vue";
import { courses, pageNamed, pages } from "./pages";
import { nearest, pageOf, pagesFor, searched } from "./search";

/** The handbook: what was looked for, a page, or its contents. `asked` opens a page by a word, sign, or error; `line` is what is being written. */
const props = defineProps<{ wanted: string; asked: { word: string }; line: string }>();
const emit = defineEmits<{ send: [text: string]; open: [] }>();

const open = ref("");
const page = computed(() => pageNamed(open.value));
watch(() => props.asked, ({ word }) => (open.value = word ? (pageOf(word)?.name ?? "") : ""), { immediate: true });
watch(() => props.wanted, (wanted) => wanted && (open.value = ""));

const found = computed(() => (props.wanted.trim() ? searched(props.wanted).slice(0, 12) : []));
const here = computed(() => (props.wanted.trim() ? [] : pagesFor(props.line)));
const doneOf = (of: (typeof courses)[number]) => of.pages.filter((item) => preferences.value.handbookDone.includes(item.name)).length;

function go(name: string): void {
  open.value = name;
  emit("open");
}

/** The first sentence of a page says the situation. */
const situation = (name: string) => {
  const first = pageNamed(name)?.blocks.find((block) => block.kind === "text");
  return first?.kind === "text" ? (first.markdown.split(/(?<=[.?!])\s/)[0] ?? "").replace(/[`*$]/g, "") : "";
};
</script>

<template>
  <div>
    <template v-if="page">
      <p class="back"><button class="go" @click="open = ''">{{ wanted.trim() ? "What was found" : "Contents" }}</button></p>
      <HandbookPage :page="page" @open="go" @send="emit('send', $event)" />
    </template>
    <template v-else-if="wanted.trim()">
      <p v-if="!found.length" class="none">No page is about that. These are near:</p>
      <ul>
        <li v-for="item in found.length ? found : nearest(wanted)" :key="item.name"><button @click="go(item.name)"><b>{{ item.title }}</b><span>{{ situation(item.name) }}</span></button></li>
      </ul>
    </template>
    <template v-else>
      <section v-if="here.length">
        <h3>For this line</h3>
        <ul><li v-for="item in here" :key="item.name"><button @click="go(item.name)"><b>{{ item.title }}</b></button></li></ul>
      </section>
      <section>
        <h3>Courses</h3>
        <ul>
          <li v-for="item in courses" :key="item.title">
            <button @click="go((item.pages.find((one) => !preferences.handbookDone.includes(one.name)) ?? item.pages[0])?.name ?? '')"><b>{{ item.title }}</b><span>{{ doneOf(item) ? `${doneOf(item)} of ${item.pages.length} pages done` : `${item.pages.length} pages, to read in order` }}</span></button>
          </li>
        </ul>
      </section>
      <section>
        <h3>All pages</h3>
        <ul class="all"><li v-for="item in pages" :key="item.name"><button @click="go(item.name)">{{ item.title }}</button></li></ul>
      </section>
    </template>
  </div>
</template>

<style scoped>
h3 { font: 500 12.5px var(--sans); color: var(--ink-quiet); margin: 16px 0 2px; }
ul { list-style: none; margin: 0; padding: 0; }
li { border-bottom: 1px solid var(--hair); }
li button { display: block; width: 100%; padding: 7px 0; text-align: left; font: 15.5px/1.35 var(--serif); }
li b { font-weight: 600; display: block; }
li span { color: var(--ink-quiet); font-size: 14.5px; font-style: italic; }
li button:hover { color: var(--act); }
.all li { border: 0; }
.all li button { padding: 3px 0; }
.back { margin: 4px 0; font-size: 13.5px; }
.go { color: var(--act); }
.go:hover { text-decoration: underline; text-underline-offset: 3px; }
.none { font: italic 15px/1.5 var(--serif); color: var(--ink-quiet); }
</style>
