/** The keys of the worksheet, as the list of keys shows them. What they do stands in `editor/cellKeys`, `useMarkKeys` and `usePageKeys`. */
export interface KeyGroup {
  title: string;
  keys: [key: string, what: string][];
}

export const KEY_GROUPS: KeyGroup[] = [
  {
    title: "Writing",
    keys: [
      ["Enter", "work the line out, a fresh line below; at its very beginning: above"],
      ["Shift + Enter", "another line of the same cell"],
      ["Space or #", "in an empty line: a note, a heading"],
      ["Backspace", "in an empty line: back to the line above; in an empty note: back to mathematics"],
      ["Tab, Shift + Tab", "take the completion, go through its gaps"],
      ["↑ ↓", "at the edge of a cell: to its neighbours"],
      ["Alt + ↑ ↓", "nudge the number at the cursor"],
      ["Alt + W", "write an earlier line again below"],
      ["Escape", "leave the line: a mark in the margin shows where"],
    ],
  },
  {
    title: "Answers",
    keys: [
      ["Ctrl + . or Alt + .", "this line: exact or decimal"],
      ["Ctrl + Shift + .", "the whole worksheet: exact or decimal"],
      ["Alt + I", "the ways to write this line's result"],
      ["Alt + S", "stop what is being worked out"],
    ],
  },
  {
    title: "At the mark in the margin",
    keys: [
      ["any letter or sign", "begins a new line below it"],
      ["↑ ↓, with Shift", "move it; reach over several cells"],
      ["Ctrl + A", "reach over the whole page"],
      ["Enter", "open the cell there"],
      ["Ctrl + C, X, V, D", "copy, cut, paste as text, duplicate"],
      ["Delete", "remove what is marked"],
    ],
  },
  {
    title: "A cell, open or marked",
    keys: [
      ["Alt + Shift + ↑ ↓", "move it"],
      ["Alt + H", "hide or show the result"],
      ["Alt + O", "fold or unfold the section of a heading"],
      ["Alt + C", "to its graph; for a definition: its graph below"],
      ["Alt + T", "for a definition: a table of values below"],
      ["Shift + F10", "everything that can be done with it"],
    ],
  },
  {
    title: "A graph",
    keys: [
      ["← → ↑ ↓", "move the window"],
      ["Shift + ← → ↑ ↓", "stretch it across, upwards"],
      ["Page Up, Page Down", "closer, farther; Ctrl + wheel too"],
      ["Home", "the window of the line"],
      ["Enter", "fill the screen, and back"],
      ["Tab", "handles, tools, then what was found: Enter adds the line that proves it"],
      ["Escape", "back to the page"],
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
    title: "The page",
    keys: [
      ["Ctrl + F, Ctrl + H", "find, replace"],
      ["Ctrl + P", "print"],
      ["Ctrl + Z, Ctrl + Y", "undo, redo"],
      ["Alt + + −", "larger, smaller text"],
      ["Ctrl + F1", "this list"],
    ],
  },
];
