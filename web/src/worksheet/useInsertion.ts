import { nextTick } from "vue";

import { useWorksheet } from "../sheet/store";

/** Patterns go to the cursor; where no cell is open, into a fresh line below the mark. */
export function useInsertion() {
  const sheet = useWorksheet();

  async function insert(pattern: string): Promise<void> {
    if (!sheet.editor) {
      sheet.activate(sheet.freshLine(sheet.mark ?? sheet.visible.at(-1)?.id ?? null), "end");
      await nextTick();
    }
    sheet.editor?.insertPattern(pattern);
  }

  return { insert };
}
