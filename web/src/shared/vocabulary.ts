import { shallowRef } from "vue";

import { api, type Schemas } from "./api/client";

export type Entry = Schemas["EntrySchema"];
export type Pattern = Schemas["PatternSchema"];

/** Every word of the language and the patterns of the tray, as the core declares them. */
export const entries = shallowRef<Entry[]>([]);
export const patterns = shallowRef<Pattern[]>([]);

/** On its way: who asks meanwhile waits for the same. */
let loading: Promise<void> | null = null;

export function loadVocabulary(): Promise<void> {
  if (entries.value.length) return Promise.resolve();
  return (loading ??= load().finally(() => (loading = null)));
}

async function load(): Promise<void> {
  try {
    const { data } = await api.GET("/api/vocabulary");
    entries.value = data?.entries ?? [];
    patterns.value = data?.patterns ?? [];
  } catch {
    // the next cell that opens asks again
  }
}

/** The entry of a word, or of a request that begins with it. */
export function entryOf(word: string): Entry | undefined {
  return entries.value.find((entry) => entry.name === word) ?? entries.value.find((entry) => entry.name.split(" ").includes(word));
}
