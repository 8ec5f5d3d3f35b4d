import { useEventListener } from "@vueuse/core";

import { enlarge } from "../shared/preferences";
import { panelOpen, showHelp, showPanel } from "../sheet/panel";
import { useWorksheet } from "../sheet/store";
import { altLetter, isInDialog, isInText } from "../shared/keyEvents";
import { useKindSwitch } from "./useKindSwitch";

interface Opens {
  keys(): void;
  find(withReplace: boolean): void;
  writeAgain(): void;
  print(): void;
}

/** The keys that work anywhere on the worksheet's screen. */
export function usePageKeys(opens: Opens) {
  const sheet = useWorksheet();
  const { switchLine, switchAll } = useKindSwitch();

  function showWays(): void {
    const cell = sheet.active ?? sheet.mark;
    if (!cell) return;
    sheet.putMark(cell);
    sheet.waysAsked = cell;
  }

  /** To the panel, and from it back to the line. */
  function toPanel(): void {
    const panel = document.querySelector<HTMLElement>("#panel-body");
    if (panel?.closest("aside")?.contains(document.activeElement)) return sheet.backToWriting();
    if (!panelOpen.value) showPanel("names");
    requestAnimationFrame(() => document.querySelector<HTMLElement>(".panel [role=tab][aria-selected=true]")?.focus());
  }

  const WITH_ALT: Record<string, () => void> = {
    w: opens.writeAgain,
    i: showWays,
    s: () => void sheet.stop(null),
    n: toPanel,
  };

  /** Ctrl + . and Alt + ., with Shift for the whole worksheet, whatever sign Shift makes of the key; where the point itself needs Shift it is the line's. */
  function isPoint(event: KeyboardEvent): boolean {
    const held = event.ctrlKey || event.metaKey || (event.altKey && !event.getModifierState("AltGraph"));
    return held && (event.key === "." || (event.shiftKey && event.code === "Period"));
  }

  useEventListener(window, "keydown", (event: KeyboardEvent) => {
    if (event.defaultPrevented || isInDialog()) return; // the cell has done it, or a dialog has its own keys
    const inText = isInText(event.target);
    const command = (event.ctrlKey || event.metaKey) && !event.altKey;
    const alt = event.altKey && !event.ctrlKey && !event.metaKey;
    const key = event.key.toLowerCase();
    const letter = altLetter(event);
    if (isPoint(event)) (event.shiftKey && event.code === "Period" ? switchAll : switchLine)();
    else if (command && key === "f") opens.find(false);
    else if (command && key === "h") opens.find(true);
    else if (command && key === "p" && !event.shiftKey) opens.print();
    else if (command && !inText && key === "z") void sheet.step(event.shiftKey ? "redo" : "undo");
    else if (command && !inText && key === "y") void sheet.step("redo");
    else if (letter && WITH_ALT[letter]) WITH_ALT[letter]();
    else if (alt && (key === "+" || key === "=")) enlarge(1);
    else if (alt && key === "-") enlarge(-1);
    else if (event.key === "F1") (command ? opens.keys : () => showHelp(""))();
    else return;
    event.preventDefault();
  });

  // what is pasted with no line open comes below the mark, or at the end of the page
  useEventListener(document, "paste", (event: ClipboardEvent) => {
    const text = event.clipboardData?.getData("text/plain") ?? "";
    if (!sheet.loaded || !text.trim() || isInText(event.target) || isInDialog()) return;
    event.preventDefault();
    void sheet.paste(sheet.active ?? sheet.mark ?? sheet.visible.at(-1)?.id ?? null, text);
  });
}
