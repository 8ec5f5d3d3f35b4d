import type { Directive } from "vue";

/** Smaller than this part of its size nothing is set; what is wider still scrolls. */
const SMALLEST = 0.6;
/** KaTeX's boxes reach so far (px) beyond what they show. */
const SLACK = 3;
/** Shorter LaTeX is never measured: it fits, and measuring costs a layout. */
const LONG = 120;

const widths = new WeakMap<HTMLElement, number>();
const boxes = new Set<HTMLElement>();
const resized = new ResizeObserver((entries) => {
  for (const { target } of entries) if (widths.get(target as HTMLElement) !== target.clientWidth) fit(target as HTMLElement);
});

// with its face on its way, mathematics has another width
document.fonts.addEventListener("loadingdone", () => boxes.forEach(fit));

function fit(box: HTMLElement): void {
  box.style.removeProperty("--fit");
  widths.set(box, box.clientWidth);
  // Widths do not shrink quite as the type does: what is over by a little is measured again.
  for (let part = 1, round = 0; box.scrollWidth > box.clientWidth + SLACK && part > SMALLEST && round < 4; round += 1) {
    part = Math.max(SMALLEST, 0.99 * part * (box.clientWidth / box.scrollWidth));
    box.style.setProperty("--fit", String(part));
  }
}

function watch(box: HTMLElement): void {
  boxes.add(box);
  resized.observe(box);
}

function leave(box: HTMLElement): void {
  boxes.delete(box);
  widths.delete(box);
  resized.unobserve(box);
  box.style.removeProperty("--fit");
}

/** Sets mathematics that cannot be wrapped (one wide fraction) smaller, so that what is above and below the bar is in sight. Takes its LaTeX. */
export const vFitted: Directive<HTMLElement, string> = {
  mounted(box, { value }) {
    if (value.length > LONG) watch(box);
  },
  updated(box, { value, oldValue }) {
    if (value === oldValue) return;
    leave(box);
    if (value.length > LONG) watch(box);
  },
  beforeUnmount: leave,
};
