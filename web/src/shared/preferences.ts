import { useDebounceFn, useEventListener, useLocalStorage } from "@vueuse/core";
import { computed, watch } from "vue";

import { api, type Schemas } from "./api/client";

/** What the student prefers: kept at the server with the worksheets, and in this browser, so that it is there at once. */
export type Preferences = Required<Schemas["Preferences"]> & { print: PrintChoices; conventions: Record<string, string> };
/** What is printed beside the lines, and on what paper. */
export type PrintChoices = Required<Schemas["PrintChoices"]>;

/** What a worksheet begins with where nothing else is preferred. */
export const USUAL_CONVENTIONS: Record<string, string> = { angles: "radians", numbers: "real", results: "exact", decimals: "6 sf", fractions: "improper", units: "off" };

export const TEXT_SIZES = [85, 100, 115, 130, 150, 175, 200] as const;

const USUAL: Preferences = {
  enter: "go on", textSize: 100, theme: "system", conventions: {}, shelfOrder: "changed", print: { numbers: true, results: true, conventions: true, names: false, paper: "A4" }, handbookDone: [],
};

const merged = (stored: Partial<Preferences>): Preferences => ({ ...USUAL, ...stored, print: { ...USUAL.print, ...stored.print } });

export const preferences = useLocalStorage<Preferences>("preferences", merged({}), { mergeDefaults: merged, writeDefaults: false, listenToStorageChanges: false });

export const printChoices = computed({ get: () => preferences.value.print, set: (print) => (preferences.value = { ...preferences.value, print }) });

export function enlarge(by: -1 | 1): void {
  const at = TEXT_SIZES.findIndex((size) => size >= preferences.value.textSize);
  preferences.value.textSize = TEXT_SIZES[Math.min(TEXT_SIZES.length - 1, Math.max(0, at + by))] ?? 100;
}

/** What the server has, as far as this window knows: what is the same is not sent again. */
let known = JSON.stringify(preferences.value);
/** Kept until the server has a change, however often the window is closed before: what is not there yet is newer than anything that comes from there. */
const unsent = useLocalStorage<string | null>("preferences unsent", null);

/** Follows the server: what was set in another browser is taken over at the start and whenever this window is looked at again. */
export function sharePreferences(): void {
  watch(preferences, () => {
    if (JSON.stringify(preferences.value) === known) return;
    unsent.value = "yes";
    void sendSoon();
  }, { deep: true, flush: "sync" });
  useEventListener(window, "storage", ({ key, newValue }: StorageEvent) => {
    // another window of this browser, which sends it; one that clears what the browser keeps prefers nothing by that
    if (key !== "preferences" || !newValue) return;
    const next = merged(JSON.parse(newValue) as Partial<Preferences>);
    known = JSON.stringify(next);
    preferences.value = next;
  });
  useEventListener(document, "visibilitychange", () => void (document.visibilityState === "visible" && receive()));
  void receive();
}

const sendSoon = useDebounceFn(send, 300);

let isSending = false;

/** One after the other, the newest last: two that overtake each other would leave the older one at the server. */
async function send(): Promise<void> {
  if (isSending) return;
  isSending = true;
  let text = "";
  try {
    while (text !== JSON.stringify(preferences.value)) {
      text = JSON.stringify(preferences.value);
      const { data, response } = await api.PUT("/api/preferences", { body: preferences.value });
      if (data) known = text;
      const isRefused = response.status >= 400 && response.status < 500;
      if ((data || isRefused) && JSON.stringify(preferences.value) === text) unsent.value = null;
    }
  } catch {
    // the server does not answer: this browser keeps them, and sends them when it is looked at again or with the next change
  }
  isSending = false;
}

async function receive(): Promise<void> {
  if (unsent.value) return send();
  try {
    const { data, response } = await api.GET("/api/preferences");
    if (!response.ok || unsent.value) return;
    if (!data) return void send(); // none were ever set there
    const next = merged(data as Partial<Preferences>);
    known = JSON.stringify(next);
    if (known !== JSON.stringify(preferences.value)) preferences.value = next;
  } catch {
    // as they are in this browser
  }
}
