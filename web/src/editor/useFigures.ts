import { ref, watch, type Ref } from "vue";

import type { DraftLine, Line } from "../shared/api/client";

export interface Figure {
  index: number;
  line: Line;
  /** The text says something else by now, and what it draws is not there yet. */
  isOld: boolean;
}

const draws = (line: Line | null | undefined): line is Line => Boolean(line && !line.error && (line.graph || line.table));

/**
 * The tables and graphs under a cell that is being written: those of its stored lines at first, then those of the text as it
 * is typed. One stays, dimmed, until the next is there, so that nothing jumps while a line is unfinished. `stored` gives the
 * lines as they are worked out, or none while the text is another one.
 */
export function useFigures(lines: Ref<DraftLine[]>, stored: () => Line[]) {
  const figures = ref<Figure[]>(stored().flatMap((line, index) => (draws(line) ? [{ index, line, isOld: false }] : [])));

  function next(index: number, draft: DraftLine): Figure[] {
    const before = figures.value.find((figure) => figure.index === index);
    const found = [draft.result, stored()[index]].find(draws);
    if (found) return [{ index, line: before?.line.key === found.key ? before.line : found, isOld: false }];
    const isAnotherKind = draft.result && !draft.result.error;
    return before && !isAnotherKind ? [{ ...before, isOld: true }] : [];
  }

  watch([lines, stored], () => {
    if (lines.value.length) figures.value = lines.value.flatMap((draft, index) => next(index, draft));
  });

  return figures;
}
