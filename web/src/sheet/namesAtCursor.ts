import type { NameHere } from "../shared/api/client";
import type { useWorksheet } from "./store";
import { canonical } from "./words";

type Sheet = ReturnType<typeof useWorksheet>;

/** What a word means in a cell, asked of the server: what the panel shows may be a moment behind the keys. */
async function meaningAt(sheet: Sheet, word: string, cell: string | null): Promise<NameHere | undefined> {
  const names = (await sheet.namesAt(cell))?.names ?? [];
  return names.filter((name) => name.name === canonical(word)).pop();
}

/** Opens the cell that gave a name the meaning that it has in a cell. */
export async function goToDefinition(sheet: Sheet, word: string, cell = sheet.active): Promise<void> {
  const name = await meaningAt(sheet, word, cell);
  if (name) sheet.activate(name.cellId, "end");
}

/** Marks everything that uses a name; once more takes the marks away. */
export async function pointOutUses(sheet: Sheet, word: string): Promise<void> {
  const name = await meaningAt(sheet, word, sheet.active);
  if (name) toggleUses(sheet, name);
}

export function toggleUses(sheet: Sheet, name: NameHere): void {
  const users = new Set(name.users);
  const same = users.size === sheet.pointed.size && [...users].every((cell) => sheet.pointed.has(cell));
  sheet.pointed = same ? new Set() : users;
}
