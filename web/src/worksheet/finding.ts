import type { CellData } from "../shared/api/client";

export interface Match {
  cell: string;
  from: number;
  to: number;
}

export interface FindOptions {
  matchCase: boolean;
  /** Only where a name or number as a whole is so written. */
  wholeWords: boolean;
}

function pattern(query: string, options: FindOptions): RegExp | null {
  if (!query) return null;
  const escaped = query.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  const edge = (char: string | undefined) => options.wholeWords && char !== undefined && /\w/.test(char);
  const before = edge(query[0]) ? "(?<![A-Za-z0-9_])" : "";
  const after = edge(query[query.length - 1]) ? "(?![A-Za-z0-9_])" : "";
  return new RegExp(`${before}${escaped}${after}`, options.matchCase ? "g" : "gi");
}

/** Every place where a text stands in the cells, in page order. */
export function findMatches(cells: CellData[], query: string, options: FindOptions): Match[] {
  const wanted = pattern(query, options);
  if (!wanted) return [];
  return cells.flatMap((cell) => [...cell.text.matchAll(wanted)].map((match) => ({ cell: cell.id, from: match.index, to: match.index + match[0].length })));
}

/** The texts of the cells in which something is replaced. */
export function replaced(cells: CellData[], matches: Match[], replacement: string): Map<string, string> {
  const texts = new Map<string, string>();
  for (const cell of cells) {
    const here = matches.filter((match) => match.cell === cell.id);
    if (!here.length) continue;
    let text = "";
    let at = 0;
    for (const match of here) {
      text += cell.text.slice(at, match.from) + replacement;
      at = match.to;
    }
    texts.set(cell.id, text + cell.text.slice(at));
  }
  return texts;
}
