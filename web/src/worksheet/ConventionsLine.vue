<script setup lang="ts">
import "element-plus/es/components/popover/style/css";
import "element-plus/es/components/input-number/style/css";

import { ElInputNumber } from "element-plus/es/components/input-number/index";
import { ElPopover } from "element-plus/es/components/popover/index";
import { computed } from "vue";

import { useWorksheet } from "../sheet/store";

/** The conventions as a sentence; each word is changed where it stands. */
const sheet = useWorksheet();

const CHOICES = {
  angles: { radians: "180° is π", degrees: "180° is 180", gon: "180° is 200" },
  numbers: { real: "√−4 is an error", complex: "√−4 is 2i" },
  fractions: { improper: "59/6", mixed: "9 5/6" },
} as const;

const digits = computed(() => {
  const [count = "6", unit = "sf"] = (sheet.conventions.decimals ?? "6 sf").split(" ");
  return { count: Number(count), unit };
});
const digitsText = computed(() => {
  const { count, unit } = digits.value;
  const what = unit === "sf" ? "significant figure" : "decimal place";
  return `${count} ${what}${count === 1 ? "" : "s"}`;
});

function setDigits(count: number | undefined, unit = digits.value.unit): void {
  if (count === undefined || !Number.isInteger(count)) return;
  sheet.setConvention({ decimals: `${Math.min(50, Math.max(unit === "sf" ? 1 : 0, count))} ${unit}` });
}
</script>

<template>
  <p v-if="sheet.loaded" class="conventions">
    Angles in
    <ElPopover v-for="name in ['angles'] as const" :key="name" trigger="click" :width="230" placement="bottom-start">
      <template #reference><button class="choice" :aria-label="`Angles in ${sheet.conventions[name]}: change`">{{ sheet.conventions[name] }}</button></template>
      <button v-for="(example, value) in CHOICES[name]" :key="value" class="option" :class="{ on: sheet.conventions[name] === value }" @click="sheet.setConvention({ [name]: value })">{{ value }} <small>{{ example }}</small></button> </ElPopover>,
    <ElPopover v-for="name in ['numbers'] as const" :key="name" trigger="click" :width="230" placement="bottom-start">
      <template #reference><button class="choice" :aria-label="`${sheet.conventions[name]} numbers: change`">{{ sheet.conventions[name] }}</button></template>
      <button v-for="(example, value) in CHOICES[name]" :key="value" class="option" :class="{ on: sheet.conventions[name] === value }" @click="sheet.setConvention({ [name]: value })">{{ value }} <small>{{ example }}</small></button>
    </ElPopover>
    numbers, decimals to
    <ElPopover trigger="click" :width="250" placement="bottom-start">
      <template #reference><button class="choice" :aria-label="`Decimals to ${digitsText}: change`">{{ digitsText }}</button></template>
      <ElInputNumber class="count" :model-value="digits.count" :min="digits.unit === 'sf' ? 1 : 0" :max="50" aria-label="Number of digits" @change="setDigits($event)" />
      <button class="option" :class="{ on: digits.unit === 'sf' }" @click="setDigits(digits.count, 'sf')">significant figures</button>
      <button class="option" :class="{ on: digits.unit === 'dp' }" @click="setDigits(digits.count, 'dp')">decimal places</button> </ElPopover>, fractions
    <ElPopover v-for="name in ['fractions'] as const" :key="name" trigger="click" :width="230" placement="bottom-start">
      <template #reference><button class="choice" :aria-label="`Fractions ${sheet.conventions[name]}: change`">{{ sheet.conventions[name] }}</button></template>
      <button v-for="(example, value) in CHOICES[name]" :key="value" class="option" :class="{ on: sheet.conventions[name] === value }" @click="sheet.setConvention({ [name]: value })">{{ value }} <small>{{ example }}</small></button> </ElPopover>.
  </p>
</template>

<style scoped>
.conventions { font: italic 15px/1.5 var(--serif); color: var(--ink-quiet); margin: 0 0 20px; }
.choice { font: inherit; color: var(--ink); border-bottom: 1px dotted var(--act); line-height: 1.25; }
.choice:hover { color: var(--act); border-bottom-style: solid; }
.option { display: flex; width: 100%; justify-content: space-between; padding: 6px 8px; border-radius: 4px; font-size: 14.5px; text-align: left; }
.option:hover { background: var(--act-tint); }
.option.on { color: var(--act); font-weight: 500; }
.option small { color: var(--ink-quiet); font-weight: 400; }
.count { width: 100%; margin-bottom: 6px; }
</style>
