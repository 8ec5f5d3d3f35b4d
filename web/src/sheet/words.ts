/** The word that stands at a place of a text, or just before it. */
export function wordIn(text: string, at: number): string {
  const before = /[A-Za-zͰ-Ͽ][\wͰ-Ͽ]*$/.exec(text.slice(0, at))?.[0] ?? "";
  const after = /^[\wͰ-Ͽ]*/.exec(text.slice(at))?.[0] ?? "";
  return before + after;
}

/** `x1` and `x_1` are one name. */
export function canonical(word: string): string {
  return word.replace(/^([A-Za-z]+?)_?(\d+)$/, "$1_$2");
}
