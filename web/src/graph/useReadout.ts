import { computed, ref } from "vue";

import type { Frame } from "./frame";
import type { Curve } from "./graph";

/** Nearer than this (px, upwards) the pointer is on a curve. */
const NEAR = 28;

/** What the pointer is at: a point of a curve, or of the plot. */
export interface Readout {
  x: number;
  y: number;
  /** The curve by its place in the line. */
  curve: number | null;
}

/** The height of a drawn curve at a place; the nearest to `about` where there are several, null where there is none. */
export function heightOn(pieces: Curve["pieces"], x: number, about = 0): number | null {
  let best: number | null = null;
  for (const piece of pieces)
    for (let k = 1; k < piece.length; k += 1) {
      const [a = 0, ya = 0] = piece[k - 1] ?? [];
      const [b = 0, yb = 0] = piece[k] ?? [];
      if (Math.min(a, b) > x || Math.max(a, b) < x) continue;
      const y = b === a ? ya : ya + ((yb - ya) * (x - a)) / (b - a);
      if (best === null || Math.abs(y - about) < Math.abs(best - about)) best = y;
    }
  return best;
}

/** Coordinates at the pointer, along the nearest curve. */
export function useReadout(frame: () => Frame, curves: () => { curve: Curve; index: number }[]) {
  const at = ref<{ x: number; y: number } | null>(null);

  const readout = computed<Readout | null>(() => {
    if (!at.value) return null;
    const { x: scaleX, y: scaleY } = frame();
    const [x, y] = [scaleX.invert(at.value.x), scaleY.invert(at.value.y)];
    let found: Readout = { x, y, curve: null };
    let nearest = NEAR;
    for (const { curve, index } of curves()) {
      const height = heightOn(curve.pieces, x, y);
      const away = height === null ? Infinity : Math.abs(scaleY(height) - at.value.y);
      if (height !== null && away < nearest) [found, nearest] = [{ x, y: height, curve: index }, away];
    }
    return found;
  });

  function move(event: PointerEvent): void {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    const { left, right, top, bottom } = frame();
    at.value = event.buttons === 0 && x >= left && x <= right && y >= top && y <= bottom ? { x, y } : null;
  }

  /** To about a pixel. */
  function text(value: number, side: 0 | 2): string {
    const [low = 0, high = 1] = frame().window.slice(side, side + 2);
    const digits = Math.min(12, Math.max(0, 2 - Math.floor(Math.log10((high - low) / 4))));
    return String(Number(value.toFixed(digits))).replace("-", "−");
  }

  return { readout, text, on: { pointermove: move, pointerleave: () => (at.value = null) } };
}
