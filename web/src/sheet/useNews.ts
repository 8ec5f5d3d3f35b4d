import type { CellData, Line } from "../shared/api/client";
import type { Batch } from "./kept";
import type { useOutbox } from "./outbox";
import type { WorksheetEvent } from "./useEvents";
import type { SheetState } from "./sheetState";

interface Does {
  client: string;
  outbox(): ReturnType<typeof useOutbox>;
  reload(): Promise<void>;
  dropDraft(cell: string): void;
  edit(cell: string, change: { text?: string }): void;
  insert(after: string | null, kind: "math" | "note", text: string): string;
  activate(cell: string | null, place: "end"): void;
  namesSoon(): void;
}

/** What the server says: results, changes from here and from other windows, confirmations and refusals. */
export function useNews(state: SheetState, does: Does) {
  const { active, bases, canRedo, canUndo, cellOf, cells, changed, clashes, conventions, drafts, missing, problem, mark: pageMark, marked, results, revision, strangers, title } = state;

  /**
   * Up to which change this window knows the worksheet, its cells and their order: answers and events come by two ways, and the event of an
   * earlier change may come after the answer to a later one. What it says of a cell is then no news.
   */
  const known = { all: -1, cells: new Map<string, number>(), order: -1 };

  /** All of the worksheet is known as it was after this change; -1 where nothing is. */
  function loadedAt(at: number): void {
    known.all = known.order = at;
    known.cells.clear();
  }

  function receive(event: WorksheetEvent): void {
    if (event.type === "results" || event.type === "hello") {
      const arrived = event.type === "results" ? event.cells : event.results;
      for (const [cell, lines] of Object.entries(arrived)) {
        if (event.type === "hello" && isSettled(results.get(cell), lines)) continue; // drawn already
        if (event.type === "results" && differs(results.get(cell), lines)) mark(cell);
        results.set(cell, lines);
      }
      does.namesSoon();
      if (event.type === "hello") state.trouble.value = event.trouble ?? "";
    } else if (event.type === "trouble") {
      state.trouble.value = event.sentence ?? "";
    } else if (event.type === "changed") {
      takeChange(event);
    } else if (event.type === "removed") {
      missing.value = true;
      problem.value = "This worksheet was removed in another window.";
    }
  }

  function takeChange(event: Extract<WorksheetEvent, { type: "changed" }>): void {
    const [client, batch] = event.client.split("/");
    const own = client === does.client ? Number(batch) : 0;
    if (event.revision <= known.all) return;
    const isNewest = event.revision >= revision.value;
    if (isNewest) {
      revision.value = event.revision;
      canUndo.value = event.canUndo;
      canRedo.value = event.canRedo;
    }
    if (isNewest && (!does.outbox().count.value || own === 0)) {
      title.value = event.title;
      // a new object would have every line drawn again
      if (JSON.stringify(conventions.value) !== JSON.stringify(event.conventions)) conventions.value = event.conventions;
    }
    const isNews = (cell: string) => !does.outbox().changesLater(cell, own) && event.revision >= (known.cells.get(cell) ?? 0);
    const news = new Map(event.cells.filter((cell) => isNews(cell.id)).map((cell) => [cell.id, cell]));
    const held = new Map(cells.value.map((cell) => [cell.id, cell]));
    if (!event.order && [...news.values()].every((cell) => isSame(held.get(cell.id), cell))) return; // our own change comes back: it is shown already
    if (event.order && (does.outbox().rearrangesLater(own) || event.revision < known.order)) {
      // a rearrangement of our own is on its way, or its event is, and the order comes with that
      for (const [cell, found] of news) if (!held.has(cell)) strangers.set(cell, found);
      cells.value = cells.value.map((cell) => news.get(cell.id) ?? cell);
      return;
    }
    const order = event.order ?? cells.value.map((cell) => cell.id);
    cells.value = order.flatMap((cell) => news.get(cell) ?? held.get(cell) ?? strangers.get(cell) ?? []);
    if (event.order) strangers.clear();
    const before = [...held.keys()];
    for (const [at, cell] of before.entries()) {
      if (order.includes(cell)) continue;
      const beside = before.slice(0, at).reverse().find((item) => order.includes(item)) ?? order[0] ?? null;
      leaveRemoved(cell, beside);
    }
  }

  /** Whether the very outcomes are known that have come. */
  function isSettled(before: Line[] | undefined, after: Line[]): boolean {
    return before?.length === after.length && after.every((line, index) => line.key && line.key === before[index]?.key && !line.busySince && !before[index]?.busySince);
  }

  function isSame(held: CellData | undefined, cell: CellData): boolean {
    return held?.text === cell.text && held.kind === cell.kind && JSON.stringify(held.display) === JSON.stringify(cell.display);
  }

  /** A cell that is gone: what was being written in it is not. The mark goes to the cell beside it. */
  function leaveRemoved(cell: string, beside: string | null = null): void {
    results.delete(cell);
    const mine = drafts.get(cell);
    if (mine !== undefined && mine !== bases.get(cell) && mine.trim()) clashes.set(cell, { mine, isGone: true });
    does.dropDraft(cell);
    const wasHere = active.value === cell || pageMark.value === cell;
    if (active.value === cell) active.value = null;
    if (marked.value.delete(cell)) marked.value = new Set(marked.value);
    if (!wasHere) return;
    pageMark.value = beside;
    if (beside && !marked.value.size) marked.value = new Set([beside]);
  }

  function confirmed(answer: { revision: number; canUndo: boolean; canRedo: boolean }, batch: Batch): void {
    for (const operation of batch.operations) {
      if ("cell" in operation) known.cells.set(operation.cell, answer.revision);
      if (["insert", "remove", "move"].includes(operation.op)) known.order = answer.revision;
    }
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
    void does.outbox().whenEmpty().then(async () => {
      await does.reload();
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
    if (clash.isGone) does.activate(does.insert(cells.value[cells.value.length - 1]?.id ?? null, "math", clash.mine), "end");
    else does.edit(cell, { text: clash.mine });
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

  return { loadedAt, receive, leaveRemoved, confirmed, refused, settleClash };
}
