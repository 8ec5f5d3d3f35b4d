import { useThrottleFn } from "@vueuse/core";

import { nudged } from "./nudge";
import { newId } from "../shared/newId";
import { useWorksheet } from "../sheet/store";

/** After so long (ms) without a step the nudge is over, and the next one is an undo step of its own. */
const OVER = 1500;

/** Moves a number of a cell step by step: what depends on it follows while it moves, and all of it is one step of undo. */
export function useNudge() {
  const sheet = useWorksheet();
  let group = "";
  let of = "";
  let last = 0;

  /** A text that waits to be sent: the next step goes on from it. */
  let waiting: { cell: string; text: string } | null = null;

  /** Many steps in a row are sent at a pace that results can follow. */
  const store = useThrottleFn((cell: string, text: string, into: string) => {
    waiting = null;
    sheet.edit(cell, { text }, into);
  }, 70, true);

  /** The text of a cell with every step so far, sent or not. */
  function newestText(cell: string): string {
    return waiting?.cell === cell ? waiting.text : (sheet.cellOf(cell)?.text ?? "");
  }

  /** Moves the number at a place (or the only one) by steps; the new text, or null where there is no number. */
  function nudge(cell: string, text: string, at: number | null, by: number) {
    const next = nudged(text, at, by);
    if (!next) return null;
    if (of !== cell || Date.now() - last > OVER) group = newId();
    of = cell;
    last = Date.now();
    waiting = { cell, text: next.text };
    void store(cell, next.text, group);
    return next;
  }

  return { nudge, newestText };
}
