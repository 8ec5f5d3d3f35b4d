import type { SheetState, CaretPlace } from "./sheetState";

interface Changes {
  commit(cell: string): void;
  setDisplay(cell: string, display: Record<string, unknown>): void;
}

export type Cursor = ReturnType<typeof useCursor>;

/** Where the cursor is, and which cells are selected as wholes. */
export function useCursor(state: SheetState, changes: () => Changes, told: { names(): void }) {
  const { active, caret, hiddenBy, pointed, selected, selection, visible } = state;
  /** The cell from which the selection grows. */
  let anchor: string | null = null;

  function activate(cell: string | null, place: CaretPlace = "end"): void {
    if (active.value && active.value !== cell) changes().commit(active.value);
    const heading = cell ? hiddenBy.value.get(cell) : undefined;
    if (heading) changes().setDisplay(heading, { folded: null });
    caret.value = place;
    active.value = cell;
    selected.value = null;
    if (selection.value.size) selection.value = new Set();
    if (pointed.value.size) pointed.value = new Set();
    told.names();
  }

  /** Selects one cell as a whole; with `grow` everything from where the selection began. */
  function select(cell: string | null, grow = false): void {
    if (active.value) {
      changes().commit(active.value);
      active.value = null;
    }
    selected.value = cell;
    if (!cell) {
      selection.value = new Set();
      return;
    }
    if (!grow || !anchor) anchor = cell;
    const ids = visible.value.map((item) => item.id);
    const [from, to] = [ids.indexOf(anchor), ids.indexOf(cell)].sort((a, b) => a - b);
    selection.value = new Set(ids.slice(Math.max(0, from ?? 0), (to ?? 0) + 1));
    told.names();
  }

  function selectOnly(chosen: string[]): void {
    select(chosen[chosen.length - 1] ?? null);
    anchor = chosen[0] ?? null;
    selection.value = new Set(chosen);
  }

  function neighbour(cell: string, by: -1 | 1): string | null {
    const at = visible.value.findIndex((item) => item.id === cell);
    return visible.value[at + by]?.id ?? null;
  }

  return { activate, select, selectOnly, neighbour };
}
