/** The keys of the worksheet, as the list of keys shows them. What they do stands in `editor/cellKeys`, `CellSlot` and `usePageKeys`. */
export interface KeyGroup {
  title: string;
  keys: [key: string, what: string][];
}

export const KEY_GROUPS: KeyGroup[] = [
  {
    title: "Writing",
    keys: [
      ["Enter", "work the cell out and go on to the next"],
      ["Shift + Enter", "work it out and stay"],
      ["Ctrl + Enter", "another line in the same cell"],
      ["Alt + Enter", "a new cell below; with Shift above"],
      ["Space or #", "in an empty cell: a note, a heading"],
      ["Backspace", "in an empty cell: remove it; in an empty note: back to mathematics"],
      ["Tab, Shift + Tab", "take the completion, go through its gaps"],
      ["↑ ↓", "at the edge of a cell: to its neighbours"],
      ["Alt + ↑ ↓", "nudge the number at the cursor"],
      ["Alt + W", "write an earlier line again below"],
    ],
  },
  {
    title: "Answers",
    keys: [
      ["Ctrl + .", "this line: exact or decimal"],
      ["Ctrl + Shift + .", "the whole worksheet: exact or decimal"],
      ["Alt + I", "the ways to write this line's result"],
      ["Alt + S", "stop what is being worked out"],
    ],
  },
  {
    title: "Names and help",
    keys: [
      ["F1", "the handbook, at the word under the cursor"],
      ["Alt + G", "go to the definition of the name at the cursor"],
      ["Alt + U", "mark everything that uses it"],
      ["Alt + N", "names, handbook, patterns: to the panel and back"],
    ],
  },
  {
    title: "Whole cells",
    keys: [
      ["Escape", "leave the cell: it is selected"],
      ["↑ ↓, with Shift", "to the next cell; select several"],
      ["Ctrl + A", "select all cells"],
      ["Enter", "open the selected cell"],
      ["Alt + Shift + ↑ ↓", "move it, or the selected ones"],
      ["Ctrl + D", "duplicate"],
      ["Ctrl + C, X, V", "copy, cut, paste as text"],
      ["Delete", "remove"],
      ["H", "hide or show the result"],
      ["G", "to its graph; for a definition: its graph below"],
      ["T", "for a definition: a table of values below"],
      ["← →", "fold or unfold the section of a heading"],
      ["Shift + F10", "everything that can be done with it"],
    ],
  },
  {
    title: "A graph",
    keys: [
      ["← → ↑ ↓", "move the window"],
      ["Shift + ← → ↑ ↓", "stretch it across, upwards"],
      ["+ −", "closer, farther; Ctrl + wheel too"],
      ["0", "the window that the line says"],
      ["F", "fill the screen, and back"],
      ["Tab", "handles, tools, then what was found: Enter adds the line that proves it"],
      ["Escape", "back to the cell"],
    ],
  },
  {
    title: "The page",
    keys: [
      ["Ctrl + F, Ctrl + H", "find, replace"],
      ["Ctrl + Z, Ctrl + Y", "undo, redo"],
      ["Alt + + −", "larger, smaller text"],
      ["?", "outside a cell: this list"],
    ],
  },
];
