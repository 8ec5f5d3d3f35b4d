import { useEventListener } from "@vueuse/core";

import { useWorksheet } from "../sheet/store";
import { isInDialog, isInText } from "../shared/keyEvents";

/** What takes the focus for good when it is clicked: fields, a plot (which its keys then move), a list of choices. */
const KEEPS_FOCUS = "input:not([type=radio], [type=checkbox]), textarea, .cm-editor, .plot, [role=menu], [role=listbox], .el-popper, .number";

/** Whatever is clicked, the cursor is back in the line that is being written. */
export function useKeepsWriting(): void {
  const sheet = useWorksheet();

  // a button that does not take the focus leaves the cursor, and what is selected, where it was
  useEventListener(window, "mousedown", (event: MouseEvent) => {
    const target = event.target as Element;
    if (sheet.editor && target.closest("button, [role=tab], [role=button]") && !target.closest(KEEPS_FOCUS)) event.preventDefault();
  });

  useEventListener(window, "click", (event: MouseEvent) => requestAnimationFrame(() => {
    const focused = document.activeElement;
    const clicked = event.target as Element; // a menu gives the focus back itself, or to the dialog that it opens
    if (!sheet.editor || clicked.closest(KEEPS_FOCUS) || getSelection()?.toString() || isInText(focused) || focused?.closest(KEEPS_FOCUS) || isInDialog()) return;
    sheet.editor.focus();
  }));
}
