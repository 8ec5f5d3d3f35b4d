import { useWorksheet } from "../sheet/store";
import { copyRich } from "./copying";

/** What can be done with whole cells: with the one that is meant, or with all marked ones if it is among them. */
export function useCellActions() {
  const sheet = useWorksheet();

  /** The cells that are meant, with those that a folded heading among them hides. */
  function meant(cell: string): string[] {
    return sheet.withHidden(sheet.marked.has(cell) ? sheet.marked : new Set([cell]));
  }

  /** As Markdown, and for word processors as paragraphs with formulas. */
  async function copy(cell: string): Promise<void> {
    const cells = meant(cell);
    try {
      await copyRich(sheet.asText(cells, "md"), sheet.asText(cells, "html"));
    } catch {
      sheet.problem = "The browser does not let this page write to the clipboard.";
    }
  }

  async function copyAsLatex(cell: string): Promise<void> {
    try {
      await navigator.clipboard.writeText(await sheet.asText(meant(cell), "tex"));
    } catch {
      sheet.problem = "The browser does not let this page write to the clipboard.";
    }
  }

  async function cut(cell: string): Promise<void> {
    const cells = meant(cell);
    await copy(cell);
    sheet.remove(...cells);
  }

  function remove(cell: string): void {
    sheet.remove(...meant(cell));
  }

  function duplicate(cell: string): void {
    sheet.duplicate(meant(cell));
  }

  /** A copy of an earlier cell under the cursor, ready to change; an empty line there takes it up. */
  function writeAgain(cell: string): void {
    const text = sheet.cellOf(cell)?.text ?? "";
    const at = sheet.active ?? sheet.mark ?? sheet.cells[sheet.cells.length - 1]?.id ?? null;
    const here = sheet.cellOf(at);
    if (here && here.kind === "math" && !(sheet.drafts.get(here.id) ?? here.text).trim()) {
      sheet.edit(here.id, { text });
      sheet.activate(here.id, "end");
      sheet.editor?.focus();
    } else sheet.activate(sheet.insert(at, "math", text), "end");
  }

  function toggleHidden(cell: string): void {
    const hidden = sheet.cellOf(cell)?.display.hidden ? null : true;
    for (const id of meant(cell)) if (sheet.cellOf(id)?.kind === "math") sheet.setDisplay(id, { hidden });
  }

  function toggleFolded(cell: string): void {
    sheet.setDisplay(cell, { folded: sheet.cellOf(cell)?.display.folded ? null : true });
  }

  function turn(cell: string): void {
    sheet.edit(cell, { kind: sheet.cellOf(cell)?.kind === "math" ? "note" : "math" });
  }

  /** The line that a definition offers, its graph or its table; empty where it offers none. */
  function offer(cell: string, what: "graph" | "table"): string {
    return sheet.results.get(cell)?.map((line) => line.offers?.[what] ?? "").filter(Boolean).pop() ?? "";
  }

  /** To the graph of a cell; a definition with none gets one below. */
  function toGraph(cell: string): void {
    const plot = document.querySelector<SVGSVGElement>(`[data-slot="${cell}"] .plot`);
    if (plot) plot.focus();
    else addOffer(cell, "graph");
  }

  function addOffer(cell: string, what: "graph" | "table"): void {
    const text = offer(cell, what);
    if (text) sheet.addBelow(cell, text);
  }

  return { offer, toGraph, addOffer, meant, copy, copyAsLatex, cut, remove, duplicate, writeAgain, toggleHidden, toggleFolded, turn };
}
