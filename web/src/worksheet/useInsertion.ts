import { until } from "@vueuse/core";

import { useWorksheet } from "../sheet/store";

/** So long (ms) a line that was opened is waited for. */
const LOADED = 20_000;

/** Patterns go to the cursor; where no cell is open, into a fresh line below the mark. */
export function useInsertion() {
  const sheet = useWorksheet();

  async function insert(pattern: string): Promise<void> {
    if (!sheet.editor) {
      sheet.activate(sheet.freshLine(sheet.mark ?? sheet.visible.at(-1)?.id ?? null), "end");
      await until(() => sheet.editor).toBeTruthy({ timeout: LOADED }); // what edits a line is loaded when the first is opened
    }
    sheet.editor?.insertPattern(pattern);
  }

  return { insert };
}
