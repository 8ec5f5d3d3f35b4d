"""The lines of a cell as the page shows them: with their outcome, or marked as at work or waiting."""

from __future__ import annotations

from typing import Any

from ..core.line.gate import unexpected
from ..core.line.tasks import LineOutcome, empty_result
from ..core.page.cells import PlannedCell, PlannedLine
from ..core.page.known import known_names, tolerant_reading

Row = dict[str, Any]


def settled_row(line: PlannedLine, outcome: LineOutcome) -> Row:
    """A line with its outcome."""
    return {**outcome.result, "key": line.key, "offset": line.offset}


def waiting_row(line: PlannedLine, before: Row | None, busy_since: float | None) -> Row:
    """A line that is at work or waits: what it showed before stays, marked as not settled."""
    row = before or {}
    if row.get("source") != line.task.source:
        reading = tolerant_reading(line.task.source, known_names(line.task.names, line.task.failed))
        row = {**empty_result(line.task.source, "busy"), "reading": reading}
    return {**row, "key": line.key, "offset": line.offset, "busySince": busy_since, "waitsFor": list(line.waits_for)}


def rows_of(cell: PlannedCell, before: list[Row], busy_since: dict[str, float]) -> list[Row]:
    """The rows of a cell; `before` are those that it showed, `busy_since` the times since when keys are at work."""
    rows = []
    for line, outcome in zip(cell.lines, cell.outcomes, strict=True):
        held = before[line.index] if line.index < len(before) else None
        try:
            rows.append(settled_row(line, outcome) if outcome is not None else waiting_row(line, held, busy_since.get(line.key)))
        except Exception:
            rows.append(settled_row(line, unexpected("showing", line.task.source)))
    return rows
