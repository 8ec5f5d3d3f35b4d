import { closeBrackets, closeBracketsKeymap } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { bracketMatching } from "@codemirror/language";
import { Annotation, EditorState, Prec } from "@codemirror/state";
import { drawSelection, EditorView, keymap } from "@codemirror/view";

import type { CellData } from "../shared/api/client";
import { loadVocabulary } from "../shared/vocabulary";
import type { EditorHandle, useWorksheet } from "../sheet/store";
import { mathKeys } from "./cellKeys";
import { completion } from "./completion";
import { cursorReturns } from "./cursorReturns";
import { errorMarks } from "./errorMarks";
import { gaps, insertPattern, patternIn, selectedText } from "./gaps";
import { inTheLanguage, notationIn, OURS } from "./notation";
import { selectionAt, wordAt } from "./places";
import { editorTheme } from "./theme";

type Sheet = ReturnType<typeof useWorksheet>;

/** A text that came from elsewhere: it is no typing. */
const fromElsewhere = Annotation.define<boolean>();

export interface OpenEditor extends EditorHandle {
  view: EditorView;
  destroy(): void;
  /** As if it were typed. */
  insert(text: string): void;
  /** Takes over a text that came from elsewhere, unless something is being written here. */
  replace(text: string): void;
}

/** The plain-text editor of a cell with the keys of the worksheet. */
export function mathEditor(host: HTMLElement, cell: CellData, sheet: Sheet, told: { typed(text: string): void; selected(part: string): void }): OpenEditor {
  void loadVocabulary();
  const text = sheet.drafts.get(cell.id) ?? cell.text;
  const view = new EditorView({
    parent: host,
    state: EditorState.create({
      doc: text,
      selection: selectionAt(sheet.caret, text),
      extensions: [
        Prec.highest(keymap.of(mathKeys(cell, sheet))),
        history(),
        drawSelection(),
        bracketMatching({ brackets: "()[]" }),
        gaps,
        closeBrackets(),
        EditorState.languageData.of(() => [{ closeBrackets: { brackets: ["(", "["] } }]),
        completion(sheet),
        errorMarks,
        keymap.of([...closeBracketsKeymap, ...historyKeymap, ...defaultKeymap]),
        EditorView.lineWrapping,
        EditorView.contentAttributes.of({ "aria-label": "Mathematics", spellcheck: "false", autocapitalize: "off", autocorrect: "off", enterkeyhint: "done" }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged && !update.transactions.some((transaction) => transaction.annotation(fromElsewhere))) told.typed(update.state.doc.toString());
          const { from, to } = update.state.selection.main;
          if (update.selectionSet || update.docChanged) told.selected(to - from < update.state.doc.length ? selectedText(update.state) : "");
        }),
        EditorView.domEventHandlers({ paste: (event, editor) => pasteCells(event, editor, cell, sheet) }),
        cursorReturns,
        EditorView.inputHandler.of((editor, _from, _to, input) => spaceMakesNote(editor, input, cell, sheet) || stepGoesOn(editor, input, cell, sheet)),
        editorTheme,
      ],
    }),
  });
  view.focus(); // at once: the next key belongs to this cell
  return {
    view,
    destroy: () => view.destroy(),
    focus: () => view.focus(),
    insertPattern: (pattern) => {
      const { from, to } = view.state.selection.main;
      insertPattern(view, patternIn(pattern, view.state.sliceDoc(view.state.doc.lineAt(from).from, from), selectedText(view.state)), from, to);
      view.focus();
    },
    wordAtCursor: () => wordAt(view.state),
    insert: (typed) => typed && view.dispatch(view.state.replaceSelection(typed)),
    replace: (next) => {
      if (view.state.doc.toString() === next || sheet.drafts.has(cell.id)) return;
      // into an empty cell a text comes to be gone on with
      const head = view.state.doc.length ? Math.min(view.state.selection.main.head, next.length) : next.length;
      view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: next }, selection: { anchor: head }, annotations: fromElsewhere.of(true) });
    },
  };
}

/** A space in an empty cell turns it into a note: mathematics never begins with one. */
function spaceMakesNote(view: EditorView, input: string, cell: CellData, sheet: Sheet): boolean {
  if (view.state.doc.length > 0 || (input !== " " && input !== "#")) return false;
  sheet.caret = "end";
  sheet.edit(cell.id, { kind: "note", text: input === "#" ? "#" : "" });
  return true;
}

/** With what a step begins; the signs of one character are known as steps at once. */
const STEP_BEGINS = ["=", "<=>", "⇔", "⇒"];

/** A step typed into an empty cell goes on from the cell above, as on paper: it becomes a line of that cell. */
function stepGoesOn(view: EditorView, input: string, cell: CellData, sheet: Sheet): boolean {
  const begun = view.state.doc.toString() + input;
  if (!STEP_BEGINS.includes(begun)) return false;
  const above = sheet.cellOf(sheet.neighbour(cell.id, -1));
  if (above?.kind !== "math" || !above.text.trim()) return false;
  sheet.write(above.id, `${above.text.trimEnd()}\n${begun}`);
  sheet.remove(cell.id); // the cursor goes to the one above
  return true;
}

/** Cells that are pasted into a cell come after it; mathematics from elsewhere goes into it as lines of the language, any other text as it is. */
function pasteCells(event: ClipboardEvent, view: EditorView, cell: CellData, sheet: Sheet): boolean {
  const text = event.clipboardData?.getData("text/plain") ?? "";
  const html = event.clipboardData?.getData("text/html") ?? "";
  const isCells = /^(```+|~~~+)\s*slate\s*$/m.test(text);
  const elsewhere = isCells ? "" : notationIn(html.includes(OURS) ? "" : html, text);
  if (elsewhere) {
    event.preventDefault();
    void inTheLanguage(elsewhere).then((written) => {
      view.dispatch(view.state.replaceSelection(written || text), { scrollIntoView: true });
      view.focus();
    });
    return true;
  }
  if (!isCells) return false;
  event.preventDefault();
  sheet.commit(cell.id);
  void sheet.paste(cell.id, text);
  return true;
}
