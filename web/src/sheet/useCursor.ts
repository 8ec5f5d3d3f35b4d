import type { SheetState, CaretPlace } from "./sheetState";

interface Changes {
  commit(cell: string): void;
  /** Takes an empty cell off the page, as if it had never been there. */
  dropFresh(cell: string): void;
  setDisplay(cell: string, display: Record<string, unknown>): void;
}

export type Cursor = ReturnType<typeof useCursor>;

/** Where the cursor is; with no line open, where the mark in the margin stands and how far it reaches. */
export function useCursor(state: SheetState, changes: () => Changes, told: { names(): void }) {
  const { active, caret, cellOf, cells, drafts, editor, hiddenBy, mark, marked, pointed, visible } = state;
  /** The cell from which the mark grows. */
  let anchor: string | null = null;

  /** Leaving a line works it out; one that stayed empty goes away again, unless it is all there is. */
  function leave(cell: string): void {
    const text = drafts.get(cell) ?? cellOf(cell)?.text ?? "";
    if (text.trim() || cells.value.length < 2) changes().commit(cell);
    else changes().dropFresh(cell);
  }

  function activate(cell: string | null, place: CaretPlace = "end"): void {
    if (active.value && active.value !== cell) leave(active.value);
    const heading = cell ? hiddenBy.value.get(cell) : undefined;
    if (heading) changes().setDisplay(heading, { folded: null });
    caret.value = place;
    active.value = cell;
    mark.value = null;
    if (marked.value.size) marked.value = new Set();
    if (pointed.value.size) pointed.value = new Set();
    told.names();
  }

  /** Leaves what is open and puts the mark at a cell; with `grow` it reaches from where it began to there. Null takes it away. */
  function putMark(cell: string | null, grow = false): void {
    let at = cell;
    if (active.value) {
      const left = active.value;
      const beside = neighbour(left, -1) ?? neighbour(left, 1);
      active.value = null;
      leave(left);
      if (at === left && !cellOf(left)) at = beside;
    }
    mark.value = at;
    if (!at) {
      marked.value = new Set();
      return;
    }
    if (!grow || !anchor || !cellOf(anchor)) anchor = at;
    const ids = visible.value.map((item) => item.id);
    const [from, to] = [ids.indexOf(anchor), ids.indexOf(at)].sort((a, b) => a - b);
    marked.value = new Set(ids.slice(Math.max(0, from ?? 0), (to ?? 0) + 1));
    told.names();
  }

  function markOnly(chosen: string[]): void {
    putMark(chosen[chosen.length - 1] ?? null);
    anchor = chosen[0] ?? null;
    marked.value = new Set(chosen);
  }

  function neighbour(cell: string, by: -1 | 1): string | null {
    const at = visible.value.findIndex((item) => item.id === cell);
    return visible.value[at + by]?.id ?? null;
  }

  /** The focus goes back to the line that is being written, else to the mark. */
  function backToWriting(): void {
    if (editor.value) editor.value.focus();
    else document.querySelector<HTMLElement>(`[data-slot="${mark.value}"]`)?.focus({ preventScroll: true });
  }

  return { activate, putMark, markOnly, neighbour, backToWriting };
}
