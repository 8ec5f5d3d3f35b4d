import type { Operation } from "../shared/api/client";

/**
 * What the server has not confirmed yet, kept in the browser: changes on their way, and the text of the cell that is being
 * written. Each window keeps its own; what a closed window left behind is taken over by the next one on the same worksheet.
 */

export interface Batch {
  number: number;
  operations: Operation[];
  group: string;
  /** It was sent before and its answer was lost, so the server may have carried it out. */
  again: boolean;
  /** The batch makes the worksheet itself. */
  creates?: { title: string; folder: string; conventions: Record<string, string> };
}

export interface Typed {
  cell: string;
  text: string;
  was: string;
}

interface Kept {
  batches: Batch[];
  typed: Typed[];
}

/** With the places in the browser where it stands. */
export type LeftBehind = Kept & { keys: string[] };

const PREFIX = "unconfirmed";
const NOBODY = "nobody";

function place(worksheet: string, client: string): string {
  return `${PREFIX} ${worksheet} ${client}`;
}

export function keep(worksheet: string, client: string, kept: Kept): void {
  const key = place(worksheet, client);
  try {
    if (kept.batches.length || kept.typed.length) localStorage.setItem(key, JSON.stringify(kept));
    else localStorage.removeItem(key);
  } catch {
    // the browser's store is full or closed: the changes are still sent
  }
}

/** Marks this window as open for as long as it is. */
export function markOpen(client: string): void {
  void navigator.locks?.request(`${PREFIX} ${client}`, () => new Promise(() => {}));
}

/** What windows that are gone left behind for a worksheet; it stays there until it is forgotten. */
export async function leftBehind(worksheet: string, client: string): Promise<LeftBehind> {
  const open = new Set((await navigator.locks?.query())?.held?.map((lock) => lock.name) ?? []);
  const found: LeftBehind = { batches: [], typed: [], keys: [] };
  for (const key of Object.keys(localStorage)) {
    const [prefix, sheet, owner] = key.split(" ");
    if (prefix !== PREFIX || sheet !== worksheet || owner === client || open.has(`${PREFIX} ${owner}`)) continue;
    found.keys.push(key);
    try {
      const kept = JSON.parse(localStorage.getItem(key) ?? "{}") as Partial<Kept>;
      found.batches.push(...(kept.batches ?? []).map((batch) => ({ ...batch, again: true })));
      found.typed.push(...(kept.typed ?? []));
    } catch {
      // not ours, or cut off: nothing that could be used
    }
  }
  return found;
}

/** The changes that were left behind have been taken over; what was being typed stays, under a name that no window has, until it stands in its cell again. */
export function forgetChanges(worksheet: string, left: LeftBehind): void {
  for (const key of left.keys) localStorage.removeItem(key);
  keep(worksheet, NOBODY, { batches: [], typed: left.typed });
}

export function forgetTyped(worksheet: string): void {
  keep(worksheet, NOBODY, { batches: [], typed: [] });
}
