<script setup lang="ts">
import "element-plus/es/components/button/style/css";
import "element-plus/es/components/input/style/css";

import { ElButton } from "element-plus/es/components/button/index";
import { ElInput } from "element-plus/es/components/input/index";
import { computed, ref } from "vue";

import VerdictText from "../lines/VerdictText.vue";
import type { Turn } from "./pages";
import { checkOf, holds, isInForm } from "./turns";
import { useTries, type Tried } from "./useTries";

/** An exercise: a line to write, asked of the core itself; where it does not hold, the numbers that show it, and one hint. */
const props = defineProps<{ turn: Turn; done: boolean }>();
const emit = defineEmits<{ right: [] }>();
const { problem, tryOut } = useTries();
const written = ref("");
const told = ref<"" | "right" | "wrong" | "form">("");
const last = ref<Tried["line"] | null>(null);
const hinted = ref(false);

async function check(): Promise<void> {
  const text = written.value.trim();
  if (!text) return;
  const rows = await tryOut(checkOf(props.turn, text));
  if (!rows) return;
  last.value = rows.flat().at(-1)?.line ?? null;
  told.value = !last.value || !holds(last.value) ? "wrong" : isInForm(props.turn, text) ? "right" : "form";
  if (told.value === "right") emit("right");
}

/** What shows that it fails; two plain numbers side by side would only give the answer away. */
const shows = computed(() => (last.value && Object.keys(last.value.counterexampleLatex?.at ?? {}).length ? last.value : null));
</script>

<template>
  <form class="turn" @submit.prevent="check">
    <div class="row">
      <ElInput v-model="written" class="line" aria-label="Your line" autocomplete="off" spellcheck="false" @update:model-value="told = ''" />
      <ElButton native-type="submit">Check</ElButton>
    </div>
    <div role="status">
      <p v-if="problem" class="wrong">{{ problem }}</p>
      <p v-else-if="told === 'right'" class="proved">✓ That is right.</p>
      <p v-else-if="told === 'form'">That is true, but not yet what the task asks for.</p>
      <template v-else-if="told === 'wrong'">
        <VerdictText v-if="shows" :line="shows" />
        <p v-else class="wrong">{{ last?.error ? last.error.message : "Not yet." }}</p>
      </template>
      <p v-else-if="done" class="proved">✓ Done before.</p>
      <p v-if="hinted && told !== 'right'">{{ turn.hint }}</p>
    </div>
    <button v-if="told !== 'right' && !hinted" type="button" class="quiet-button" @click="hinted = true">A hint</button>
  </form>
</template>

<style scoped>
.turn { margin: 8px 0 14px; }
.row { display: flex; gap: 8px; }
.line :deep(input) { font: 14px var(--mono); }
p { margin: 5px 0 2px; font: italic 14.5px/1.45 var(--serif); color: var(--ink-quiet); }
.proved { color: var(--proved); }
.wrong { color: var(--wrong); }
.quiet-button { font-size: 13px; margin-top: 4px; }
</style>
