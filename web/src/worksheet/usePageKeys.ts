import { useEventListener } from "@vueuse/core";

import { enlarge } from "../shared/preferences";
import { panelOpen, showHelp, showPanel } from "../sheet/panel";
import { otherKind } from "../lines/shown";
import { useWorksheet } from "../sheet/store";

interface Opens {
  keys(): void;
  find(withReplace: boolean): void;
  writeAgain(): void;
}

/** The keys that work anywhere on the worksheet's screen. */
export function usePageKeys(opens: Opens) {
  const sheet = useWorksheet();

  /** The lines of the cell with the cursor: exact, or decimal. */
  function switchLine(): void {
    const cell = sheet.active ?? sheet.selected;
    const lines = cell ? sheet.results.get(cell) : undefined;
    if (!cell || !lines) return;
    sheet.commit(cell);
    const display = sheet.cellOf(cell)?.display ?? {};
    const chosen = lines.flatMap((line, index) => {
      const other = otherKind(line, display[`line${index}`] as string | undefined, sheet.conventions.results ?? "exact");
      return other ? [[`line${index}`, other]] : [];
    });
    if (chosen.length) sheet.setDisplay(cell, Object.fromEntries(chosen));
  }

  function switchAll(): void {
    sheet.setResults(sheet.conventions.results === "decimal" ? "exact" : "decimal");
  }

  function showWays(): void {
    const cell = sheet.active ?? sheet.selected;
    if (!cell) return;
    sheet.select(cell);
    sheet.waysAsked = cell;
  }

  /** To the panel, and from it back to the line. */
  function toPanel(): void {
    const panel = document.querySelector<HTMLElement>("#panel-body");
    if (panel?.closest("aside")?.contains(document.activeElement)) {
      if (sheet.editor) sheet.editor.focus();
      else document.querySelector<HTMLElement>(`[data-slot="${sheet.selected}"]`)?.focus();
      return;
    }
    if (!panelOpen.value) showPanel("names");
    requestAnimationFrame(() => document.querySelector<HTMLElement>(".panel [role=tab][aria-selected=true]")?.focus());
  }

  useEventListener(window, "keydown", (event: KeyboardEvent) => {
    if (event.defaultPrevented) return; // the cell has done it
    const target = event.target as HTMLElement;
    const inText = target.closest("input, textarea, select, .cm-editor");
    if ([...document.querySelectorAll(".el-overlay-dialog")].some((dialog) => dialog.getClientRects().length)) return; // a dialog has its own keys
    const command = (event.ctrlKey || event.metaKey) && !event.altKey;
    const alt = event.altKey && !event.ctrlKey && !event.metaKey;
    const key = event.key.toLowerCase();
    if (command && (event.key === "." || event.code === "Period")) (event.shiftKey ? switchAll : switchLine)();
    else if (command && key === "f") opens.find(false);
    else if (command && key === "h") opens.find(true);
    else if (command && !inText && key === "z") void sheet.step(event.shiftKey ? "redo" : "undo");
    else if (command && !inText && key === "y") void sheet.step("redo");
    else if (alt && event.code === "KeyW") opens.writeAgain();
    else if (alt && event.code === "KeyI") showWays();
    else if (alt && event.code === "KeyS") void sheet.stop(null);
    else if (alt && event.code === "KeyN") toPanel();
    else if (alt && (key === "+" || key === "=")) enlarge(1);
    else if (alt && key === "-") enlarge(-1);
    else if (event.key === "F1") showHelp("");
    else if (!inText && event.key === "?") opens.keys();
    else return;
    event.preventDefault();
  });

  // what is pasted while a cell is selected as a whole comes after it
  useEventListener(document, "paste", (event: ClipboardEvent) => {
    const target = event.target as HTMLElement;
    const text = event.clipboardData?.getData("text/plain") ?? "";
    if (!sheet.selected || !text.trim() || target.closest("input, textarea, select, .cm-editor")) return;
    event.preventDefault();
    void sheet.paste(sheet.selected, text);
  });
}
