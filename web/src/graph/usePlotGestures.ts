import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent } from "d3-zoom";
import { onBeforeUnmount, onMounted, type Ref } from "vue";

import type { Frame } from "./frame";
import type { Window } from "./graph";

interface Told {
  moved: (window: Window) => void;
  ended: () => void;
}

/** Wheel, drag and pinch on a plot. The wheel and one finger belong to the page until the plot has the focus; with Ctrl the wheel always zooms. */
export function usePlotGestures(plot: Ref<SVGSVGElement | undefined>, frame: () => Frame, told: Told): void {
  let begun: Frame | null = null;

  function hasFocus(): boolean {
    return plot.value?.contains(document.activeElement) ?? false;
  }

  function isMeant(event: Event): boolean {
    if ((event.target as Element).closest("[data-handle]")) return false;
    if (event instanceof WheelEvent) return event.ctrlKey || hasFocus();
    if (event instanceof MouseEvent) return event.button === 0 && !event.ctrlKey;
    return (event as TouchEvent).touches.length > 1 || hasFocus();
  }

  const behaviour = zoom<SVGSVGElement, unknown>()
    .filter(isMeant)
    .extent((): [[number, number], [number, number]] => [[frame().left, frame().top], [frame().right, frame().bottom]])
    .scaleExtent([1e-9, 1e9])
    .clickDistance(4)
    .on("start", () => (begun = frame()))
    .on("zoom", (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
      if (!begun || !event.sourceEvent) return;
      const [left = 0, right = 1] = event.transform.rescaleX(begun.x).domain();
      const [bottom = 0, top = 1] = event.transform.rescaleY(begun.y).domain();
      told.moved([left, right, bottom, top]);
    })
    .on("end", (event: D3ZoomEvent<SVGSVGElement, unknown>) => {
      begun = null;
      if (!event.sourceEvent || !plot.value) return;
      select(plot.value).property("__zoom", zoomIdentity);
      told.ended();
    });

  onMounted(() => plot.value && select(plot.value).call(behaviour).on("dblclick.zoom", null));
  onBeforeUnmount(() => plot.value && select(plot.value).on(".zoom", null));
}
