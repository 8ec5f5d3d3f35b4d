import { onScopeDispose, shallowReactive, type InjectionKey } from "vue";

export interface Nearness {
  near: Set<string>;
  watch(slot: HTMLElement): void;
  unwatch(slot: HTMLElement, cell: string): void;
}

export const NEARNESS: InjectionKey<Nearness> = Symbol("nearness");

/** Which cells are near the window: one observer for the whole page. */
export function useNearness(margin = "900px"): Nearness {
  const near = shallowReactive(new Set<string>());
  const observer = new IntersectionObserver((entries) => {
    for (const entry of entries) {
      const cell = (entry.target as HTMLElement).dataset.slot ?? "";
      if (entry.isIntersecting) near.add(cell);
      else near.delete(cell);
    }
  }, { rootMargin: margin });
  onScopeDispose(() => observer.disconnect());
  return {
    near,
    watch: (slot) => observer.observe(slot),
    unwatch: (slot, cell) => {
      observer.unobserve(slot);
      near.delete(cell);
    },
  };
}
