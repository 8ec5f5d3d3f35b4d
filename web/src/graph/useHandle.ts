import type { Frame } from "./frame";

/** A place to which a handle snaps: its number, and its exact text. */
export interface Snap {
  x: number;
  text: string;
}

const SNAP = 7;

/** Moves a handle along the axis: by pointer, snapping to exact places, or by arrow keys. Tells the place as text. */
export function useHandle(frame: () => Frame, snaps: () => Snap[], told: { moved: (text: string) => void; ended: () => void }) {
  /** About a pixel, as a decimal that can be written. */
  function written(x: number): string {
    const [left, right] = frame().window;
    const digits = Math.max(0, 2 - Math.floor(Math.log10((right - left) / 4)));
    return String(Number(x.toFixed(Math.min(12, digits))));
  }

  function at(event: PointerEvent): string {
    const plot = (event.currentTarget as Element).closest("svg") as SVGSVGElement;
    const x = event.clientX - plot.getBoundingClientRect().left;
    const near = snaps().find((snap) => Math.abs(frame().x(snap.x) - x) < SNAP);
    return near ? near.text : written(Math.min(frame().window[1], Math.max(frame().window[0], frame().x.invert(x))));
  }

  function down(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    (event.currentTarget as SVGElement).focus();
    event.preventDefault();
    event.stopPropagation();
  }

  function move(event: PointerEvent): void {
    if ((event.currentTarget as Element).hasPointerCapture(event.pointerId)) told.moved(at(event));
  }

  function key(event: KeyboardEvent, x: number): void {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1 }[event.key];
    if (!by) return;
    const [left, right] = frame().window;
    told.moved(written(x + (by * (right - left)) / (event.shiftKey ? 500 : 50)));
    told.ended();
    event.preventDefault();
    event.stopPropagation();
  }

  return { down, move, up: told.ended, key };
}
