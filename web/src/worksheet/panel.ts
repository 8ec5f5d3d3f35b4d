import { ref, watch } from "vue";

export type PanelTab = "names" | "handbook" | "patterns";

/** The panel beside the page: which of its parts is open, and what the handbook is to show. */
export const panelTab = ref<PanelTab>("names");
export const panelOpen = ref(localStorage.getItem("panel") !== "closed");
export const handbookWord = ref("");

watch(panelOpen, (open) => localStorage.setItem("panel", open ? "open" : "closed"));

export function showPanel(tab: PanelTab): void {
  panelTab.value = tab;
  panelOpen.value = true;
}

/** Opens the handbook at a word; without one at its beginning. */
export function showHelp(word: string): void {
  handbookWord.value = word;
  showPanel("handbook");
}
