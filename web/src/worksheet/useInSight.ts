import { useEventListener, useResizeObserver } from "@vueuse/core";
import { nextTick, watch, type Ref } from "vue";

/** Free space (px) that is kept under what is open, and above it under the head of the page. */
const BELOW = 28;
const HEAD = 64;

/**
 * The open cell stays in sight: when it is opened, and when results above it arrive and push it down. Who scrolls it out of the
 * window, or partly, is left alone. `cover` is what may lie over the lower part of the window.
 */
export function useInSight(column: Ref<HTMLElement | undefined>, cover: Ref<HTMLElement | undefined>, open: () => string | null) {
  let isInSight = false;

  /** Where the visible part of the window ends: at its edge, at the keyboard of a phone, at the panel. */
  function end(): number {
    const window_ = visualViewport ? visualViewport.offsetTop + visualViewport.height : innerHeight;
    const lid = cover.value && getComputedStyle(cover.value).position === "fixed" ? cover.value.getBoundingClientRect().top : window_;
    return Math.min(window_, lid);
  }

  /** The open cell, or in one that is higher than the window the line with the cursor. */
  function wanted(): DOMRect | undefined {
    const cell = open();
    const slot = cell ? column.value?.querySelector(`[data-slot="${cell}"]`) : null;
    const box = slot?.getBoundingClientRect();
    if (!box || box.height < end() - HEAD - BELOW) return box;
    const at = getSelection()?.focusNode;
    const line = (at instanceof Element ? at : at?.parentElement)?.closest(".cm-line");
    return line && slot?.contains(line) ? line.getBoundingClientRect() : box;
  }

  function bring(): void {
    const box = wanted();
    if (!box) return;
    const over = box.bottom + BELOW - end();
    if (over > 0) window.scrollBy({ top: over, behavior: "instant" });
    else if (box.top < HEAD) window.scrollBy({ top: box.top - HEAD, behavior: "instant" });
    isInSight = true;
  }

  watch(open, async (cell) => {
    isInSight = false;
    if (!cell) return;
    await nextTick();
    bring();
  });
  useEventListener(window, "scroll", () => {
    const box = wanted();
    isInSight = box !== undefined && box.top > HEAD - 2 && box.bottom < end();
  }, { passive: true });
  useResizeObserver(column, () => isInSight && bring());
  watch(cover, () => isInSight && bring(), { flush: "post" }); // the sheet of patterns has come up from below
}
