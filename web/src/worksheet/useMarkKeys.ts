import { useEventListener } from "@vueuse/core";

import { headingLevel } from "../sheet/sections";
import { useWorksheet } from "../sheet/store";
import { areHere } from "../editor/later";
import { keepTyping } from "../shared/typedAhead";
import { altLetter, isInControl, isInDialog, isInText, slotOf, typesSomething } from "../shared/keyEvents";
import { useCellActions } from "./useCellActions";

/**
 * With no line open: the keys that move the mark and act on what it reaches over, and typing, which begins a line below it.
 * Hide, fold, graph and table act on the open line too.
 */
export function useMarkKeys(): void {
  const sheet = useWorksheet();
  const actions = useCellActions();

  /** The cell that a key means: where the focus is, else at the mark. */
  function meantBy(event: KeyboardEvent): string | null {
    return sheet.active ?? slotOf(event.target) ?? sheet.mark;
  }

  function goTo(cell: string, by: -1 | 1, grow: boolean): void {
    const next = sheet.neighbour(cell, by);
    if (next) sheet.putMark(next, grow);
  }

  const WITH_ALT: Record<string, (cell: string) => void> = {
    h: (cell) => actions.toggleHidden(cell),
    o: (cell) => {
      const held = sheet.cellOf(cell);
      if (held && headingLevel(held)) actions.toggleFolded(cell);
    },
    c: (cell) => actions.toGraph(cell),
    t: (cell) => actions.addOffer(cell, "table"),
  };

  const AT_MARK: Record<string, (cell: string) => unknown> = {
    Enter: (cell) => sheet.activate(cell, "end"),
    Delete: (cell) => actions.remove(cell),
    Escape: (cell) => sheet.putMark(cell),
    ArrowUp: (cell) => goTo(cell, -1, false),
    ArrowDown: (cell) => goTo(cell, 1, false),
    "Shift+ArrowUp": (cell) => goTo(cell, -1, true),
    "Shift+ArrowDown": (cell) => goTo(cell, 1, true),
    "Alt+Shift+ArrowUp": (cell) => sheet.move(cell, -1),
    "Alt+Shift+ArrowDown": (cell) => sheet.move(cell, 1),
    "Ctrl+d": (cell) => actions.duplicate(cell),
    "Ctrl+c": (cell) => actions.copy(cell),
    "Ctrl+x": (cell) => actions.cut(cell),
    "Ctrl+a": () => sheet.markOnly(sheet.visible.map((item) => item.id)),
  };

  /** The line in which a key that is typed with nothing open comes to stand. The key itself is left to the browser: the editor has the focus by then. */
  function beginLine(event: KeyboardEvent): void {
    if (sheet.editor) return sheet.editor.focus();
    if (!areHere()) keepTyping(event); // until its editor has come
    if (sheet.active) return;
    const at = slotOf(event.target) ?? sheet.mark ?? sheet.visible.at(-1)?.id ?? null;
    sheet.activate(sheet.freshLine(at), "end");
  }

  function pressed(event: KeyboardEvent): string {
    const command = event.ctrlKey || event.metaKey ? "Ctrl+" : "";
    return `${command}${event.altKey ? "Alt+" : ""}${event.shiftKey ? "Shift+" : ""}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`;
  }

  useEventListener(window, "keydown", (event: KeyboardEvent) => {
    if (event.defaultPrevented || !sheet.loaded || sheet.missing || isInDialog()) return;
    const letter = altLetter(event);
    const meant = meantBy(event);
    if (letter && WITH_ALT[letter] && meant) {
      WITH_ALT[letter](meant);
      return event.preventDefault();
    }
    if (isInText(event.target)) return;
    const isOnControl = isInControl(event.target);
    const act = isOnControl || sheet.active || !sheet.mark ? undefined : AT_MARK[pressed(event)];
    if (act && sheet.mark && !(pressed(event) === "Ctrl+c" && getSelection()?.toString())) {
      act(sheet.mark);
      return event.preventDefault();
    }
    if (!typesSomething(event) || (event.key === " " && isOnControl)) return;
    beginLine(event);
  });
}
