import { nextTick } from "vue";

import { useWorksheet } from "../sheet/store";

/** Patterns go to the cursor; where no cell is open, into a new line. */
export function useInsertion() {
  const sheet = useWorksheet();

  async function insert(pattern: string): Promise<void> {
    if (!sheet.editor) {
      const at = sheet.selected ?? sheet.cells[sheet.cells.length - 1]?.id ?? null;
      const held = sheet.cellOf(at);
      sheet.activate(held && held.kind === "math" && !held.text ? held.id : sheet.insert(at), "end");
      await nextTick();
      await new Promise(requestAnimationFrame);
    }
    sheet.editor?.insertPattern(pattern);
  }

  return { insert };
}
