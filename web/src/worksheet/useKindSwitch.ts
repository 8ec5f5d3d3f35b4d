import { otherKind } from "../lines/shown";
import { useWorksheet } from "../sheet/store";

/** Exact or decimal: one line, or the whole worksheet, by key. */
export function useKindSwitch() {
  const sheet = useWorksheet();

  /** In the open cell the line with the cursor, as it stands there now; at the mark every line of the cell. */
  function switchLine(): void {
    const cell = sheet.active ?? sheet.mark;
    if (!cell) return;
    const display = sheet.cellOf(cell)?.display ?? {};
    const convention = sheet.conventions.results ?? "exact";
    const written = sheet.active === cell ? sheet.editor?.lineAtCursor?.() : undefined;
    const lines = written ? [written] : atRest(cell);
    const chosen = lines.flatMap(({ index, result }) => {
      const wanted = display[`line${index}`] as string | undefined;
      // what is still being worked out may have decimals: the choice waits for it
      const other = result ? otherKind(result, wanted, convention) : (wanted ?? convention) === "decimal" ? "exact" : "decimal";
      return other ? [[`line${index}`, other]] : [];
    });
    if (chosen.length) sheet.setDisplay(cell, Object.fromEntries(chosen));
  }

  /** The lines of a cell with what came of them as they stand there now; of a note its values. */
  function atRest(id: string) {
    const found = sheet.results.get(id) ?? [];
    const cell = sheet.cellOf(id);
    if (cell?.kind !== "math") return found.map((result, index) => ({ index, result }));
    return cell.text.split("\n").map((source, index) => {
      const result = found[index];
      return { index, result: result?.source === source && result.kind !== "busy" ? result : undefined };
    });
  }

  function switchAll(): void {
    sheet.setResults(sheet.conventions.results === "decimal" ? "exact" : "decimal");
  }

  return { switchLine, switchAll };
}
