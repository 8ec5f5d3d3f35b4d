"""A worksheet as a file holds it, with what its lines came to."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from ..core.line.conventions import Conventions
from ..core.line.result import LineResult
from ..core.page.cells import MathCell
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


#: Works out cells from the top with the conventions of a worksheet: each line's result with the identity of its cell.
Work = Callable[[list[MathCell], Conventions], Iterable[tuple[str, LineResult]]]


def work_out_file(sheet: WorksheetFile, work: Work) -> Worked:
    """Works a worksheet out. How that is done is given, since the server, which writes files too, never loads the working."""
    planned = [planned_cell(str(place), cell.kind, cell.text) for place, cell in enumerate(sheet.cells)]
    rows: dict[str, list[LineResult]] = {}
    for cell, result in work([cell for cell in planned if cell is not None], sheet.conventions):
        rows.setdefault(cell, []).append(result)
    return Worked(sheet, tuple(tuple(rows.get(str(place), ())) for place in range(len(sheet.cells))))
