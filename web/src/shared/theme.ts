import { computed, ref, watch } from "vue";

import { preferences, type Preferences } from "./preferences";

export type Theme = Preferences["theme"];

export const theme = computed(() => preferences.value.theme);
const dark = matchMedia("(prefers-color-scheme: dark)");
const systemIsDark = ref(dark.matches);
/** What is painted rather than styled has to know. */
export const isDark = computed(() => theme.value === "dark" || (theme.value === "system" && systemIsDark.value));

export function applyTheme(): void {
  document.documentElement.classList.toggle("dark", isDark.value);
}

export function setTheme(next: Theme): void {
  preferences.value.theme = next;
}

watch(isDark, applyTheme, { flush: "sync" });
dark.addEventListener("change", () => (systemIsDark.value = dark.matches));
