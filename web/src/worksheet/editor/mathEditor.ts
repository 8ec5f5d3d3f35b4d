import { acceptCompletion, closeBrackets, closeBracketsKeymap, completionStatus, nextSnippetField, prevSnippetField, selectedCompletion } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, insertNewline, undoDepth } from "@codemirror/commands";
import { bracketMatching } from "@codemirror/language";
import { EditorState, Prec } from "@codemirror/state";
import { drawSelection, EditorView, keymap } from "@codemirror/view";

import { nextTick } from "vue";

import type { CellData } from "../../shared/api/client";
import type { useWorksheet } from "../store";
import { completion, loadVocabulary } from "./completion";
import { editorTheme } from "./theme";

type Sheet = ReturnType<typeof useWorksheet>;

export interface OpenEditor {
  destroy(): void;
  /** Takes over a text that came from elsewhere, unless it is the one that stands here already. */
  replace(text: string): void;
}

/** The plain-text editor of a cell with the keys of the worksheet. */
export function mathEditor(host: HTMLElement, cell: CellData, sheet: Sheet, typed: (text: string) => void): OpenEditor {
  void loadVocabulary();
  const text = sheet.drafts.get(cell.id) ?? cell.text;
  const place = sheet.caret === "start" ? 0 : sheet.caret === "end" ? text.length : Math.min(sheet.caret, text.length);
  const view = new EditorView({
    parent: host,
    state: EditorState.create({
      doc: text,
      selection: { anchor: place },
      extensions: [
        Prec.highest(keymap.of(cellKeys(cell, sheet))),
        history(),
        drawSelection(),
        bracketMatching({ brackets: "()[]" }),
        closeBrackets(),
        EditorState.languageData.of(() => [{ closeBrackets: { brackets: ["(", "["] } }]),
        completion(sheet),
        keymap.of([...closeBracketsKeymap, ...historyKeymap, ...defaultKeymap]),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ "aria-label": `Cell ${sheet.numbers.get(cell.id) ?? ""}, mathematics`, spellcheck: "false", autocapitalize: "off", autocorrect: "off", enterkeyhint: "done" }),
        EditorView.updateListener.of((update) => update.docChanged && typed(update.state.doc.toString())),
        EditorView.domEventHandlers({ paste: (event) => pasteCells(event, cell, sheet) }),
        EditorView.inputHandler.of((editor, _from, _to, input) => spaceMakesNote(editor, input, cell, sheet)),
        editorTheme,
      ],
    }),
  });
  requestAnimationFrame(() => {
    view.focus();
    host.scrollIntoView({ block: "nearest" });
  });
  return {
    destroy: () => view.destroy(),
    replace: (next) => {
      if (view.state.doc.toString() !== next && !sheet.drafts.has(cell.id)) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: next } });
    },
  };
}

/** A space in an empty cell turns it into a note: mathematics never begins with one. */
function spaceMakesNote(view: EditorView, input: string, cell: CellData, sheet: Sheet): boolean {
  if (view.state.doc.length > 0 || (input !== " " && input !== "#")) return false;
  sheet.drafts.delete(cell.id);
  sheet.caret = "end";
  sheet.edit(cell.id, { kind: "note", text: input === "#" ? "# " : "" });
  return true;
}

function pasteCells(event: ClipboardEvent, cell: CellData, sheet: Sheet): boolean {
  const text = event.clipboardData?.getData("text/plain") ?? "";
  if (!/^(```+|~~~+)\s*slate\s*$/m.test(text)) return false;
  event.preventDefault();
  sheet.commit(cell.id);
  void sheet.paste(cell.id, text);
  return true;
}

/** Works the cell out and goes on to the next one, which is made at the end of the page. */
function goOn(cell: CellData, sheet: Sheet): boolean {
  sheet.commit(cell.id);
  const next = sheet.neighbour(cell.id, 1);
  sheet.activate(next ?? sheet.insert(cell.id), "end");
  return true;
}

function cellKeys(cell: CellData, sheet: Sheet) {
  const atFirstLine = (view: EditorView) => view.state.doc.lineAt(view.state.selection.main.head).number === 1;
  const atLastLine = (view: EditorView) => view.state.doc.lineAt(view.state.selection.main.head).number === view.state.doc.lines;
  return [
    { key: "Enter", run: (view: EditorView) => (completionStatus(view.state) === "active" && selectedCompletion(view.state) ? acceptCompletion(view) : goOn(cell, sheet)) },
    { key: "Shift-Enter", run: () => (sheet.commit(cell.id), true) },
    { key: "Mod-Enter", run: insertNewline },
    { key: "Alt-Enter", run: () => (sheet.commit(cell.id), sheet.activate(sheet.insert(cell.id), "end"), true) },
    { key: "Tab", run: (view: EditorView) => nextSnippetField(view) || acceptCompletion(view) },
    { key: "Shift-Tab", run: prevSnippetField },
    { key: "Escape", run: (view: EditorView) => (completionStatus(view.state) === "active" ? false : (leave(cell, sheet), true)) },
    { key: "ArrowUp", run: (view: EditorView) => (completionStatus(view.state) === "active" || !atFirstLine(view) ? false : goTo(cell, sheet, -1)) },
    { key: "ArrowDown", run: (view: EditorView) => (completionStatus(view.state) === "active" || !atLastLine(view) ? false : goTo(cell, sheet, 1)) },
    { key: "Alt-Shift-ArrowUp", run: (view: EditorView) => moved(view, cell, sheet, -1) },
    { key: "Alt-Shift-ArrowDown", run: (view: EditorView) => moved(view, cell, sheet, 1) },
    { key: "Backspace", run: (view: EditorView) => (view.state.doc.length === 0 && sheet.cells.length > 1 ? (sheet.remove(cell.id), true) : false) },
    { key: "Mod-z", run: (view: EditorView) => (undoDepth(view.state) ? false : (void sheet.step("undo"), true)) },
  ];
}

/** Moving a cell takes its place in the document along, and with it the focus: it is given back. */
function moved(view: EditorView, cell: CellData, sheet: Sheet, by: -1 | 1): boolean {
  sheet.move(cell.id, by);
  void nextTick(() => view.focus());
  return true;
}

function goTo(cell: CellData, sheet: Sheet, by: -1 | 1): boolean {
  const next = sheet.neighbour(cell.id, by);
  if (!next) return true;
  sheet.activate(next, by > 0 ? "start" : "end");
  return true;
}

function leave(cell: CellData, sheet: Sheet): void {
  sheet.commit(cell.id);
  sheet.activate(null);
  sheet.selected = cell.id;
}
