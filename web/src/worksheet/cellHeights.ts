import type { CellData, Line } from "../shared/api/client";
import { heightOfGraph } from "../graph/graph";

/** About how high (px) a cell is that was not on the page yet: its figures are what matters. */
export function likelyHeight(cell: CellData, lines: Line[]): number {
  if (cell.display.hidden) return 44;
  if (cell.kind === "note") return 40 + 26 * Math.floor(cell.text.length / 80) + 26 * (cell.text.split("\n").length - 1);
  const rows = Math.max(1, lines.length, cell.text.split("\n").length);
  return 9 + 32 * rows + lines.reduce((sum, line, index) => sum + heightOfFigure(cell, line, index), 0);
}

function heightOfFigure(cell: CellData, line: Line, index: number): number {
  if (line.error) return 30;
  if (line.graph) return heightOfGraph(cell.display[`graph${index}`]);
  return line.table ? 83 + 29 * line.table.rows.length : 0;
}
