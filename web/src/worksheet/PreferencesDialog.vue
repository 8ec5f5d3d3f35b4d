<script setup lang="ts">
import "element-plus/es/components/dialog/style/css";
import "element-plus/es/components/option/style/css";
import "element-plus/es/components/radio/style/css";
import "element-plus/es/components/radio-group/style/css";
import "element-plus/es/components/select/style/css";

import { ElDialog } from "element-plus/es/components/dialog/index";
import { ElRadio, ElRadioGroup } from "element-plus/es/components/radio/index";
import { ElOption, ElSelect } from "element-plus/es/components/select/index";
import { computed } from "vue";

import { preferences, TEXT_SIZES, USUAL_CONVENTIONS } from "../shared/preferences";
import { setTheme, theme, type Theme } from "../shared/theme";
import { holdFocus } from "./holdFocus";

/** What the student prefers on this machine. */
defineProps<{ open: boolean }>();
defineEmits<{ close: []; closed: [] }>();

const CONVENTIONS: { name: string; label: string; choices: [value: string, label: string][] }[] = [
  { name: "angles", label: "Angles in", choices: [["radians", "radians"], ["degrees", "degrees"], ["gon", "gon"]] },
  { name: "numbers", label: "Numbers", choices: [["real", "real"], ["complex", "complex"]] },
  { name: "results", label: "Results", choices: [["exact", "exact"], ["decimal", "decimals"], ["both", "both"]] },
  { name: "decimals", label: "Decimals to", choices: [["3 sf", "3 significant figures"], ["4 sf", "4 significant figures"], ["6 sf", "6 significant figures"], ["10 sf", "10 significant figures"], ["1 dp", "1 decimal place"], ["2 dp", "2 decimal places"], ["3 dp", "3 decimal places"], ["4 dp", "4 decimal places"]] },
  { name: "fractions", label: "Fractions", choices: [["improper", "improper, 59/6"], ["mixed", "mixed, 9 5/6"]] },
  { name: "units", label: "Units", choices: [["off", "without units"], ["on", "with units, 10 m/s²"]] },
];
const THEMES: [Theme, string][] = [["system", "as the system"], ["light", "light"], ["dark", "dark"]];

const chosen = computed(() => ({ ...USUAL_CONVENTIONS, ...preferences.value.conventions }));

function choose(name: string, value: string): void {
  const next = { ...preferences.value.conventions, [name]: value };
  if (value === USUAL_CONVENTIONS[name]) delete next[name];
  preferences.value.conventions = next;
}
</script>

<template>
  <ElDialog :model-value="open" title="Preferences" width="min(520px, 94vw)" top="8vh" @update:model-value="$emit('close')" @opened="holdFocus" @closed="$emit('closed')">
    <fieldset>
      <legend>Enter</legend>
      <ElRadioGroup v-model="preferences.enter" class="column" aria-label="Enter">
        <ElRadio value="go on">works the line out and gives a fresh one; Shift + Enter makes another line of the cell</ElRadio>
        <ElRadio value="line">makes another line of the cell; Shift + Enter works it out and gives a fresh one</ElRadio>
      </ElRadioGroup>
    </fieldset>
    <fieldset>
      <legend>Text size of the page</legend>
      <ElRadioGroup v-model="preferences.textSize" aria-label="Text size of the page"><ElRadio v-for="size in TEXT_SIZES" :key="size" :value="size">{{ size }} %</ElRadio></ElRadioGroup>
    </fieldset>
    <fieldset>
      <legend>Theme</legend>
      <ElRadioGroup :model-value="theme" aria-label="Theme" @update:model-value="setTheme($event as Theme)"><ElRadio v-for="[value, label] in THEMES" :key="value" :value="value">{{ label }}</ElRadio></ElRadioGroup>
    </fieldset>
    <fieldset class="conventions">
      <legend>New worksheets begin with</legend>
      <label v-for="convention in CONVENTIONS" :key="convention.name">
        <span>{{ convention.label }}</span>
        <ElSelect :model-value="chosen[convention.name]" :aria-label="convention.label" @update:model-value="choose(convention.name, String($event))">
          <ElOption v-for="[value, label] in convention.choices" :key="value" :value="value" :label="label" />
        </ElSelect>
      </label>
    </fieldset>
  </ElDialog>
</template>

<style scoped>
fieldset { border: 0; margin: 0 0 18px; padding: 0; min-width: 0; }
legend { font: 600 16px var(--serif); padding: 0; margin-bottom: 6px; }
label { display: flex; gap: 8px; align-items: baseline; padding: 3px 0; }
.column { display: grid; }
.column :deep(.el-radio) { height: auto; padding: 4px 0; white-space: normal; align-items: baseline; }
.conventions label { display: grid; grid-template-columns: 110px 1fr; align-items: center; }
</style>
