import { computed, ref, shallowReactive, shallowRef } from "vue";

import type { CellData, Line, NameHere } from "../shared/api/client";
import { useSections } from "./sections";

export type Conventions = Record<string, string>;
/** `firstEnd` is the end of the first line of a cell. */
export type CaretPlace = "start" | "end" | "firstEnd" | number | { from: number; to: number };

/** What an open editor offers to the rest of the page. */
export interface EditorHandle {
  /** Writes a pattern with gaps at the cursor. */
  insertPattern(pattern: string): void;
  /** The word at the cursor, with its place in the text. */
  wordAtCursor(): string;
  focus(): void;
  /** The line with the cursor and what it comes to as it stands there now; null while that is not known. */
  lineAtCursor?(): { index: number; result: Line | null } | undefined;
}

/** A text that could not be stored because another window changed, or removed, the cell meanwhile. */
export interface Clash {
  mine: string;
  isGone: boolean;
}

export type SheetState = ReturnType<typeof sheetState>;

/** Everything that is known of the open worksheet in this window. */
export function sheetState() {
  const id = ref("");
  const title = ref("");
  const folder = ref("");
  const revision = ref(0);
  const conventions = ref<Conventions>({});
  const cells = shallowRef<CellData[]>([]);
  const results = shallowReactive(new Map<string, Line[]>());
  const changed = shallowReactive(new Set<string>());
  const canUndo = ref(false);
  const canRedo = ref(false);
  const active = ref<string | null>(null);
  const caret = ref<CaretPlace>("end");
  const editor = shallowRef<EditorHandle | null>(null);
  const names = ref<NameHere[]>([]);
  const letters = ref<string[]>([]);
  const problem = ref("");
  const missing = ref(false);
  /** Why the results of the worksheet are not kept up to date; empty as long as they are. */
  const trouble = ref("");
  const loaded = ref(false);
  /** With no line open: where the page was left. The mark may reach over several cells; `mark` is its moving end. */
  const mark = ref<string | null>(null);
  const marked = ref<Set<string>>(new Set());
  /** The cell that is looked for: it is on the page wherever it stands. */
  const sought = ref<string | null>(null);
  /** The cell whose ways to write it are asked for. */
  const waysAsked = ref<string | null>(null);
  /** Cells that are pointed out, because they use a name. */
  const pointed = ref<Set<string>>(new Set());
  /** What stands in the open editor; kept apart so that results of other lines cannot disturb it. */
  const drafts = shallowReactive(new Map<string, string>());
  /** The text from which each draft began. */
  const bases = new Map<string, string>();
  const clashes = shallowReactive(new Map<string, Clash>());
  /** Cells that came while their place was not known yet, because rearrangements of our own were on their way. */
  const strangers = new Map<string, CellData>();

  const numbers = computed(() => {
    const found = new Map<string, number>();
    for (const cell of cells.value) if (cell.kind === "math") found.set(cell.id, found.size + 1);
    return found;
  });
  const { hiddenBy, foldedCounts } = useSections(cells);
  const visible = computed(() => cells.value.filter((cell) => !hiddenBy.value.has(cell.id)));
  const busy = computed(() => [...results].filter(([, lines]) => lines.some((line) => line.busySince)).map(([cell]) => cell));

  function cellOf(cell: string | null): CellData | undefined {
    return cells.value.find((item) => item.id === cell);
  }

  /** Forgets everything, before another worksheet is opened. */
  function clear(): void {
    loaded.value = false;
    revision.value = 0;
    cells.value = [];
    results.clear();
    drafts.clear();
    bases.clear();
    clashes.clear();
    active.value = null;
    mark.value = null;
    marked.value = new Set();
    pointed.value = new Set();
    names.value = [];
    problem.value = "";
    missing.value = false;
    trouble.value = "";
  }

  return {
    id, title, folder, revision, conventions, cells, results, changed, canUndo, canRedo, active, caret, editor, names, letters, problem, missing, trouble, loaded, mark, marked,
    sought, waysAsked, pointed, drafts, bases, clashes, strangers, numbers, hiddenBy, foldedCounts, visible, busy, cellOf, clear,
  };
}
