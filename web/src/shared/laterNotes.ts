import { shallowRef } from "vue";

/** What sets notes weighs as much as the page without it, and many worksheets have no note: it is fetched beside the page. Null until it is there. */
export const renderer = shallowRef<typeof import("./notes").renderNote | null>(null);

export async function loadNotes(): Promise<void> {
  if (renderer.value) return;
  const { renderNote } = await import("./notes");
  renderer.value = renderNote;
}
