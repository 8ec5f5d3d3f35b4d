/** A pattern of the vocabulary as a snippet: `{x^2 = 12}` is a gap that shows what could stand there. */
export function snippetOf(pattern: string): string {
  return pattern.replace(/\{([^}]*)\}/g, (_, gap: string) => `\${${gap}}`);
}

/** A pattern without the marks of its gaps. */
export function writtenOf(pattern: string): string {
  return pattern.replace(/[{}]/g, "");
}
