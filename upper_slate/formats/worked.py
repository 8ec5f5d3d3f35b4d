"""A worksheet as a file holds it, with what its lines came to."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ..core.answering.pages import work_out_page
from ..core.line.result import LineResult
from ..core.line.tasks import LineOutcome, LineTask
from ..core.page.notes import planned_cell
from .markdown import WorksheetFile


@dataclass(frozen=True)
class Worked:
    """The results stand by the places of the cells; a note has those of the values in its sentences."""

    sheet: WorksheetFile
    results: tuple[tuple[LineResult, ...], ...]

    def numbers(self) -> list[int | None]:
        """The number of each cell of mathematics; None for a note."""
        count = 0
        found: list[int | None] = []
        for cell in self.sheet.cells:
            count += cell.kind == "math"
            found.append(count if cell.kind == "math" else None)
        return found


def work_out_file(sheet: WorksheetFile, execute: Callable[[LineTask], LineOutcome]) -> Worked:
    """Works a worksheet out from the top."""
    planned = [planned_cell(str(place), cell.kind, cell.text) for place, cell in enumerate(sheet.cells)]
    rows: dict[str, list[LineResult]] = {}
    for line in work_out_page([cell for cell in planned if cell is not None], sheet.conventions, {}, execute).lines:
        rows.setdefault(line.line.cell_id, []).append(line.outcome.result)
    return Worked(sheet, tuple(tuple(rows.get(str(place), ())) for place in range(len(sheet.cells))))
