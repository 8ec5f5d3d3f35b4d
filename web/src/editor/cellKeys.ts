import { acceptCompletion, closeCompletion, currentCompletions, selectedCompletion, startCompletion } from "@codemirror/autocomplete";
import { insertNewline, redo, redoDepth, undo, undoDepth } from "@codemirror/commands";
import type { EditorView, KeyBinding } from "@codemirror/view";
import { nextTick } from "vue";

import type { CellData } from "../shared/api/client";
import { isInDialog } from "../shared/keyEvents";
import { preferences } from "../shared/preferences";
import { goToDefinition, pointOutUses } from "../sheet/namesAtCursor";
import { showHelp } from "../sheet/panel";
import type { useWorksheet } from "../sheet/store";
import { leaveGaps, toGap } from "./gaps";
import { useNudge } from "./useNudge";
import { wordAt, wordOrSignAt } from "./places";

type Sheet = ReturnType<typeof useWorksheet>;

/** The keys of any open cell: notes and mathematics go by the same ones. Its own undo comes first; when nothing is left there, the worksheet's. */
export function openCellKeys(cell: CellData, sheet: Sheet): KeyBinding[] {
  const atEdge = (view: EditorView, by: -1 | 1) => !isListOpen(view) && isEdgeRow(view, by);
  const enter = (view: EditorView) => takesMarked(view) || goOn(view, cell, sheet);
  const anotherLine = (view: EditorView) => takesMarked(view) || !view.state.doc.toString().trim() || insertNewline(view);
  const linesFirst = () => preferences.value.enter === "line";

  return [
    { key: "Enter", run: (view) => (linesFirst() ? anotherLine : enter)(view), shift: (view) => (linesFirst() ? enter : anotherLine)(view) },
    { key: "Mod-Enter", run: () => true }, // nothing by accident: the editor's own meaning would be a blank line
    { key: "Escape", run: (view) => leaveLine(view, cell, sheet) },
    { key: "ArrowUp", run: (view) => atEdge(view, -1) && goTo(cell, sheet, -1) },
    { key: "ArrowDown", run: (view) => atEdge(view, 1) && goTo(cell, sheet, 1) },
    { key: "Alt-Shift-ArrowUp", run: (view) => moved(view, cell, sheet, -1) },
    { key: "Alt-Shift-ArrowDown", run: (view) => moved(view, cell, sheet, 1) },
    { key: "Mod-d", run: () => (sheet.duplicate([cell.id]), true), preventDefault: true },
    { key: "Mod-z", run: (view) => (undoDepth(view.state) ? undo(view) : (void sheet.step("undo"), true)) },
    { key: "Mod-y", mac: "Mod-Shift-z", run: (view) => (redoDepth(view.state) ? redo(view) : (void sheet.step("redo"), true)) },
  ];
}

/** The keys of an open math cell. */
export function mathKeys(cell: CellData, sheet: Sheet): KeyBinding[] {
  const { nudge } = useNudge();

  function nudgeHere(view: EditorView, by: number): boolean {
    const moved = nudge(cell.id, view.state.doc.toString(), view.state.selection.main.head, by);
    if (!moved) return false;
    sheet.write(cell.id, moved.text);
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: moved.text }, selection: { anchor: moved.to } });
    return true;
  }

  return [
    ...openCellKeys(cell, sheet),
    { key: "Tab", run: (view) => takesMarked(view) || toGap(view, 1) || acceptOffered(view) || toLineEnd(view) },
    { key: "Shift-Tab", run: (view) => toGap(view, -1) },
    { key: "Ctrl-Space", run: startCompletion },
    { key: "Alt-ArrowUp", run: (view) => nudgeHere(view, 1) },
    { key: "Alt-ArrowDown", run: (view) => nudgeHere(view, -1) },
    { key: "F1", run: (view) => (showHelp(wordOrSignAt(view.state)), true), preventDefault: true },
    { key: "Alt-g", run: (view) => (void goToDefinition(sheet, wordAt(view.state)), true) },
    { key: "Alt-u", run: (view) => (void pointOutUses(sheet, wordAt(view.state)), true) },
    { key: "Backspace", run: (view) => (view.state.doc.length === 0 && sheet.cells.length > 1 ? (backToAbove(cell, sheet), true) : false) },
  ];
}

/** Escape closes what stands in front first: a list, or a dialog that has not yet taken the focus and closes itself. */
function leaveLine(view: EditorView, cell: CellData, sheet: Sheet): boolean {
  if ((isListOpen(view) && closeCompletion(view)) || isInDialog()) return true;
  sheet.putMark(cell.id);
  return true;
}

/** Whether completions are shown; one that is only being looked for must not change what a key does. */
function isListOpen(view: EditorView): boolean {
  return currentCompletions(view.state).length > 0;
}

/** Whether the cursor is in the first or last row as it is seen, long lines being wrapped. */
function isEdgeRow(view: EditorView, by: -1 | 1): boolean {
  const row = (at: number) => view.coordsAtPos(at)?.top ?? 0;
  return Math.abs(row(view.state.selection.main.head) - row(by < 0 ? 0 : view.state.doc.length)) < 2;
}

/** What is marked in the list is taken, also in a gap. */
function takesMarked(view: EditorView): boolean {
  return isListOpen(view) && selectedCompletion(view.state) !== null && acceptCompletion(view);
}

/** With the list open Tab takes what is marked in it, or its first. */
function acceptOffered(view: EditorView): boolean {
  return isListOpen(view) && acceptCompletion(view);
}

/** After the last gap, Tab goes to the end of the line; from there it leaves the cell, as it leaves any field. */
function toLineEnd(view: EditorView): boolean {
  const { head, empty } = view.state.selection.main;
  if (empty && head === view.state.doc.lineAt(head).to) return false;
  leaveGaps(view);
  view.dispatch({ selection: { anchor: view.state.doc.lineAt(view.state.selection.main.head).to } });
  return true;
}

/** Works the cell out and gives a fresh line below it, from its very beginning above it; an empty cell stays as it is. */
function goOn(view: EditorView, cell: CellData, sheet: Sheet): boolean {
  const { doc, selection } = view.state;
  if (!doc.toString().trim()) return true;
  sheet.commit(cell.id);
  const isAtBeginning = selection.main.empty && selection.main.head === 0;
  sheet.activate(isAtBeginning ? sheet.freshLineAbove(cell.id) : sheet.freshLine(cell.id), "end");
  return true;
}

/** Backspace in an empty line takes it away, and the writing goes on at the end of the one above. */
function backToAbove(cell: CellData, sheet: Sheet): void {
  const above = sheet.neighbour(cell.id, -1);
  sheet.activate(above ?? sheet.neighbour(cell.id, 1), above ? "end" : "start");
}

/** Moving a cell takes its place in the document along, and with it the focus: it is given back. */
function moved(view: EditorView, cell: CellData, sheet: Sheet, by: -1 | 1): boolean {
  sheet.move(cell.id, by);
  void nextTick(() => view.focus());
  return true;
}

/** To the end of the next line up or down; at the last line of the page nothing happens. */
function goTo(cell: CellData, sheet: Sheet, by: -1 | 1): boolean {
  const next = sheet.neighbour(cell.id, by);
  if (next) sheet.activate(next, by > 0 ? "firstEnd" : "end");
  return true;
}
