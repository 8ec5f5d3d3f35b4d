import type { CellData, Operation } from "../shared/api/client";
import { newId } from "../shared/newId";
import type { useOutbox } from "./outbox";
import type { Cursor } from "./useCursor";
import type { Conventions, SheetState } from "./sheetState";

/** Changes to the worksheet: shown at once, sent one after another. `kept` is told whenever something that is being written changes. */
export function useChanges(state: SheetState, outbox: ReturnType<typeof useOutbox>, cursor: () => Cursor, told: { kept(): void; names(): void }) {
  const { active, bases, cellOf, cells, conventions, drafts, hiddenBy, marked, results, title, visible } = state;

  function edit(cell: string, change: { text?: string; kind?: "math" | "note" }, group = ""): void {
    const was = bases.get(cell) ?? cellOf(cell)?.text;
    cells.value = cells.value.map((item) => (item.id === cell ? { ...item, ...change } : item));
    dropDraft(cell);
    outbox.push([{ op: "edit", cell, ...change, ...(change.text === undefined ? {} : { was }) }], group || (was?.trim() ? "" : writingOf(cell)));
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

  /** An empty line to write in: below a cell, with null first of all. The one that is there already, if any. */
  function freshLine(after: string | null): string {
    const shown = visible.value;
    const below = shown[after === null ? 0 : shown.findIndex((item) => item.id === after) + 1];
    if (below && isBlank(below)) return below.id;
    const last = after === null ? null : (withHidden(new Set([after])).pop() ?? after);
    const cell: CellData = { id: newId(), kind: "math", text: "", display: {} };
    insertAll(last, [cell], writingOf(cell.id));
    return cell.id;
  }

  /** The same above a cell. */
  function freshLineAbove(cell: string): string {
    const above = visible.value[visible.value.findIndex((item) => item.id === cell) - 1];
    return above && isBlank(above) ? above.id : freshLine(above?.id ?? null);
  }

  /** Puts a line that was offered below a cell; the cursor stays in the line that is being written, if any. */
  function addBelow(cell: string, text: string): void {
    const added = insert(withHidden(new Set([cell])).pop() ?? cell, "math", text);
    if (!active.value) cursor().putMark(added);
  }

  function isBlank(cell: CellData): boolean {
    return cell.kind === "math" && !(drafts.get(cell.id) ?? cell.text).trim();
  }

  function insertAll(after: string | null, made: CellData[], group = ""): void {
    const at = after === null ? 0 : cells.value.findIndex((item) => item.id === after) + 1;
    cells.value = [...cells.value.slice(0, at), ...made, ...cells.value.slice(at)];
    outbox.push(made.map((cell, index): Operation => ({ op: "insert", cell: cell.id, after: made[index - 1]?.id ?? after, kind: cell.kind, text: cell.text, display: cell.display })), group);
  }

  /** A fresh line, its first text, and its going away when it stayed empty are one step of undo: the last of them is none. */
  function writingOf(cell: string): string {
    return `line ${cell}`;
  }

  /** Takes an empty cell off the page. One that held something before it was emptied comes back by undo. */
  function dropFresh(cell: string): void {
    const group = cellOf(cell)?.text.trim() ? "" : writingOf(cell);
    cells.value = cells.value.filter((item) => item.id !== cell);
    dropDraft(cell);
    results.delete(cell);
    outbox.push([{ op: "remove", cell }], group);
  }

  /** What stands in a math cell, also what is still being written in it, becomes a note. */
  function makeNote(cell: string): void {
    edit(cell, { kind: "note", text: drafts.get(cell) ?? cellOf(cell)?.text ?? "" });
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
      cursor().activate(next?.id ?? null, "end");
    } else if (!active.value) cursor().putMark(cells.value[at]?.id ?? next?.id ?? null);
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
    void outbox.whenEmpty().then(told.names);
  }

  /** Cells with those that a folded heading among them hides, in page order. */
  function withHidden(chosen: Set<string>): string[] {
    return cells.value.filter((item) => chosen.has(item.id) || chosen.has(hiddenBy.value.get(item.id) ?? "")).map((item) => item.id);
  }

  /** Moves a cell, or the block of the marked ones, past its visible neighbour; what is folded away goes along. */
  function move(cell: string, by: -1 | 1): void {
    const chosen = marked.value.has(cell) ? marked.value : new Set([cell]);
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
    if (active.value && copied.includes(active.value)) cursor().activate(block[0]?.id ?? null, "end");
    else if (!active.value) cursor().markOnly(block.map((item) => item.id));
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

  // -- what is being written ----------------------------------------------------------------------------------------

  function write(cell: string, text: string): void {
    if (!bases.has(cell)) bases.set(cell, cellOf(cell)?.text ?? "");
    drafts.set(cell, text);
    told.kept();
  }

  function dropDraft(cell: string): void {
    drafts.delete(cell);
    bases.delete(cell);
    told.kept();
  }

  /** Stores what stands in the editor of a cell, if it is something new. */
  function commit(cell: string): void {
    const draft = drafts.get(cell);
    const held = cellOf(cell);
    if (draft === undefined || !held) return;
    if (draft !== held.text) edit(cell, { text: draft });
    else dropDraft(cell);
  }

  return { edit, editAll, makeNote, insert, freshLine, freshLineAbove, addBelow, dropFresh, remove, place, withHidden, move, duplicate, setDisplay, choose, setConvention, setResults, rename, write, dropDraft, commit };
}
