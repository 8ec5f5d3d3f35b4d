import { StateEffect, StateField } from "@codemirror/state";
import { Decoration, EditorView, type DecorationSet } from "@codemirror/view";

interface Place {
  from: number;
  to: number;
}

const setErrors = StateEffect.define<Place[]>();
const mark = Decoration.mark({ class: "cm-error-place" });

/** Underlines the places of errors in the text; they move along while it is edited. */
export const errorMarks = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, transaction) {
    let next = marks.map(transaction.changes);
    for (const effect of transaction.effects) {
      if (!effect.is(setErrors)) continue;
      const length = transaction.state.doc.length;
      const places = effect.value.map(({ from, to }) => ({ from: Math.min(from, length), to: Math.min(Math.max(to, from + 1), length) })).filter(({ from, to }) => from < to);
      next = Decoration.set(places.map(({ from, to }) => mark.range(from, to)), true);
    }
    return next;
  },
  provide: (field) => EditorView.decorations.from(field),
});

export function showErrors(view: EditorView, places: Place[]): void {
  view.dispatch({ effects: setErrors.of(places) });
}
