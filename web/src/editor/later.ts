import { defineAsyncComponent, type Component } from "vue";

/** The editors weigh more than the page on which they open: they are fetched beside it, and are there before anybody can click. */
const RETRY = 1000;
type Editors = typeof import("./editors");
let coming: Promise<Editors> | undefined;
let here: Editors | undefined;

export function loadEditors(): Promise<Editors> {
  coming ??= import("./editors").then(
    (editors) => (here = editors),
    (reason: unknown) => {
      coming = undefined;
      throw reason;
    },
  );
  return coming;
}

/** Whether a line that opens has its editor at once. */
export function areHere(): boolean {
  return here !== undefined;
}

function later(name: "CellEditor" | "NoteEditor"): Component {
  return defineAsyncComponent({
    loader: async (): Promise<Component> => (await loadEditors())[name],
    onError: (_error, retry) => void setTimeout(retry, RETRY), // the server may be away: what is typed meanwhile is kept
  });
}

export const CellEditor = later("CellEditor");
export const NoteEditor = later("NoteEditor");
