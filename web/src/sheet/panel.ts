import { ref, shallowRef, watch } from "vue";

export type PanelTab = "names" | "handbook" | "patterns";

/** The panel beside the page: which of its parts is open, and what the handbook is to show. */
export const panelTab = ref<PanelTab>("names");
/** On a narrow screen it lies over the page, and is opened only when it is wanted. */
const isNarrow = matchMedia("(max-width: 1020px)").matches;
export const panelOpen = ref(!isNarrow && localStorage.getItem("panel") !== "closed");
export const handbookAsked = shallowRef({ word: "" });

watch(panelOpen, (open) => !isNarrow && localStorage.setItem("panel", open ? "open" : "closed"));

export function showPanel(tab: PanelTab): void {
  panelTab.value = tab;
  panelOpen.value = true;
}

/** Opens the handbook at the page of a word or sign, of an error by its code (`error not-real`), or at its contents. */
export function showHelp(word: string): void {
  handbookAsked.value = { word };
  showPanel("handbook");
}
