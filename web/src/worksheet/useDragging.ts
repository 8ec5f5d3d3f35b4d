import type Sortable from "sortablejs";
import { onScopeDispose, watch, type Ref } from "vue";

import { useWorksheet } from "../sheet/store";
import { useCellActions } from "./useCellActions";

/** What is marked is dragged by a number in it, all of it together. Nothing moves by accident: text, mathematics and the numbers of other cells are no handle. */
export function useDragging(page: Ref<HTMLElement | undefined>): void {
  const sheet = useWorksheet();
  const { meant } = useCellActions();
  let sortable: Sortable | null = null;
  const isStill = matchMedia("(prefers-reduced-motion: reduce)").matches;

  function dropped(event: Sortable.SortableEvent): void {
    const cell = event.item.dataset.slot ?? "";
    const slots = [...event.to.querySelectorAll<HTMLElement>(":scope > [data-slot]")].map((slot) => slot.dataset.slot ?? "");
    const moved = new Set(meant(cell));
    // the page is drawn from the cells: the element goes back to where it was, and the cells are placed
    const before = event.oldIndex === undefined ? null : event.from.children[event.oldIndex + (event.newIndex! < event.oldIndex ? 1 : 0)];
    event.from.insertBefore(event.item, before ?? null);
    const above = slots.slice(0, slots.indexOf(cell)).filter((slot) => !moved.has(slot));
    const last = above[above.length - 1];
    sheet.place([...moved], last ? (sheet.withHidden(new Set([last])).pop() ?? last) : null); // after a folded heading: after what it hides
  }

  watch(page, async (element) => {
    sortable?.destroy();
    sortable = null;
    if (!element) return;
    const { default: library } = await import("sortablejs"); // nobody drags before it is there
    if (page.value !== element) return;
    sortable = library.create(element, { draggable: ".slot", handle: ".marked > .number", animation: isStill ? 0 : 120, delay: 180, delayOnTouchOnly: true, onStart: () => sheet.active && sheet.commit(sheet.active), onEnd: dropped });
  }, { flush: "post", immediate: true });
  onScopeDispose(() => sortable?.destroy());
}
