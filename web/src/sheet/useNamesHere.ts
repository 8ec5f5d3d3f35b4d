import { useDebounceFn } from "@vueuse/core";

import { api } from "../shared/api/client";
import type { SheetState } from "./sheetState";

/** The names in force at the cursor. */
export function useNamesHere(state: SheetState) {
  const { active, id, letters, loaded, mark, names } = state;

  /** Results come in bursts; the panel needs to follow only once. */
  const refreshNamesSoon = useDebounceFn(() => void refreshNames(), 120);

  /** Answers may overtake each other: only that to the newest question counts. */
  let turn = 0;

  async function refreshNames(): Promise<void> {
    if (!id.value || !loaded.value) return;
    const mine = (turn += 1);
    const found = await namesAt(active.value ?? mark.value);
    if (!found || mine !== turn) return;
    if (JSON.stringify(names.value) !== JSON.stringify(found.names)) names.value = found.names;
    letters.value = found.letters;
  }

  /** The names in force at a cell; null while the server does not answer. */
  async function namesAt(cell: string | null) {
    try {
      const { data } = await api.GET("/api/worksheets/{worksheet_id}/names", { params: { path: { worksheet_id: id.value }, query: { cell } } });
      return data ?? null;
    } catch {
      return null; // the panel keeps what it had; the broken connection is shown in the head
    }
  }

  return { refreshNames, refreshNamesSoon, namesAt };
}
