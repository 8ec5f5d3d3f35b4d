/** Where worksheets were left: the cell of each, the last hundred of them. */
const KEY = "left-at";
const MOST = 100;

function read(): [string, string][] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(found) ? (found as [string, string][]) : [];
  } catch {
    return [];
  }
}

export function leftAt(worksheet: string): string | undefined {
  return read().find(([id]) => id === worksheet)?.[1];
}

export function keepPlace(worksheet: string, cell: string | null): void {
  if (cell) localStorage.setItem(KEY, JSON.stringify([[worksheet, cell], ...read().filter(([id]) => id !== worksheet)].slice(0, MOST)));
}
