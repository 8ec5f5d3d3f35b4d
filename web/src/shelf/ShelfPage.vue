<script setup lang="ts">
import "element-plus/es/components/button/style/css";
import "element-plus/es/components/dialog/style/css";
import "element-plus/es/components/input/style/css";
import "element-plus/es/components/message/style/css";

import { ElButton } from "element-plus/es/components/button/index";
import { ElDialog } from "element-plus/es/components/dialog/index";
import { ElInput } from "element-plus/es/components/input/index";
import { ElMessage } from "element-plus/es/components/message/index";
import { onMounted, ref } from "vue";
import { useRouter } from "vue-router";

import { api, sentence, type WorksheetRow } from "../shared/api/client";
import AppHead from "../shared/AppHead.vue";
import { newId } from "../shared/newId";
import ThemeSwitch from "../shared/ThemeSwitch.vue";
import { keepTyping, takeTyped } from "../shared/typedAhead";
import WorksheetCard from "./WorksheetCard.vue";

const router = useRouter();
const rows = ref<WorksheetRow[] | null>(null);
const problem = ref("");
const renaming = ref<WorksheetRow | null>(null);
const removing = ref<WorksheetRow | null>(null);
const newTitle = ref("");

/** The worksheet's scripts are there before one is opened. */
onMounted(() => setTimeout(() => void import("../worksheet/WorksheetPage.vue"), 400));

async function load(): Promise<void> {
  try {
    const { data, error } = await api.GET("/api/worksheets");
    if (data) rows.value = data;
    problem.value = error ? sentence(error) : "";
  } catch {
    problem.value = "The server does not answer. Is Upper Slate still running?";
  }
}

/** The worksheet is there at once, and is made at the server while its title is typed. */
async function create(): Promise<void> {
  keepTyping();
  try {
    await router.push({ name: "worksheet", params: { id: newId() }, state: { isNew: true } });
  } catch {
    takeTyped();
    problem.value = "The server does not answer. Is Upper Slate still running?";
  }
}

function startRenaming(row: WorksheetRow): void {
  renaming.value = row;
  newTitle.value = row.title;
}

async function rename(): Promise<void> {
  const row = renaming.value;
  const title = newTitle.value.trim();
  if (!row || !title) return;
  const { error } = await api.PATCH("/api/worksheets/{worksheet_id}", { params: { path: { worksheet_id: row.id } }, body: { title } });
  if (error) ElMessage.error(sentence(error));
  renaming.value = null;
  await load();
}

async function remove(): Promise<void> {
  const row = removing.value;
  if (!row) return;
  const { error } = await api.DELETE("/api/worksheets/{worksheet_id}", { params: { path: { worksheet_id: row.id } } });
  if (error) ElMessage.error(sentence(error));
  removing.value = null;
  await load();
}

onMounted(() => {
  document.title = "Upper Slate";
  void load();
});
</script>

<template>
  <AppHead><ThemeSwitch /></AppHead>
  <main class="shelf">
    <div class="top">
      <h1>Worksheets</h1>
      <ElButton type="primary" size="large" @click="create">New worksheet</ElButton>
    </div>
    <p v-if="problem" class="problem" role="alert">{{ problem }} <button class="quiet-button" @click="load">Try again</button></p>
    <p v-if="rows && !rows.length" class="empty">Nothing here yet. A new worksheet opens with an empty line: type a sum, and see what it comes to.</p>
    <ul v-if="rows" class="cards">
      <li v-for="row in rows" :key="row.id"><WorksheetCard :row="row" @rename="startRenaming(row)" @remove="removing = row" /></li>
    </ul>
  </main>
  <ElDialog :model-value="renaming !== null" title="Rename worksheet" width="min(440px, 92vw)" @update:model-value="renaming = null">
    <form @submit.prevent="rename">
      <ElInput v-model="newTitle" autofocus maxlength="200" aria-label="New title" size="large" />
    </form>
    <template #footer>
      <ElButton @click="renaming = null">Cancel</ElButton>
      <ElButton type="primary" :disabled="!newTitle.trim()" @click="rename">Rename</ElButton>
    </template>
  </ElDialog>
  <ElDialog :model-value="removing !== null" title="Remove worksheet" width="min(440px, 92vw)" @update:model-value="removing = null">
    <p>“{{ removing?.title }}” and everything in it will be removed. This cannot be taken back.</p>
    <template #footer>
      <ElButton @click="removing = null">Keep it</ElButton>
      <ElButton type="primary" @click="remove">Remove</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.shelf { max-width: 1080px; margin: 0 auto; padding: 34px 30px 60px; }
.top { display: flex; justify-content: space-between; align-items: center; gap: 20px; margin-bottom: 26px; }
h1 { font: 600 29px/1.2 var(--serif); margin: 0; }
.cards { list-style: none; margin: 0; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(270px, 1fr)); gap: 24px; }
.empty { font: 17px/1.55 var(--serif); color: var(--ink-quiet); max-width: 34em; }
.problem { color: var(--wrong); font: italic 16px var(--serif); }
@media (max-width: 560px) { .shelf { padding: 22px 16px 40px; } }
</style>
