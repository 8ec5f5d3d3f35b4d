import { StateEffect, StateField, type Annotation, type ChangeDesc, type EditorState } from "@codemirror/state";
import { Decoration, EditorView } from "@codemirror/view";

/** A place in the text that is still to be filled, or was; the cursor goes from one to the next. `sample` is what it showed at first. */
export interface Gap {
  from: number;
  to: number;
  sample: string;
}

/** A pattern of the vocabulary: `{x^2 = 12}` is a gap that shows what could stand there. */
export function parsePattern(pattern: string): { text: string; gaps: Gap[] } {
  let text = "";
  const gaps: Gap[] = [];
  for (const part of pattern.split(/(\{[^}]*\})/)) {
    if (part.startsWith("{") && part.endsWith("}")) gaps.push({ from: text.length, to: text.length + part.length - 2, sample: part.slice(1, -1) });
    text += part.startsWith("{") && part.endsWith("}") ? part.slice(1, -1) : part;
  }
  return { text, gaps };
}

/** A pattern without the marks of its gaps. */
export function writtenOf(pattern: string): string {
  return parsePattern(pattern).text;
}

/**
 * A pattern as it goes into a line: what is selected fills its first gap, in brackets where it needs them; a pattern that begins
 * with a gap takes the expression that stands before the cursor for it.
 */
export function patternIn(pattern: string, before: string, selected: string): string {
  if (selected) {
    const bare = /^\{[^}]*\}\S/.test(pattern) && !/^[\w.]+$/.test(selected);
    return pattern.replace(/\{[^}]*\}/, () => (bare ? `(${selected})` : selected));
  }
  return /[\w)\]°'!%.Ͱ-Ͽ]$/.test(before) ? pattern.replace(/^\(?\{[^}]*\}\)?/, "") : pattern;
}

const setGaps = StateEffect.define<Gap[]>();

function mapped(gap: Gap, changes: ChangeDesc): Gap {
  return { ...gap, from: changes.mapPos(gap.from, -1), to: changes.mapPos(gap.to, 1) };
}

const gapField = StateField.define<Gap[]>({
  create: () => [],
  update(held, transaction) {
    let gaps = transaction.docChanged ? held.map((gap) => mapped(gap, transaction.changes)) : held;
    for (const effect of transaction.effects) if (effect.is(setGaps)) gaps = effect.value;
    return gaps;
  },
  provide: (field) =>
    EditorView.decorations.from(field, (gaps) => Decoration.set(gaps.filter((gap) => gap.to > gap.from).map((gap) => Decoration.mark({ class: "cm-gap" }).range(gap.from, gap.to)), true)),
});

/** The closing bracket of a pattern is typed over, as one that closed itself is. */
const overBracket = EditorView.inputHandler.of((view, from, to, input) => {
  if (input !== ")" || from !== to || view.state.sliceDoc(to, to + 1) !== ")" || !gapsIn(view.state).some((gap) => gap.to === to)) return false;
  view.dispatch({ selection: { anchor: to + 1 } });
  return true;
});

export const gaps = [gapField, overBracket];

function gapsIn(state: EditorState): Gap[] {
  return state.field(gapField, false) ?? [];
}

/** Writes a pattern over a part of the text and marks its first gap; gaps that were there live on. */
export function insertPattern(view: EditorView, pattern: string, from: number, to: number, annotations?: Annotation<unknown>): void {
  const { text, gaps: own } = parsePattern(pattern);
  const changes = view.state.changes({ from, to, insert: text });
  const outer = gapsIn(view.state).filter((gap) => gap.to < from || gap.from > to || (gap.from < from && gap.to > to));
  const kept = outer.map((gap) => mapped(gap, changes));
  const placed = own.map((gap) => ({ ...gap, from: from + gap.from, to: from + gap.to }));
  const first = placed[0];
  view.dispatch({
    changes, annotations, scrollIntoView: true, userEvent: "input.pattern",
    selection: first ? { anchor: first.from, head: first.to } : { anchor: from + text.length },
    effects: setGaps.of([...kept, ...placed].sort((a, b) => a.from - b.from)),
  });
}

/** What is selected to go into a pattern; a gap that still shows its sample is empty. */
export function selectedText(state: EditorState): string {
  const { from, to } = state.selection.main;
  const text = state.sliceDoc(from, to);
  return gapsIn(state).some((gap) => gap.from === from && gap.to === to && gap.sample === text) ? "" : text;
}

/** To the gap after, or before, the one with the cursor; false where there is none. */
export function toGap(view: EditorView, by: -1 | 1): boolean {
  const all = gapsIn(view.state);
  const { from, to } = view.state.selection.main;
  const here = all.findIndex((gap) => gap.from <= from && gap.to >= to);
  const next = here >= 0 ? here + by : by > 0 ? all.findIndex((gap) => gap.from >= to) : all.findLastIndex((gap) => gap.to <= from);
  if (!all[next]) return false;
  const held = all[here];
  if (held) withoutBrackets(view, held);
  const target = gapsIn(view.state)[next];
  if (target) view.dispatch({ selection: { anchor: target.from, head: target.to }, scrollIntoView: true });
  return true;
}

/** The writing goes on elsewhere: nothing is to be filled any more. */
export function leaveGaps(view: EditorView): void {
  const { from, to } = view.state.selection.main;
  const held = gapsIn(view.state).find((gap) => gap.from <= from && gap.to >= to);
  if (held) withoutBrackets(view, held);
  if (gapsIn(view.state).length) view.dispatch({ effects: setGaps.of([]) });
}

/** One letter or number needs no brackets of its own as an exponent, numerator or denominator. */
function withoutBrackets(view: EditorView, { from, to }: Gap): void {
  const at = (place: number) => view.state.sliceDoc(place, place + 1);
  if (at(from - 1) !== "(" || at(to) !== ")" || /[\w)\]'°!]/.test(at(from - 2)) || /[\w(]/.test(at(to + 1))) return;
  if (!/^(\d+(\.\d+)?|[A-Za-zͰ-Ͽ](_?\d+)?)$/.test(view.state.sliceDoc(from, to))) return;
  view.dispatch({ changes: [{ from: from - 1, to: from }, { from: to, to: to + 1 }] });
}
