import { ref } from "vue";

export type Theme = "light" | "dark" | "system";

const stored = localStorage.getItem("theme");
export const theme = ref<Theme>(stored === "light" || stored === "dark" ? stored : "system");
const dark = matchMedia("(prefers-color-scheme: dark)");

export function applyTheme(): void {
  const isDark = theme.value === "dark" || (theme.value === "system" && dark.matches);
  document.documentElement.classList.toggle("dark", isDark);
}

export function setTheme(next: Theme): void {
  theme.value = next;
  if (next === "system") localStorage.removeItem("theme");
  else localStorage.setItem("theme", next);
  applyTheme();
}

dark.addEventListener("change", applyTheme);
