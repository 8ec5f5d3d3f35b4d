import { ref, shallowRef } from "vue";

/** What sets notes weighs as much as the page without it, and many worksheets have no note: it is fetched beside the page. Null until it is there. */
export const renderer = shallowRef<typeof import("./notes").renderNote | null>(null);

/** The server is away, and it could not be fetched: notes stand as they were written. */
export const isMissing = ref(false);

export async function loadNotes(): Promise<void> {
  if (renderer.value) return;
  try {
    renderer.value = (await import("./notes")).renderNote;
  } catch {
    isMissing.value = true;
  }
}
