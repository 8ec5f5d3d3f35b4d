import type { NameHere } from "../shared/api/client";
import type { useWorksheet } from "./store";

type Sheet = ReturnType<typeof useWorksheet>;

/** `x1` and `x_1` are one name. */
function canonical(word: string): string {
  return word.replace(/^([A-Za-z]+?)_?(\d+)$/, "$1_$2");
}

/** What a word means where the cursor is. */
export function meaningHere(sheet: Sheet, word: string): NameHere | undefined {
  return [...sheet.names].reverse().find((name) => name.name === canonical(word));
}

/** Opens the cell that gave a name its meaning. */
export function goToDefinition(sheet: Sheet, word: string): void {
  const name = meaningHere(sheet, word);
  if (name) sheet.activate(name.cellId, "end");
}

/** Marks everything that uses a name; once more takes the marks away. */
export async function pointOutUses(sheet: Sheet, word: string): Promise<void> {
  const names = (await sheet.namesAt(sheet.active))?.names ?? [];
  const name = names.filter((item) => item.name === canonical(word)).pop();
  if (name) toggleUses(sheet, name);
}

export function toggleUses(sheet: Sheet, name: NameHere): void {
  const users = new Set(name.users);
  const same = users.size === sheet.pointed.size && [...users].every((cell) => sheet.pointed.has(cell));
  sheet.pointed = same ? new Set() : users;
}
