import { computed, type Ref } from "vue";

import type { CellData } from "../shared/api/client";

/** The level of the heading with which a note begins; 0 for none. */
export function headingLevel(cell: CellData): number {
  if (cell.kind !== "note") return 0;
  return /^\s*(#{1,6})\s/.exec(cell.text)?.[1]?.length ?? 0;
}

/** Sections under headings: which cells are hidden because a heading above them is folded, and how many each hides. */
export function useSections(cells: Ref<CellData[]>) {
  const found = computed(() => {
    const hidden = new Map<string, string>();
    const counts = new Map<string, number>();
    let folded: { cell: string; level: number } | null = null;
    for (const cell of cells.value) {
      const level = headingLevel(cell);
      if (folded && level && level <= folded.level) folded = null;
      if (folded) {
        hidden.set(cell.id, folded.cell);
        counts.set(folded.cell, (counts.get(folded.cell) ?? 0) + 1);
      } else if (level && cell.display.folded) {
        folded = { cell: cell.id, level };
        counts.set(cell.id, 0);
      }
    }
    return { hidden, counts };
  });
  /** Hidden cell → the folded heading that hides it. */
  const hiddenBy = computed(() => found.value.hidden);
  const foldedCounts = computed(() => found.value.counts);
  return { hiddenBy, foldedCounts };
}
