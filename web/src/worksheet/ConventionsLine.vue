<script setup lang="ts">
import { useWorksheet } from "../sheet/store";
import ConventionWord from "./ConventionWord.vue";
import DigitsWord from "./DigitsWord.vue";

/** The conventions as a sentence; each word is changed where it stands. */
const sheet = useWorksheet();

const ANGLES = { radians: "180° is π", degrees: "180° is 180", gon: "180° is 200" };
const NUMBERS = { real: "√−4 is an error", complex: "√−4 is 2i" };
const FRACTIONS = { improper: "59/6", mixed: "9 5/6" };
const UNITS = { off: "5 kg is 5·k·g", on: "5 kg is a mass" };

/** The cursor goes back to the line that was being written; with none open the focus stays at the word. */
function back(): void {
  sheet.editor?.focus();
}
</script>

<template>
  <!-- what stands behind a word follows it without a space -->
  <p v-if="sheet.loaded" class="conventions">
    Angles in
    <ConventionWord :value="sheet.conventions.angles ?? ''" label="Angles in" :choices="ANGLES" @choose="sheet.setConvention({ angles: $event })" @closed="back" />,
    <ConventionWord :value="sheet.conventions.numbers ?? ''" label="Numbers" :choices="NUMBERS" @choose="sheet.setConvention({ numbers: $event })" @closed="back" />
    numbers, decimals to
    <DigitsWord :decimals="sheet.conventions.decimals ?? '6 sf'" @choose="sheet.setConvention({ decimals: $event })" @closed="back" />, fractions
    <ConventionWord :value="sheet.conventions.fractions ?? ''" label="Fractions" :choices="FRACTIONS" @choose="sheet.setConvention({ fractions: $event })" @closed="back" />,
    <ConventionWord :value="sheet.conventions.units ?? 'off'" label="Units" :choices="UNITS" :words="{ off: 'without units', on: 'with units' }" @choose="sheet.setConvention({ units: $event })" @closed="back" />.
  </p>
</template>

<style scoped>
.conventions { font: italic 15px/1.5 var(--serif); color: var(--ink-quiet); margin: 0 0 20px; }
.conventions :deep(.choice) { font: italic 15px/1.25 var(--serif); color: var(--ink); border-bottom: 1px dotted var(--act); }
.conventions :deep(.choice:hover) { color: var(--act); border-bottom-style: solid; }
.conventions :deep(.el-dropdown) { vertical-align: baseline; line-height: inherit; }
</style>
