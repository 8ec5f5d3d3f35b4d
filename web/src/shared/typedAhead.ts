/** What is typed while the next screen is still on its way: kept, and handed to the screen when it is there. */
let typed = "";

function keep(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || (event.altKey && !event.getModifierState("AltGraph"))) return;
  if (event.key.length === 1) typed += event.key;
  else if (event.key === "Enter") typed += "\n";
  else if (event.key === "Backspace") typed = typed.slice(0, -1);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Keeps what is typed from now on; `first` is a key that was pressed already. */
export function keepTyping(first?: KeyboardEvent): void {
  typed = "";
  addEventListener("keydown", keep, true);
  if (first) keep(first);
}

/** The text so far; from now on keys go where the focus is. */
export function takeTyped(): string {
  removeEventListener("keydown", keep, true);
  const text = typed;
  typed = "";
  return text;
}
