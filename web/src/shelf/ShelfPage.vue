<script setup lang="ts">
import "element-plus/es/components/button/style/css";
import "element-plus/es/components/input/style/css";
import "element-plus/es/components/message/style/css";
import "element-plus/es/components/progress/style/css";
import "element-plus/es/components/select/style/css";

import { ElButton } from "element-plus/es/components/button/index";
import { ElInput } from "element-plus/es/components/input/index";
import { ElMessage } from "element-plus/es/components/message/index";
import { ElProgress } from "element-plus/es/components/progress/index";
import { ElOption, ElSelect } from "element-plus/es/components/select/index";
import { computed, h, onMounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";

import { api, type Schemas, type WorksheetRow } from "../shared/api/client";
import AppHead from "../shared/AppHead.vue";
import { download } from "../shared/download";
import { fileKinds, loadFileKinds } from "../shared/fileKinds";
import { newId } from "../shared/newId";
import { preferences } from "../shared/preferences";
import ThemeSwitch from "../shared/ThemeSwitch.vue";
import { keepTyping, takeTyped } from "../shared/typedAhead";
import ArrivedPanel from "./ArrivedPanel.vue";
import BinList from "./BinList.vue";
import FolderList from "./FolderList.vue";
import FoundList from "./FoundList.vue";
import NameDialog, { type Question } from "./NameDialog.vue";
import { useArchive } from "./useArchive";
import { droppedFiles, useImport } from "./useImport";
import { nameOf, useShelf, type Place } from "./useShelf";
import WorksheetCard from "./WorksheetCard.vue";

/** Folders and worksheets: found, opened, made, arranged, removed and brought back, in and out as files. The address says which folder is open. */
const router = useRouter();
const route = useRoute();
const place = computed<Place>(() => (route.query.bin !== undefined ? "bin" : { folder: typeof route.query.folder === "string" ? route.query.folder : null }));
const folder = computed(() => (place.value === "bin" ? "" : (place.value.folder ?? "")));
const order = computed({ get: () => preferences.value.shelfOrder, set: (next) => (preferences.value.shelfOrder = next) });
const shelf = useShelf(() => place.value, () => order.value);
const { worksheets, folders, binned, problem, shown } = shelf;
const question = ref<Question | null>(null);
const heading = computed(() => (place.value === "bin" ? "Bin" : folder.value ? nameOf(folder.value) : "Worksheets"));

const isDropping = ref(false);
const picker = ref<HTMLInputElement>();
const { waiting, told, bring } = useImport(() => void shelf.load());

// -- choosing several -------------------------------------------------------------------------------------------------

const chosen = ref(new Set<string>());
watch(place, () => chosen.value.clear());
/** What an act on a worksheet is about: all that are chosen, if it is one of them. */
const about = (id: string) => (chosen.value.has(id) ? [...chosen.value] : [id]);

function choose(id: string, isChosen: boolean): void {
  if (isChosen) chosen.value.add(id);
  else chosen.value.delete(id);
}

// -- acts -------------------------------------------------------------------------------------------------------------

function say(sentence: string): void {
  if (sentence) ElMessage.error(sentence);
}

async function act(what: string, row: WorksheetRow): Promise<void> {
  const ids = about(row.id);
  if (what === "rename") question.value = { title: "Rename worksheet", word: "Rename", name: row.title, take: (name) => shelf.rename(row.id, name) };
  else if (what === "move") question.value = { title: ids.length > 1 ? `Move ${ids.length} worksheets` : "Move worksheet", word: "Move", folder: row.folder, take: (_name, into) => shelf.move(ids, into) };
  else if (what === "copy") say(await shelf.copy(ids));
  else if (what === "remove") await remove(ids);
  else if (what.startsWith("save ") && ids.length > 1) await archive({ ids, folder: "" });
  else if (what.startsWith("save ")) download(`/api/worksheets/${row.id}/file/${what.slice(5)}`);
}

/** Removing needs no question: a word brings back what it was. */
async function remove(ids: string[]): Promise<void> {
  const titles = (worksheets.value ?? []).filter((row) => ids.includes(row.id)).map((row) => row.title);
  const sentence = await shelf.remove(ids);
  chosen.value.clear();
  if (sentence) say(sentence);
  else offerBack(titles.length === 1 ? `“${titles[0]}” is in the bin.` : `${titles.length} worksheets are in the bin.`, ids);
}

function offerBack(told: string, ids: string[]): void {
  const message = ElMessage({
    duration: 8000, offset: 60,
    message: h("span", [`${told} `, h("button", { class: "quiet-button", onClick: () => (message.close(), void shelf.bringBack(ids).then(say)) }, "Bring back")]),
  });
}

async function removeFolder(path: string): Promise<void> {
  const ids = (worksheets.value ?? []).filter((row) => row.folder === path || row.folder.startsWith(`${path}/`)).map((row) => row.id);
  const sentence = await shelf.removeFolder(path);
  if (sentence) return say(sentence);
  if (ids.length) offerBack(`What was in “${nameOf(path)}” is in the bin.`, ids);
  if (folder.value === path || folder.value.startsWith(`${path}/`)) await go({ folder: null });
}

function makeFolder(within: string): void {
  question.value = { title: "New folder", word: "Make", name: "", folder: within, take: (name, into) => shelf.makeFolder([into, name].filter(Boolean).join("/")) };
}

function renameFolder(path: string): void {
  const parent = path.slice(0, Math.max(0, path.lastIndexOf("/")));
  question.value = {
    title: "Rename or move folder", word: "Change", name: nameOf(path), folder: parent,
    take: async (name, into) => {
      const to = [into, name].filter(Boolean).join("/");
      const sentence = await shelf.renameFolder(path, to);
      if (!sentence && folder.value === path) await go({ folder: to });
      return sentence;
    },
  };
}

const archives = useArchive(say);
const archive = (wanted: Schemas["MoveIn"]) => archives.save(wanted, wanted.folder ? nameOf(wanted.folder) : "Upper Slate");
const share = (of: Schemas["ArchiveState"]) => (of.total ? Math.round((100 * of.done) / of.total) : 100);

/** The only thing on the shelf that cannot be taken back, and the only one that asks. */
function throwAway(row: { id: string; title: string }): void {
  question.value = { title: "Remove for good", word: "Remove for good", text: `“${row.title}” cannot be brought back then.`, take: () => shelf.throwAway([row.id]) };
}

/** Carries out what the bar over the cards says, on everything that is chosen. */
async function actOnChosen(what: string): Promise<void> {
  const row = (worksheets.value ?? []).find((item) => chosen.value.has(item.id));
  if (row) await act(what, row);
  else chosen.value.clear(); // they are gone: another window has removed them
}

// -- where ------------------------------------------------------------------------------------------------------------

async function go(to: Place): Promise<void> {
  wanted.value = "";
  await router.push({ name: "shelf", query: to === "bin" ? { bin: null } : to.folder === null ? {} : { folder: to.folder } });
}

/** The worksheet is there at once, and is made at the server while its title is typed. */
async function create(): Promise<void> {
  keepTyping();
  try {
    await router.push({ name: "worksheet", params: { id: newId() }, state: { isNew: true, folder: folder.value } });
  } catch {
    takeTyped();
    problem.value = "The server does not answer. Is Upper Slate still running?";
  }
}

// -- the search -------------------------------------------------------------------------------------------------------

const wanted = ref("");
const found = ref<Schemas["MatchRow"][] | null>(null);
let asked = 0;
watch(wanted, async (text) => {
  const now = ++asked;
  if (!text.trim()) return void (found.value = null);
  await new Promise((later) => setTimeout(later, 120));
  if (now !== asked) return;
  const { data } = await api.GET("/api/search", { params: { query: { wanted: text.slice(0, 300) } } }).catch(() => ({ data: undefined }));
  if (now === asked && data) found.value = data;
});

// -- dragging and dropping ---------------------------------------------------------------------------------------------

const OURS = "application/x-worksheets";

function drag(event: DragEvent, id: string): void {
  event.dataTransfer?.setData(OURS, JSON.stringify(about(id)));
}

async function drop(event: DragEvent, into: string): Promise<void> {
  isDropping.value = false;
  const moved = event.dataTransfer?.getData(OURS);
  if (moved) {
    const ids = JSON.parse(moved) as string[];
    if (into === "bin") return remove(ids);
    say(await shelf.move(ids, into));
    return chosen.value.clear();
  }
  if (event.dataTransfer?.files.length && into !== "bin") await bring(await droppedFiles(event.dataTransfer.items), into);
}

function over(event: DragEvent): void {
  isDropping.value = Boolean(event.dataTransfer?.types.includes("Files"));
  if (isDropping.value) event.preventDefault();
}

async function picked(): Promise<void> {
  const files = [...(picker.value?.files ?? [])].map((file) => ({ file, folder: "" }));
  if (picker.value) picker.value.value = "";
  await bring(files, folder.value);
}

onMounted(async () => {
  document.title = "Upper Slate";
  await shelf.load();
  await loadFileKinds();
  setTimeout(() => void import("../worksheet/WorksheetPage.vue").catch(() => undefined), 400); // the worksheet's scripts are there before one is opened
});
</script>

<template>
  <AppHead><ThemeSwitch /></AppHead>
  <main class="shelf" @dragover="over" @dragleave.self="isDropping = false" @drop.prevent="drop($event, folder)">
    <FolderList class="aside" :folders="folders" :place="place" :all="worksheets?.length ?? 0" :binned="binned.length" @go="go" @make="makeFolder" @rename="renameFolder" @remove="removeFolder" @save="archive({ ids: [], folder: $event })" @drop="drop" />
    <div class="main" :class="{ dropping: isDropping }">
      <div class="top">
        <h1>{{ heading }}</h1>
        <ElInput v-model="wanted" class="search" size="large" clearable maxlength="300" placeholder="Find a worksheet" aria-label="Find a worksheet by its title, notes or mathematics" @keydown.esc="wanted = ''" />
        <button class="word" @click="picker?.click()">Import</button>
        <input ref="picker" class="hidden-text" type="file" multiple accept=".md,.markdown,.txt,.json,.zip" tabindex="-1" aria-label="Files to import" @change="picked" />
        <ElButton type="primary" size="large" @click="create">New worksheet</ElButton>
      </div>
      <p v-if="problem" class="problem" role="alert">{{ problem }} <button class="quiet-button" @click="shelf.load">Try again</button></p>
      <ArrivedPanel v-if="waiting || told.length" :waiting="waiting" :told="told" :worksheets="worksheets ?? []" @close="told = []" @replace="remove" />
      <div v-if="archives.progress.value" class="making" role="status">
        <span>{{ archives.progress.value.done }} of {{ archives.progress.value.total }} worksheets are in the zip.</span>
        <ElProgress :percentage="share(archives.progress.value)" :show-text="false" :stroke-width="6" />
      </div>
      <template v-if="found">
        <p class="hint">{{ found.length ? (found.length === 1 ? "One worksheet" : `${found.length} worksheets`) : "Nothing was found. Titles, notes and mathematics are searched as they were typed." }}</p>
        <FoundList :found="found" :wanted="wanted" />
      </template>
      <BinList v-else-if="place === 'bin'" :rows="binned" @back="(id) => shelf.bringBack([id]).then(say)" @away="throwAway" />
      <template v-else>
        <div v-if="chosen.size" class="bar" role="group" aria-label="What is chosen">
          <span>{{ chosen.size }} chosen</span>
          <button v-for="[word, what] in [['Move to…', 'move'], ['Copy', 'copy'], ['Save as zip', 'save zip'], ['Remove', 'remove']]" :key="what" class="word" @click="what === 'save zip' ? archive({ ids: [...chosen], folder: '' }) : actOnChosen(what ?? '')">{{ word }}</button>
          <button class="word" @click="chosen.clear()">None</button>
        </div>
        <div v-else-if="shown.length > 1" class="order">
          <span>Sorted by</span>
          <ElSelect v-model="order" :persistent="false" size="small" aria-label="Sorted by"><ElOption value="changed" label="last change" /><ElOption value="title" label="title" /></ElSelect>
          <button class="word" @click="archive({ ids: [], folder })">Save {{ folder ? "this folder" : "everything" }} as zip</button>
        </div>
        <p v-if="worksheets && !shown.length" class="empty">{{ folder ? "Nothing in this folder yet. Worksheets are moved here by dragging them onto its name, or by their menu." : "Nothing here yet. A new worksheet opens with an empty line: type a sum, and see what it comes to." }}</p>
        <ul class="cards">
          <li v-for="(row, index) in shown" :key="row.id">
            <WorksheetCard :at-once="index < 12" :row="row" :chosen="chosen.has(row.id)" :choosing="chosen.size > 0" :with-folder="!folder" :kinds="fileKinds" @act="act($event, row)" @choose="choose(row.id, $event)" @drag="drag($event, row.id)" />
          </li>
        </ul>
      </template>
    </div>
  </main>
  <NameDialog :question="question" :folders="folders" @close="question = null" />
</template>

<style scoped>
.shelf { max-width: 1220px; min-height: calc(100dvh - 48px); margin: 0 auto; padding: 34px 60px 60px; display: grid; grid-template-columns: 210px minmax(0, 1fr); gap: 44px; align-items: start; }
.main { min-width: 0; border-radius: 4px; }
.main.dropping { outline: 2px dashed var(--act-line); outline-offset: 12px; }
.top { display: flex; align-items: center; gap: 14px; margin-bottom: 20px; }
h1 { flex: 1; font: 600 29px/1.2 var(--serif); margin: 0; min-width: 0; overflow-wrap: anywhere; }
.search { width: min(320px, 34vw); }
.word { color: var(--act-strong); font-size: 15px; white-space: nowrap; }
.word:hover { text-decoration: underline; text-underline-offset: 3px; }
.order, .bar { display: flex; align-items: center; gap: 10px 18px; flex-wrap: wrap; min-height: 32px; margin-bottom: 14px; font-size: 14px; color: var(--ink-quiet); }
.order .el-select { width: 130px; margin-left: -8px; }
.order .word, .bar .word { font-size: 14px; }
.order .word { margin-left: auto; }
.bar { padding: 4px 14px; background: var(--act-tint); border-radius: 5px; color: var(--ink); }
.cards { list-style: none; margin: 0; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr)); gap: 24px; }
.empty, .hint { font: 17px/1.55 var(--serif); color: var(--ink-quiet); max-width: 34em; }
.hint { font-size: 15.5px; font-style: italic; margin: 0 0 12px; }
.making { display: grid; gap: 6px; margin-bottom: 16px; color: var(--ink-quiet); font-size: 14px; }
.problem { color: var(--wrong); font: italic 16px var(--serif); }
@media (max-width: 900px) {
  .shelf { grid-template-columns: minmax(0, 1fr); padding: 22px 16px 40px; gap: 18px; }
  .top { flex-wrap: wrap; }
  h1 { flex: 1 0 100%; }
  .search { flex: 1 1 180px; width: auto; }
}
</style>
