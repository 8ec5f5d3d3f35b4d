import type { EditorState } from "@codemirror/state";

import type { CaretPlace } from "../sheet/store";
import { wordIn } from "../sheet/words";

/** Where the cursor, or the selection, of an opened cell stands. */
export function selectionAt(caret: CaretPlace, text: string): { anchor: number; head?: number } {
  const length = text.length;
  if (caret === "start") return { anchor: 0 };
  if (caret === "firstEnd") return { anchor: (text + "\n").indexOf("\n") };
  if (caret === "end") return { anchor: length };
  if (typeof caret === "number") return { anchor: Math.min(caret, length) };
  return { anchor: Math.min(caret.from, length), head: Math.min(caret.to, length) };
}

/** The word under the cursor, or just before it. */
export function wordAt(state: EditorState): string {
  return wordIn(state.doc.toString(), state.selection.main.head);
}

/** The word at the cursor; where there is none, the sign before it, or behind it. */
export function wordOrSignAt(state: EditorState): string {
  const word = wordAt(state);
  if (word) return word;
  const text = state.doc.toString();
  const head = state.selection.main.head;
  const before = /(?:[<=>]+|->|\/\/|\S)$/.exec(text.slice(0, head).trimEnd())?.[0] ?? "";
  return before || (/^(?:[<=>]+|->|\/\/|\S)/.exec(text.slice(head).trimStart())?.[0] ?? "");
}
