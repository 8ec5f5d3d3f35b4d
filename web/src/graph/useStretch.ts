import { changed, type Frame } from "./frame";
import type { Window } from "./graph";

/** So many pixels of dragging double or halve an axis. */
const DOUBLED = 140;

/** Stretches one axis by dragging beside it, about the middle of the window, or about 0 where that is in sight. */
export function useStretch(axis: "x" | "y", frame: () => Frame, told: { moved: (window: Window) => void; ended: () => void }) {
  let begun: { at: number; window: Window } | null = null;

  function along(event: PointerEvent): number {
    return axis === "x" ? event.clientX : -event.clientY;
  }

  function pointerdown(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    begun = { at: along(event), window: frame().window };
    event.preventDefault();
    event.stopPropagation();
  }

  function pointermove(event: PointerEvent): void {
    if (!begun) return;
    const by = 2 ** ((begun.at - along(event)) / DOUBLED);
    const share = (low: number, high: number) => (low < 0 && high > 0 ? -low / (high - low) : 0.5);
    const [left, right, bottom, top] = begun.window;
    told.moved(changed(begun.window, { ...(axis === "x" ? { wider: by } : { taller: by }), at: [share(left, right), share(bottom, top)] }));
  }

  function pointerup(): void {
    if (begun) told.ended();
    begun = null;
  }

  return { pointerdown, pointermove, pointerup, pointercancel: pointerup, mousedown: (event: MouseEvent) => event.stopPropagation(), touchstart: (event: TouchEvent) => event.stopPropagation() };
}
