import { ref } from "vue";

const LEAST = 220;
const MOST = 1200;

/** The corner of a plot that is dragged to change its size; stored when it is let go. */
export function useResizing(size: () => [number, number], stored: (size: [number, number]) => void) {
  const resizing = ref<[number, number] | null>(null);
  let begun: { x: number; y: number; size: [number, number] } | null = null;

  function within(value: number): number {
    return Math.round(Math.min(MOST, Math.max(LEAST, value)));
  }

  const grip = {
    pointerdown(event: PointerEvent): void {
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      begun = { x: event.clientX, y: event.clientY, size: size() };
      event.preventDefault();
    },
    pointermove(event: PointerEvent): void {
      if (begun) resizing.value = [within(begun.size[0] + event.clientX - begun.x), within(begun.size[1] + event.clientY - begun.y)];
    },
    pointerup(): void {
      if (resizing.value) stored(resizing.value);
      resizing.value = null;
      begun = null;
    },
    pointercancel(): void {
      resizing.value = null;
      begun = null;
    },
  };

  return { resizing, grip };
}
