/** What a key press means on the page, whatever the keyboard. */

/** Alt with a letter, as the letter; empty where Alt types a sign on this keyboard, or another modifier is held. */
export function altLetter(event: KeyboardEvent): string {
  if (!event.altKey || event.ctrlKey || event.metaKey || event.shiftKey || event.getModifierState("AltGraph")) return "";
  const letter = event.code.startsWith("Key") ? event.code.slice(3).toLowerCase() : "";
  const typed = event.key.toLowerCase();
  return /^[a-z]$/.test(typed) ? typed : typed === "unidentified" ? letter : "";
}

/** Whether the key writes a character: also one that only begins one (dead keys, input methods). */
export function typesSomething(event: KeyboardEvent): boolean {
  if (event.key === "Dead" || event.key === "Process") return true;
  if (event.key.length !== 1) return false;
  return event.getModifierState("AltGraph") || (!event.ctrlKey && !event.metaKey && (!event.altKey || !/^[a-z0-9]$/i.test(event.key)));
}

export function isInText(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest("input:not([type=radio], [type=checkbox]), textarea, .cm-editor") !== null;
}

/** Whether the focus is on something with keys of its own: then Enter, Space, Delete and the arrows are for that. */
export function isInControl(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest("button, a, summary, input, .plot, [role=menu], [role=slider], [role=listbox], [role=radiogroup], [role=tablist]") !== null;
}

/** A dialog, a menu or a graph that fills the screen has its own keys. */
export function isInDialog(): boolean {
  return [...document.querySelectorAll(".el-overlay-dialog, [role=dialog][aria-modal=true]")].some((dialog) => dialog.getClientRects().length);
}

/** The cell in whose place something is. */
export function slotOf(target: EventTarget | null): string | null {
  return (target instanceof Element && target.closest<HTMLElement>("[data-slot]")?.dataset.slot) || null;
}
