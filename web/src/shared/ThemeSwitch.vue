<script setup lang="ts">
import { computed } from "vue";

import { setTheme, theme, type Theme } from "./theme";

const NEXT: Record<Theme, Theme> = { system: "light", light: "dark", dark: "system" };
const WORDS: Record<Theme, string> = { system: "Theme: as the system", light: "Theme: light", dark: "Theme: dark" };
const words = computed(() => WORDS[theme.value]);
</script>

<template>
  <button class="theme" @click="setTheme(NEXT[theme])">{{ words }}</button>
</template>

<style scoped>
.theme { color: var(--frame-ink); font-size: 14px; padding: 4px; white-space: nowrap; }
</style>
