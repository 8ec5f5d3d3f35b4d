import type { Directive } from "vue";

/** Smaller than this part of its size nothing is set; what is wider still scrolls. */
const SMALLEST = 0.6;
/** KaTeX's boxes reach so far (px) beyond what they show. */
const SLACK = 3;
/** Shorter LaTeX is never measured: it fits, and measuring costs a layout. */
const LONG = 120;

/** How wide (px) each box was when it had been set, and each room when its boxes had been. */
const widths = new WeakMap<Element, number>();
/** Each box with the room that it stands in. A box may be as narrow as what is in it, and does not grow with its room then: both are observed. */
const rooms = new Map<HTMLElement, HTMLElement>();
/** How often each box was set in a room of the same width: two boxes beside each other could take room from one another for ever. */
const tries = new WeakMap<HTMLElement, number>();
const MOST = 4;
const resized = new ResizeObserver((entries) => {
  const changed = new Set(entries.map(({ target }) => target).filter((target) => widths.get(target) !== target.clientWidth));
  for (const [box, room] of rooms) {
    if (changed.has(room)) tries.delete(box);
    if (changed.has(room) || (changed.has(box) && (tries.get(box) ?? 0) < MOST)) fit(box, room);
  }
});

// with its face on its way, mathematics has another width
document.fonts.addEventListener("loadingdone", () => rooms.forEach((room, box) => fit(box, room)));

function fit(box: HTMLElement, room: HTMLElement): void {
  box.style.removeProperty("--fit");
  // Widths do not shrink quite as the type does: what is over by a little is measured again.
  for (let part = 1, round = 0; box.scrollWidth > box.clientWidth + SLACK && part > SMALLEST && round < 4; round += 1) {
    part = Math.max(SMALLEST, 0.99 * part * (box.clientWidth / box.scrollWidth));
    box.style.setProperty("--fit", String(part));
  }
  // as it is now: smaller type may have made the box narrower, which is no reason to begin again
  widths.set(box, box.clientWidth);
  widths.set(room, room.clientWidth);
  tries.set(box, (tries.get(box) ?? 0) + 1);
}

function watch(box: HTMLElement): void {
  const room = box.closest<HTMLElement>("[data-room]") ?? box;
  rooms.set(box, room);
  resized.observe(box);
  resized.observe(room);
}

function leave(box: HTMLElement): void {
  const room = rooms.get(box);
  rooms.delete(box);
  widths.delete(box);
  tries.delete(box);
  resized.unobserve(box);
  if (room && ![...rooms.values()].includes(room)) resized.unobserve(room);
  box.style.removeProperty("--fit");
}

/** Sets mathematics that cannot be wrapped (one wide fraction) smaller, so that what is above and below the bar is in sight. Takes its LaTeX; what is around it with `data-room` is as wide as there is room for it. */
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
