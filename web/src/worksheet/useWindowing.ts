import { useEventListener } from "@vueuse/core";
import { computed, onScopeDispose, ref, watch, type Directive, type Ref } from "vue";

import type { CellData } from "../shared/api/client";
import { isInControl, isInDialog, isInText } from "../shared/keyEvents";

/** What stands in the column of cells: a cell, or the empty height of cells that are far from the window. */
export type Row = { key: string; cell: CellData } | { key: string; height: number };

/** So far above and below the window cells are typeset (in pixels). */
const MARGIN = 350;
/** Where more cells come into the margin at once, so many are typeset in one frame: scrolling stays smooth. */
const IN_ONE_FRAME = 3;

/**
 * Only what is near the window is on the page; runs of far cells are one empty block of the height that they had, or may have.
 * Cells that are `pinned` (open, marked, looked for) are there wherever they stand.
 */
export function useWindowing(cells: Ref<CellData[]>, column: Ref<HTMLElement | undefined>, pinned: (cell: string) => boolean, likely: (cell: CellData) => number, scale: Ref<number>) {
  /** The heights that cells had, each with the one that was likely for what stood in it then: a result that comes while its cell is far makes another. */
  const heights = new Map<string, { seen: number; likely: number }>();
  const range = ref({ from: 0, to: 12 });
  let frame = 0;

  function heightOf(cell: CellData): number {
    const now = scale.value * likely(cell);
    const known = heights.get(cell.id);
    return known?.likely === now ? known.seen : now;
  }

  /** Brings the range nearer to what the window wants: its own cells at once, the margin a few at a time. */
  function update(): void {
    frame = 0;
    if (!column.value) return;
    const top = column.value.getBoundingClientRect().top;
    const list = cells.value;
    const found = { from: list.length, to: 0, first: list.length, last: 0 };
    let y = top;
    for (let index = 0; index < list.length && y < innerHeight + MARGIN; index += 1) {
      const bottom = y + heightOf(list[index]!);
      if (bottom > -MARGIN) {
        found.from = Math.min(found.from, index);
        found.to = index + 1;
        if (bottom > 0 && y < innerHeight) {
          found.first = Math.min(found.first, index);
          found.last = index + 1;
        }
      }
      y = bottom;
    }
    if (found.from >= found.to) found.from = Math.max(0, found.to - 1);
    const { from, to } = range.value;
    const isFar = found.first >= to || found.last <= from;
    const next = {
      from: isFar ? found.first : Math.max(found.from, Math.min(found.first, from - IN_ONE_FRAME)),
      to: isFar ? found.last : Math.min(found.to, Math.max(found.last, to + IN_ONE_FRAME)),
    };
    next.from = Math.min(next.from, list.length);
    if (next.from !== from || next.to !== to) range.value = next;
    if (next.from > found.from || next.to < found.to) later();
  }

  function later(): void {
    frame ||= requestAnimationFrame(update);
  }

  const rows = computed<Row[]>(() => {
    const found: Row[] = [];
    let height = 0;
    cells.value.forEach((cell, index) => {
      if ((index >= range.value.from && index < range.value.to) || pinned(cell.id)) {
        if (height) found.push({ key: `above ${cell.id}`, height: height / scale.value });
        height = 0;
        found.push({ key: cell.id, cell });
      } else height += heightOf(cell);
    });
    if (height) found.push({ key: "rest", height: height / scale.value });
    return found;
  });

  const sizes = new ResizeObserver((entries) => {
    for (const { target } of entries) measure(target as HTMLElement);
    if (Date.now() < endUntil) scrollTo({ top: document.documentElement.scrollHeight, behavior: "instant" });
    later();
  });

  /** Until when the end of the page stays in sight while cells that come into the window turn out higher than was thought. */
  let endUntil = 0;
  useEventListener(window, "keydown", (event: KeyboardEvent) => {
    endUntil = 0;
    if (event.key !== "End" || event.defaultPrevented || isInText(event.target) || isInControl(event.target) || isInDialog()) return;
    event.preventDefault();
    endUntil = Date.now() + 1500;
    scrollTo({ top: document.documentElement.scrollHeight, behavior: "instant" });
  });
  useEventListener(window, ["wheel", "pointerdown"], () => (endUntil = 0), { passive: true });

  function measure(slot: HTMLElement): void {
    const seen = slot.getBoundingClientRect().height;
    const cell = shown.get(slot);
    if (seen && cell) heights.set(cell.id, { seen, likely: scale.value * likely(cell) });
  }

  /** The cell of each slot on the page. */
  const shown = new WeakMap<HTMLElement, CellData>();
  const vMeasured: Directive<HTMLElement, CellData> = {
    mounted: (slot, { value }) => {
      shown.set(slot, value);
      sizes.observe(slot);
    },
    updated: (slot, { value }) => shown.set(slot, value),
    beforeUnmount: (slot) => sizes.unobserve(slot),
  };

  useEventListener(window, "scroll", later, { passive: true });
  useEventListener(window, "resize", later);
  watch([cells, column, scale], later, { flush: "post" });
  watch(scale, () => heights.clear());
  onScopeDispose(() => {
    cancelAnimationFrame(frame);
    sizes.disconnect();
  });

  return { rows, vMeasured };
}
