import { useDebounceFn } from "@vueuse/core";
import { defineStore } from "pinia";
import { computed, nextTick, ref, shallowReactive, shallowRef } from "vue";

import { api, sentence, type CellData, type Line, type NameHere, type Operation } from "../shared/api/client";
import { keep, markOpen, takeOver, type Batch, type Typed } from "./kept";
import { useOutbox } from "./outbox";
import { useSections } from "./sections";
import { useEvents, type WorksheetEvent } from "./useEvents";

export function newId(): string {
  return crypto.getRandomValues(new Uint8Array(6)).reduce((text, byte) => text + byte.toString(16).padStart(2, "0"), "");
}

/** Marks this window, so that it knows its own changes when they come back as events. */
const CLIENT = newId();
markOpen(CLIENT);

export type Conventions = Record<string, string>;
export type CaretPlace = "start" | "end" | number | { from: number; to: number };

/** What an open editor offers to the rest of the page. */
export interface EditorHandle {
  /** Writes a pattern with gaps at the cursor. */
  insertPattern(pattern: string): void;
  /** The word at the cursor, with its place in the text. */
  wordAtCursor(): string;
  focus(): void;
}

/** A text that could not be stored because another window changed, or removed, the cell meanwhile. */
export interface Clash {
  mine: string;
  isGone: boolean;
}

