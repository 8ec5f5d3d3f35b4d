<script setup lang="ts">
import "element-plus/es/components/button/style/css";
import "element-plus/es/components/dialog/style/css";
import "element-plus/es/components/input/style/css";
import "element-plus/es/components/select/style/css";

import { ElButton } from "element-plus/es/components/button/index";
import { ElDialog } from "element-plus/es/components/dialog/index";
import { ElInput } from "element-plus/es/components/input/index";
import { ElOption, ElSelect } from "element-plus/es/components/select/index";
import { ref, watch } from "vue";

import type { Folder } from "./useShelf";

/** Asks for a name, a folder to go into, or both. What is refused stays, with the sentence. */
export interface Question {
  title: string;
  word: string;
  /** What is to be known before. */
  text?: string;
  /** The name at first; absent where none is asked for. */
  name?: string;
  /** The folder at first; absent where none is asked for. */
  folder?: string;
  /** Does what was asked, and says what went wrong. */
  take: (name: string, folder: string) => Promise<string>;
}

const props = defineProps<{ question: Question | null; folders: Folder[] }>();
const emit = defineEmits<{ close: [] }>();
const name = ref("");
const folder = ref("");
const problem = ref("");

watch(() => props.question, (question) => {
  if (!question) return;
  [name.value, folder.value, problem.value] = [question.name ?? "", question.folder ?? "", ""];
});

async function take(): Promise<void> {
  const { question } = props;
  if (!question || (question.name !== undefined && !name.value.trim())) return;
  problem.value = await question.take(name.value.trim(), folder.value);
  if (!problem.value) emit("close");
}
</script>

<template>
  <ElDialog :model-value="question !== null" :title="question?.title ?? ''" width="min(460px, 92vw)" @update:model-value="emit('close')">
    <form class="form" @submit.prevent>
      <p v-if="question?.text">{{ question.text }}</p>
      <label v-if="question?.name !== undefined">Name <ElInput v-model="name" autofocus maxlength="200" size="large" aria-label="Name" @keydown.enter.prevent="take" /></label>
      <label v-if="question?.folder !== undefined">In
        <ElSelect v-model="folder" size="large" filterable aria-label="Folder">
          <ElOption value="" label="the shelf itself" />
          <ElOption v-for="item in folders" :key="item.path" :value="item.path" :label="item.path.replaceAll('/', ' / ')" />
        </ElSelect>
      </label>
      <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    </form>
    <template #footer>
      <ElButton @click="emit('close')">Cancel</ElButton>
      <ElButton type="primary" :disabled="question?.name !== undefined && !name.trim()" @click="take">{{ question?.word }}</ElButton>
    </template>
  </ElDialog>
</template>

<style scoped>
.form { display: grid; gap: 14px; }
.form p { margin: 0; }
label { display: grid; gap: 4px; font-size: 14px; color: var(--ink-quiet); }
.problem { margin: 0; color: var(--wrong); font: italic 15px/1.4 var(--serif); }
</style>
