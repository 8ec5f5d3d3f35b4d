import { onBeforeUnmount, onMounted, ref, type Ref } from "vue";

/** Elements that wait to come near the window, with what is to be done then: one observer for all of them. */
const waiting = new Map<Element, () => void>();
let observer: IntersectionObserver | undefined;

function watching(): IntersectionObserver {
  return (observer ??= new IntersectionObserver((entries) => {
    for (const { target, isIntersecting } of entries) if (isIntersecting) waiting.get(target)?.();
  }, { rootMargin: "400px" }));
}

/** Whether an element has been near the window yet: what costs much is shown from then on, and stays. With `atOnce` it is from the beginning. */
export function useSeen(element: Ref<HTMLElement | null>, atOnce = false): Ref<boolean> {
  const seen = ref(atOnce);
  let held: HTMLElement | null = null;
  function leave(): void {
    if (!held) return;
    waiting.delete(held);
    watching().unobserve(held);
    held = null;
  }
  onMounted(() => {
    held = seen.value ? null : element.value;
    if (!held) return;
    waiting.set(held, () => ((seen.value = true), leave()));
    watching().observe(held);
  });
  onBeforeUnmount(leave);
  return seen;
}