/** One open worksheet: its cells and results, where the cursor is, what is selected, and the way changes take to the server. */
export const useWorksheet = defineStore("worksheet", () => {
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
  const loaded = ref(false);
  /** The cells that are selected as wholes, and the one from which the selection grows; the one with the focus is `selected`. */
  const selection = ref<Set<string>>(new Set());
  const selected = ref<string | null>(null);
  let anchor: string | null = null;
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

  /** Unconfirmed changes and the text being written are kept in the browser, a moment after each change. */
  const keepSoon = useDebounceFn(keepNow, 150);
  function keepNow(): void {
    if (!id.value) return;
    const typed = [...drafts].map(([cell, text]) => ({ cell, text, was: bases.get(cell) ?? "" })).filter((item) => item.text !== item.was);
    keep(id.value, CLIENT, { batches: outbox.batches.value, typed });
  }

  const outbox = useOutbox(() => id.value, CLIENT, { confirmed, refused, changed: keepNow });
  const events = useEvents(receive, () => {
    outbox.tryNow();
    void outbox.whenEmpty().then(reload);
  });

  const numbers = computed(() => {
    const found = new Map<string, number>();
    for (const cell of cells.value) if (cell.kind === "math") found.set(cell.id, found.size + 1);
    return found;
  });
  const { hiddenBy, foldedCounts } = useSections(cells);
  const visible = computed(() => cells.value.filter((cell) => !hiddenBy.value.has(cell.id)));
  const busy = computed(() => [...results].filter(([, lines]) => lines.some((line) => line.busySince)).map(([cell]) => cell));
  const connected = computed(() => events.connected.value && !outbox.unreachable.value);
  const saved = computed(() => outbox.count.value === 0 && connected.value);

  function cellOf(cell: string | null): CellData | undefined {
    return cells.value.find((item) => item.id === cell);
  }

  // -- opening --------------------------------------------------------------------------------------------------------

  async function open(worksheet: string): Promise<void> {
    close();
    id.value = worksheet;
    await reload();
    if (!loaded.value) return;
    events.open(worksheet);
    const left = await takeOver(worksheet, CLIENT);
    if (left.batches.length) {
      outbox.adopt(left.batches);
      await outbox.whenEmpty();
      await reload();
    }
    left.typed.forEach(restore);
    void refreshNames();
  }

  /** A text that was being written when the window closed stands in its editor again. */
  function restore(typed: Typed): void {
    const cell = cellOf(typed.cell);
    if (!cell) {
      if (typed.text.trim()) clashes.set(typed.cell, { mine: typed.text, isGone: true });
    } else if (cell.text !== typed.text) {
      drafts.set(cell.id, typed.text);
      bases.set(cell.id, typed.was);
      activate(cell.id, "end");
    }
  }

  async function reload(): Promise<void> {
    const asked = id.value;
    try {
      const { data, error } = await api.GET("/api/worksheets/{worksheet_id}", { params: { path: { worksheet_id: asked } } });
      if (asked !== id.value) return;
      if (data && loaded.value && (outbox.count.value > 0 || data.revision < revision.value)) {
        await outbox.whenEmpty(); // something was changed meanwhile: this is not the newest any more
        return reload();
      }
      if (!data) {
        missing.value = true;
        problem.value = sentence(error);
        return;
      }
      strangers.clear();
      title.value = data.title;
      folder.value = data.folder;
      revision.value = data.revision;
      conventions.value = data.conventions;
      cells.value = data.cells;
      canUndo.value = data.canUndo;
      canRedo.value = data.canRedo;
      results.clear();
      for (const [cell, lines] of Object.entries(data.results)) results.set(cell, lines);
      missing.value = false;
      problem.value = "";
      loaded.value = true;
      if (active.value && !cellOf(active.value)) leaveRemoved(active.value);
    } catch {
      problem.value = "The server does not answer. Is Upper Slate still running?";
    }
  }

  function close(): void {
    if (active.value) commit(active.value);
    events.close();
    outbox.clear();
    loaded.value = false;
    cells.value = [];
    results.clear();
    drafts.clear();
    bases.clear();
    clashes.clear();
    active.value = null;
    selected.value = null;
    selection.value = new Set();
    pointed.value = new Set();
    names.value = [];
    problem.value = "";
    missing.value = false;
  }

  // -- what the server says -------------------------------------------------------------------------------------------

  function receive(event: WorksheetEvent): void {
    if (event.type === "results" || event.type === "hello") {
      const arrived = event.type === "results" ? event.cells : event.results;
      for (const [cell, lines] of Object.entries(arrived)) {
        if (event.type === "results" && differs(results.get(cell), lines)) mark(cell);
        results.set(cell, lines);
      }
      refreshNamesSoon();
    } else if (event.type === "changed") {
      takeChange(event);
    } else if (event.type === "removed") {
      missing.value = true;
      problem.value = "This worksheet was removed in another window.";
    }
  }

  function takeChange(event: Extract<WorksheetEvent, { type: "changed" }>): void {
    const [client, batch] = event.client.split("/");
    const own = client === CLIENT ? Number(batch) : 0;
    revision.value = event.revision;
    canUndo.value = event.canUndo;
    canRedo.value = event.canRedo;
    if (!outbox.count.value || own === 0) {
      title.value = event.title;
      // a new object would have every line drawn again
      if (JSON.stringify(conventions.value) !== JSON.stringify(event.conventions)) conventions.value = event.conventions;
    }
    const news = new Map(event.cells.filter((cell) => !outbox.changesLater(cell.id, own)).map((cell) => [cell.id, cell]));
    const held = new Map(cells.value.map((cell) => [cell.id, cell]));
    if (event.order && outbox.rearrangesLater(own)) {
      // a rearrangement of our own is on its way, and the order comes with its answer
      for (const [cell, found] of news) if (!held.has(cell)) strangers.set(cell, found);
      cells.value = cells.value.map((cell) => news.get(cell.id) ?? cell);
      return;
    }
    const order = event.order ?? cells.value.map((cell) => cell.id);
    cells.value = order.flatMap((cell) => news.get(cell) ?? held.get(cell) ?? strangers.get(cell) ?? []);
    if (event.order) strangers.clear();
    for (const cell of held.keys()) if (!order.includes(cell)) leaveRemoved(cell);
  }

  /** A cell that is gone: what was being written in it is not. */
  function leaveRemoved(cell: string): void {
    results.delete(cell);
    const mine = drafts.get(cell);
    if (mine !== undefined && mine !== bases.get(cell) && mine.trim()) clashes.set(cell, { mine, isGone: true });
    dropDraft(cell);
    if (active.value === cell) active.value = null;
    if (selected.value === cell) selected.value = null;
    if (selection.value.delete(cell)) selection.value = new Set(selection.value);
  }

  function confirmed(answer: { revision: number; canUndo: boolean; canRedo: boolean }): void {
    revision.value = answer.revision;
    canUndo.value = answer.canUndo;
    canRedo.value = answer.canRedo;
    problem.value = "";
  }

  function refused(batch: Batch, reason: string, clash: boolean): void {
    for (const operation of batch.operations) {
      if (operation.op !== "edit" || !operation.cell || !operation.text?.trim()) continue;
      clashes.set(operation.cell, { mine: operation.text, isGone: !clash });
    }
    if (!clash) problem.value = reason;
    void outbox.whenEmpty().then(async () => {
      await reload();
      for (const [cell, held] of clashes) {
        const now = cellOf(cell);
        if (now && held.isGone) clashes.set(cell, { ...held, isGone: false });
        if (now && now.text === held.mine) clashes.delete(cell);
      }
    });
  }

  /** Ends a clash: with the text written here, or with the one that stands there now. */
  function settleClash(cell: string, keepMine: boolean): void {
    const clash = clashes.get(cell);
    clashes.delete(cell);
    if (!clash || !keepMine) return;
    if (clash.isGone) activate(insert(cells.value[cells.value.length - 1]?.id ?? null, "math", clash.mine), "end");
    else edit(cell, { text: clash.mine });
  }

  function differs(before: Line[] | undefined, after: Line[]): boolean {
    if (!before?.length || before.map((line) => line.source).join("\n") !== after.map((line) => line.source).join("\n")) return false; // the text itself is new
    if (before.some((line) => line.kind === "busy") || after.some((line) => line.busySince || line.waitsFor?.length)) return false;
    const shown = (lines: Line[]) => JSON.stringify(lines.map((line) => [line.exact?.text, line.error?.message, line.verdict]));
    return shown(before) !== shown(after);
  }

  /** Marks a cell for a moment: its result has changed. */
  function mark(cell: string): void {
    if (cell === active.value) return;
    changed.add(cell);
    setTimeout(() => changed.delete(cell), 1600);
  }

  // -- changes: shown at once, sent one after another ---------------------------------------------------------------

  function edit(cell: string, change: { text?: string; kind?: "math" | "note" }, group = ""): void {
    const was = bases.get(cell) ?? cellOf(cell)?.text;
    cells.value = cells.value.map((item) => (item.id === cell ? { ...item, ...change } : item));
    dropDraft(cell);
    outbox.push([{ op: "edit", cell, ...change, ...(change.text === undefined ? {} : { was }) }], group);
  }

  /** Several texts at once: one step of undo. */
  function editAll(texts: Map<string, string>): void {
    const operations = cells.value.filter((cell) => texts.has(cell.id)).map((cell): Operation => ({ op: "edit", cell: cell.id, text: texts.get(cell.id), was: cell.text }));
    cells.value = cells.value.map((cell) => (texts.has(cell.id) ? { ...cell, text: texts.get(cell.id) ?? "" } : cell));
    outbox.push(operations);
  }

  function insert(after: string | null, kind: "math" | "note" = "math", text = ""): string {
    const cell: CellData = { id: newId(), kind, text, display: {} };
    insertAll(after, [cell]);
    return cell.id;
  }

  function insertAll(after: string | null, made: CellData[]): void {
    const at = after === null ? 0 : cells.value.findIndex((item) => item.id === after) + 1;
    cells.value = [...cells.value.slice(0, at), ...made, ...cells.value.slice(at)];
    outbox.push(made.map((cell, index): Operation => ({ op: "insert", cell: cell.id, after: made[index - 1]?.id ?? after, kind: cell.kind, text: cell.text, display: cell.display })));
  }

  function remove(...gone: string[]): void {
    const at = cells.value.findIndex((item) => gone.includes(item.id));
    if (at < 0) return;
    const wasActive = active.value !== null && gone.includes(active.value);
    cells.value = cells.value.filter((item) => !gone.includes(item.id));
    gone.forEach((cell) => {
      dropDraft(cell);
      results.delete(cell);
    });
    outbox.push(gone.map((cell): Operation => ({ op: "remove", cell })));
    const next = cells.value[Math.max(0, at - 1)];
    if (wasActive) {
      active.value = null;
      activate(next?.id ?? null, "end");
    } else select(cells.value[at]?.id ?? next?.id ?? null);
  }

  /** Puts cells, kept in their order, after another one (first of all with null). */
  function place(moved: string[], after: string | null): void {
    const block = cells.value.filter((item) => moved.includes(item.id));
    const rest = cells.value.filter((item) => !moved.includes(item.id));
    const at = after === null ? 0 : rest.findIndex((item) => item.id === after) + 1;
    const next = [...rest.slice(0, at), ...block, ...rest.slice(at)];
    if (next.every((item, index) => item.id === cells.value[index]?.id)) return;
    cells.value = next;
    outbox.push(block.map((cell, index): Operation => ({ op: "move", cell: cell.id, after: block[index - 1]?.id ?? after })));
    void outbox.whenEmpty().then(() => refreshNames());
  }

  /** Cells with those that a folded heading among them hides, in page order. */
  function withHidden(chosen: Set<string>): string[] {
    return cells.value.filter((item) => chosen.has(item.id) || chosen.has(hiddenBy.value.get(item.id) ?? "")).map((item) => item.id);
  }

  /** Moves a cell, or the block of the selected ones, past its visible neighbour; what is folded away goes along. */
  function move(cell: string, by: -1 | 1): void {
    const chosen = selection.value.has(cell) ? selection.value : new Set([cell]);
    const shown = visible.value.map((item) => item.id);
    const at = shown.map((item, index) => (chosen.has(item) ? index : -1)).filter((index) => index >= 0);
    const past = shown[by < 0 ? Math.min(...at) - 1 : Math.max(...at) + 1];
    if (past === undefined) return;
    if (active.value) commit(active.value);
    const before = cells.value[cells.value.findIndex((item) => item.id === past) - 1]?.id ?? null;
    place(withHidden(chosen), by < 0 ? before : (withHidden(new Set([past])).pop() ?? past));
  }

  function duplicate(copied: string[]): void {
    if (active.value) commit(active.value);
    const block = cells.value.filter((item) => copied.includes(item.id)).map((item) => ({ ...item, id: newId(), display: { ...item.display } }));
    const last = [...cells.value].reverse().find((item) => copied.includes(item.id));
    if (!last || !block.length) return;
    insertAll(last.id, block);
    if (active.value) activate(block[0]?.id ?? null, "end");
    else selectOnly(block.map((item) => item.id));
  }

  function setDisplay(cell: string, display: Record<string, unknown>, group = ""): void {
    cells.value = cells.value.map((item) => (item.id === cell ? { ...item, display: { ...item.display, ...display } } : item));
    outbox.push([{ op: "display", cell, display }], group);
  }

  function choose(cell: string, line: number, form: string | null): void {
    setDisplay(cell, { [`line${line}`]: form });
  }

  function setConvention(changes: Conventions): void {
    conventions.value = { ...conventions.value, ...changes };
    outbox.push([{ op: "convention", changes }]);
  }

  /** The whole worksheet in one kind of answer: choices made for single lines give way to it. */
  function setResults(kind: string): void {
    const lineKeys = (item: CellData) => Object.keys(item.display).filter((key) => key.startsWith("line") && item.display[key] !== null);
    const chosen = cells.value.filter((item) => lineKeys(item).length);
    const cleared = new Map(chosen.map((item) => [item.id, Object.fromEntries(lineKeys(item).map((key) => [key, null]))]));
    conventions.value = { ...conventions.value, results: kind };
    cells.value = cells.value.map((item) => (cleared.has(item.id) ? { ...item, display: { ...item.display, ...cleared.get(item.id) } } : item));
    outbox.push([...[...cleared].map(([cell, display]): Operation => ({ op: "display", cell, display })), { op: "convention", changes: { results: kind } }]);
  }

  function rename(next: string): void {
    title.value = next;
    outbox.push([{ op: "title", title: next }]);
  }

  async function step(which: "undo" | "redo"): Promise<void> {
    if (active.value) commit(active.value);
    await outbox.whenEmpty();
    const request = { params: { path: { worksheet_id: id.value } }, body: { client: "" } };
    try {
      const { data } = which === "undo" ? await api.POST("/api/worksheets/{worksheet_id}/undo", request) : await api.POST("/api/worksheets/{worksheet_id}/redo", request);
      if (data) {
        canUndo.value = data.canUndo;
        canRedo.value = data.canRedo;
      }
    } catch {
      problem.value = "The server does not answer; nothing was undone.";
    }
  }

  /** Puts the cells of a text after a cell; they are selected once they have come. */
  async function paste(after: string | null, text: string): Promise<void> {
    await outbox.whenEmpty();
    const { data, error } = await api.POST("/api/worksheets/{worksheet_id}/paste", { params: { path: { worksheet_id: id.value } }, body: { after, markdown: text, client: "" } });
    if (!data) {
      problem.value = sentence(error);
      return;
    }
    await nextTick();
    selectOnly(data.cells);
  }

  /** Cells as Markdown, for the clipboard. */
  async function asMarkdown(copied: string[]): Promise<string> {
    if (active.value) commit(active.value);
    await outbox.whenEmpty();
    const { data } = await api.POST("/api/worksheets/{worksheet_id}/markdown", { params: { path: { worksheet_id: id.value } }, body: { cells: copied }, parseAs: "text" });
    return (data as string | undefined) ?? "";
  }

  async function stop(cell: string | null): Promise<void> {
    await api.POST("/api/worksheets/{worksheet_id}/stop", { params: { path: { worksheet_id: id.value } }, body: { cell } });
  }

  async function tryAgain(cell: string): Promise<void> {
    await api.POST("/api/worksheets/{worksheet_id}/again", { params: { path: { worksheet_id: id.value } }, body: { cell } });
  }

  // -- the cursor and the selection ---------------------------------------------------------------------------------

  function activate(cell: string | null, place: CaretPlace = "end"): void {
    if (active.value && active.value !== cell) commit(active.value);
    const heading = cell ? hiddenBy.value.get(cell) : undefined;
    if (heading) setDisplay(heading, { folded: null });
    caret.value = place;
    active.value = cell;
    selected.value = null;
    if (selection.value.size) selection.value = new Set();
    if (pointed.value.size) pointed.value = new Set();
    void refreshNames();
  }

  /** Selects one cell as a whole; with `grow` everything from where the selection began. */
  function select(cell: string | null, grow = false): void {
    if (active.value) {
      commit(active.value);
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
    void refreshNames();
  }

  function selectOnly(chosen: string[]): void {
    select(chosen[chosen.length - 1] ?? null);
    anchor = chosen[0] ?? null;
    selection.value = new Set(chosen);
  }

  function write(cell: string, text: string): void {
    if (!bases.has(cell)) bases.set(cell, cellOf(cell)?.text ?? "");
    drafts.set(cell, text);
    keepSoon();
  }

  function dropDraft(cell: string): void {
    drafts.delete(cell);
    bases.delete(cell);
    keepSoon();
  }

  /** Stores what stands in the editor of a cell, if it is something new. */
  function commit(cell: string): void {
    const draft = drafts.get(cell);
    const held = cellOf(cell);
    if (draft === undefined || !held) return;
    if (draft !== held.text) edit(cell, { text: draft });
    else dropDraft(cell);
  }

  function neighbour(cell: string, by: -1 | 1): string | null {
    const at = visible.value.findIndex((item) => item.id === cell);
    return visible.value[at + by]?.id ?? null;
  }

  /** Results come in bursts; the panel needs to follow only once. */
  const refreshNamesSoon = useDebounceFn(() => void refreshNames(), 120);

  async function refreshNames(): Promise<void> {
    if (!id.value || !loaded.value) return;
    const found = await namesAt(active.value ?? selected.value);
    if (!found) return;
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

  return {
    id, title, folder, revision, conventions, cells, visible, results, changed, canUndo, canRedo, active, caret, editor, names, letters, problem, missing, loaded,
    saved, connected, selected, selection, sought, waysAsked, pointed, drafts, clashes, numbers, busy, hiddenBy, foldedCounts,
    open, reload, close, keepNow, edit, editAll, insert, remove, move, place, duplicate, setDisplay, choose, setConvention, setResults, rename, step, paste, asMarkdown, withHidden,
    stop, tryAgain, settleClash, activate, select, selectOnly, write, commit, neighbour, namesAt, cellOf,
  };
});
