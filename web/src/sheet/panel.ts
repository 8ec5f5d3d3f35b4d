import { ref, watch } from "vue";

import { entryOf, loadVocabulary } from "../shared/vocabulary";

export type PanelTab = "names" | "handbook" | "patterns";

/** The panel beside the page: which of its parts is open, and what the handbook is to show. */
export const panelTab = ref<PanelTab>("names");
/** On a narrow screen it lies over the page, and is opened only when it is wanted. */
const isNarrow = matchMedia("(max-width: 1020px)").matches;
export const panelOpen = ref(!isNarrow && localStorage.getItem("panel") !== "closed");
export const handbookWord = ref("");

watch(panelOpen, (open) => !isNarrow && localStorage.setItem("panel", open ? "open" : "closed"));

export function showPanel(tab: PanelTab): void {
  panelTab.value = tab;
  panelOpen.value = true;
}

/** Opens the handbook at a word; without one at its beginning. */
export function showHelp(word: string): void {
  handbookWord.value = word;
  showPanel("handbook");
  // the words may still be on their way
  void loadVocabulary().then(() => {
    if (handbookWord.value === word && !entryOf(word)) handbookWord.value = "";
  });
}
