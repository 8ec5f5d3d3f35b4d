<script setup lang="ts">
import "element-plus/es/components/dialog/style/css";

import { ElDialog } from "element-plus/es/components/dialog/index";
import { computed } from "vue";

import { preferences, TEXT_SIZES, USUAL_CONVENTIONS } from "../shared/preferences";
import { setTheme, theme, type Theme } from "../shared/theme";

/** What the student prefers on this machine. */
defineProps<{ open: boolean }>();
defineEmits<{ close: []; closed: [] }>();

const CONVENTIONS: { name: string; label: string; choices: [value: string, label: string][] }[] = [
  { name: "angles", label: "Angles in", choices: [["radians", "radians"], ["degrees", "degrees"], ["gon", "gon"]] },
  { name: "numbers", label: "Numbers", choices: [["real", "real"], ["complex", "complex"]] },
  { name: "results", label: "Results", choices: [["exact", "exact"], ["decimal", "decimals"], ["both", "both"]] },
  { name: "decimals", label: "Decimals to", choices: [["3 sf", "3 significant figures"], ["4 sf", "4 significant figures"], ["6 sf", "6 significant figures"], ["10 sf", "10 significant figures"], ["1 dp", "1 decimal place"], ["2 dp", "2 decimal places"], ["3 dp", "3 decimal places"], ["4 dp", "4 decimal places"]] },
  { name: "fractions", label: "Fractions", choices: [["improper", "improper, 59/6"], ["mixed", "mixed, 9 5/6"]] },
];
const THEMES: [Theme, string][] = [["system", "as the system"], ["light", "light"], ["dark", "dark"]];

const chosen = computed(() => ({ ...USUAL_CONVENTIONS, ...preferences.value.conventions }));

function choose(name: string, event: Event): void {
  const value = (event.target as HTMLSelectElement).value;
  const next = { ...preferences.value.conventions, [name]: value };
  if (value === USUAL_CONVENTIONS[name]) delete next[name];
  preferences.value.conventions = next;
}
</script>

<template>
  <ElDialog :model-value="open" title="Preferences" width="min(520px, 94vw)" top="8vh" @update:model-value="$emit('close')" @closed="$emit('closed')">
    <fieldset>
      <legend>Enter</legend>
      <label><input v-model="preferences.enter" type="radio" name="enter" value="go on" /> works the line out and gives a fresh one; Shift + Enter makes another line of the cell</label>
      <label><input v-model="preferences.enter" type="radio" name="enter" value="line" /> makes another line of the cell; Shift + Enter works it out and gives a fresh one</label>
    </fieldset>
    <fieldset>
      <legend>Text size of the page</legend>
      <div class="sizes"><label v-for="size in TEXT_SIZES" :key="size" class="size"><input v-model="preferences.textSize" type="radio" name="size" :value="size" /> {{ size }} %</label></div>
    </fieldset>
    <fieldset>
      <legend>Theme</legend>
      <div class="sizes"><label v-for="[value, label] in THEMES" :key="value" class="size"><input type="radio" name="theme" :value="value" :checked="theme === value" @change="setTheme(value)" /> {{ label }}</label></div>
    </fieldset>
    <fieldset class="conventions">
      <legend>New worksheets begin with</legend>
      <label v-for="convention in CONVENTIONS" :key="convention.name">
        <span>{{ convention.label }}</span>
        <select :value="chosen[convention.name as keyof typeof chosen]" @change="choose(convention.name, $event)">
          <option v-for="[value, label] in convention.choices" :key="value" :value="value">{{ label }}</option>
        </select>
      </label>
    </fieldset>
  </ElDialog>
</template>

<style scoped>
fieldset { border: 0; margin: 0 0 18px; padding: 0; min-width: 0; }
legend { font: 600 16px var(--serif); padding: 0; margin-bottom: 6px; }
label { display: flex; gap: 8px; align-items: baseline; padding: 3px 0; }
.sizes { display: flex; flex-wrap: wrap; gap: 2px 18px; }
input { accent-color: var(--act); }
.conventions label { display: grid; grid-template-columns: 110px 1fr; }
select { font: 15px var(--sans); color: var(--ink); background: var(--page); border: 1px solid var(--hair); border-radius: var(--round); padding: 5px 8px; min-width: 0; }
</style>
