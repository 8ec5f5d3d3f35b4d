import { ref } from "vue";

import { sentence, type Schemas } from "../shared/api/client";

export type Imported = Schemas["Imported"];

/** Brings files in, one after the other: what came of each, and how many are still on their way. */
export function useImport(done: () => void) {
  const waiting = ref(0);
  const told = ref<Imported[]>([]);

  async function bring(files: { file: File; folder: string }[], into: string): Promise<void> {
    told.value = [];
    waiting.value = files.length;
    for (const { file, folder } of files) {
      told.value.push(...(await one(file, [into, folder].filter(Boolean).join("/"))));
      waiting.value -= 1;
    }
    done();
  }

  /** A file travels as it is; the generated client sends JSON only. */
  async function one(file: File, folder: string): Promise<Imported[]> {
    const failed = (problem: string): Imported[] => [{ name: file.name, id: null, title: "", problem }];
    try {
      const answer = await fetch(`/api/import?${new URLSearchParams({ name: file.name, folder })}`, { method: "POST", headers: { "Content-Type": "application/octet-stream" }, body: file });
      const data: unknown = await answer.json();
      return answer.ok ? (data as Imported[]) : failed(sentence(data));
    } catch {
      return failed("The server does not answer.");
    }
  }

  return { waiting, told, bring };
}

/** The files that were dropped, those within folders with the path of these. */
export async function droppedFiles(items: DataTransferItemList): Promise<{ file: File; folder: string }[]> {
  const entries = [...items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null);
  return (await Promise.all(entries.map((entry) => filesOf(entry, "")))).flat();
}

async function filesOf(entry: FileSystemEntry, folder: string): Promise<{ file: File; folder: string }[]> {
  if (entry.name.startsWith(".")) return [];
  if (entry.isFile) return [{ file: await new Promise<File>((found, failed) => (entry as FileSystemFileEntry).file(found, failed)), folder }];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const inside: FileSystemEntry[] = [];
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((found, failed) => reader.readEntries(found, failed)); // a hundred at a time
    if (!some.length) break;
    inside.push(...some);
  }
  const own = [folder, entry.name].filter(Boolean).join("/");
  return (await Promise.all(inside.map((item) => filesOf(item, own)))).flat();
}
