import { defineAsyncComponent } from "vue";

/** The dialogs of a worksheet: fetched when one is opened, or a while after the page. */
const keys = () => import("./KeysDialog.vue");
const preferences = () => import("./PreferencesDialog.vue");
const print = () => import("./PrintDialog.vue");
const again = () => import("./WriteAgainDialog.vue");

export const KeysDialog = defineAsyncComponent(keys);
export const PreferencesDialog = defineAsyncComponent(preferences);
export const PrintDialog = defineAsyncComponent(print);
export const WriteAgainDialog = defineAsyncComponent(again);

export async function loadDialogs(): Promise<void> {
  await Promise.all([keys(), preferences(), print(), again()]);
}
