import { computed, watch } from "vue";

import { preferences, type Preferences } from "./preferences";

export type Theme = Preferences["theme"];

export const theme = computed(() => preferences.value.theme);
const dark = matchMedia("(prefers-color-scheme: dark)");

export function applyTheme(): void {
  const isDark = theme.value === "dark" || (theme.value === "system" && dark.matches);
  document.documentElement.classList.toggle("dark", isDark);
}

export function setTheme(next: Theme): void {
  preferences.value.theme = next;
}

watch(theme, applyTheme, { flush: "sync" });
dark.addEventListener("change", applyTheme);
