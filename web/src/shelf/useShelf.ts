import { computed, ref } from "vue";

import { api, sentence, type Schemas, type WorksheetRow } from "../shared/api/client";

export type Folder = Schemas["FolderSchema"];
export type Binned = Schemas["BinnedRow"];
/** Where on the shelf: a folder by its path (`null` for every worksheet), or the bin. */
export type Place = { folder: string | null } | "bin";
export type Order = "changed" | "title";

const NO_ANSWER = "The server does not answer. Is Upper Slate still running?";

/** What stands on the shelf, and what is done to it. Every act tells in a sentence what went wrong, or nothing. */
export function useShelf(place: () => Place, order: () => Order) {
  const worksheets = ref<WorksheetRow[] | null>(null);
  const folders = ref<Folder[]>([]);
  const binned = ref<Binned[]>([]);
  const problem = ref("");

  const shown = computed(() => {
    const at = place();
    const rows = (worksheets.value ?? []).filter((row) => at !== "bin" && (at.folder === null || row.folder === at.folder));
    return order() === "title" ? [...rows].sort((a, b) => a.title.localeCompare(b.title)) : rows;
  });

  async function load(): Promise<void> {
    try {
      const [rows, paths, bin] = await Promise.all([api.GET("/api/worksheets"), api.GET("/api/folders"), api.GET("/api/bin")]);
      const error = rows.error ?? paths.error ?? bin.error;
      problem.value = error ? sentence(error) : "";
      if (rows.data) worksheets.value = rows.data;
      if (paths.data) folders.value = paths.data;
      if (bin.data) binned.value = bin.data;
    } catch {
      problem.value = NO_ANSWER;
    }
  }

  /** Carries something out and shows what the shelf is then; the sentence says why it could not be. */
  async function act(asked: Promise<{ error?: unknown }>): Promise<string> {
    let told: string;
    try {
      const { error } = await asked;
      told = error ? sentence(error) : "";
    } catch {
      told = NO_ANSWER;
    }
    await load();
    return told;
  }

  async function each(ids: string[], one: (id: string) => Promise<{ error?: unknown }>): Promise<string> {
    return act((async () => {
      for (const id of ids) {
        const { error } = await one(id);
        if (error) return { error };
      }
      return {};
    })());
  }

  const path = (worksheet_id: string) => ({ params: { path: { worksheet_id } } });
  return {
    worksheets, folders, binned, problem, shown, load,
    rename: (id: string, title: string) => act(api.PATCH("/api/worksheets/{worksheet_id}", { ...path(id), body: { title } })),
    copy: (ids: string[]) => each(ids, (id) => api.POST("/api/worksheets/{worksheet_id}/copy", path(id))),
    move: (ids: string[], folder: string) => act(api.POST("/api/move", { body: { ids, folder } })),
    remove: (ids: string[]) => each(ids, (id) => api.DELETE("/api/worksheets/{worksheet_id}", path(id))),
    bringBack: (ids: string[]) => each(ids, (id) => api.POST("/api/bin/{worksheet_id}", path(id))),
    throwAway: (ids: string[]) => each(ids, (id) => api.DELETE("/api/bin/{worksheet_id}", path(id))),
    makeFolder: (name: string) => act(api.POST("/api/folders", { body: { path: name } })),
    renameFolder: (name: string, to: string) => act(api.PATCH("/api/folders", { body: { path: name, to } })),
    removeFolder: (name: string) => act(api.DELETE("/api/folders", { params: { query: { path: name } } })),
  };
}

/** The last part of a path of folders. */
export function nameOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}
