import { useLocalStorage } from "@vueuse/core";

/** What the student prefers on this machine; every window follows at once. */
export interface Preferences {
  /** Enter works the cell out and goes on; with `line` it makes another line, and Shift+Enter goes on. */
  enter: "go on" | "line";
  /** Size of the page's text, in per cent; the frame stays as it is. */
  textSize: number;
  /** The conventions of new worksheets. */
  conventions: Record<string, string>;
}

/** What a worksheet begins with where nothing else is preferred. */
export const USUAL_CONVENTIONS: Record<string, string> = { angles: "radians", numbers: "real", results: "exact", decimals: "6 sf", fractions: "improper" };

export const TEXT_SIZES = [85, 100, 115, 130, 150, 175, 200] as const;

export const preferences = useLocalStorage<Preferences>("preferences", { enter: "go on", textSize: 100, conventions: {} }, { mergeDefaults: true });

export function enlarge(by: -1 | 1): void {
  const at = TEXT_SIZES.findIndex((size) => size >= preferences.value.textSize);
  preferences.value.textSize = TEXT_SIZES[Math.min(TEXT_SIZES.length - 1, Math.max(0, at + by))] ?? 100;
}
