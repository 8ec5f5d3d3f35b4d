"""The lines of a cell as the page shows them: with their outcome, or marked as at work or waiting."""

from __future__ import annotations

from collections.abc import Set

from ..core.line.gate import unexpected
from ..core.line.result import LineResult, LineRow, empty_result
from ..core.line.tasks import LineOutcome
from ..core.page.cells import PlannedCell, PlannedLine
from ..core.page.known import names_of, tolerant_parts


def settled_row(line: PlannedLine, outcome: LineOutcome) -> LineRow:
    """A line with its outcome."""
    return {**outcome.result, "key": line.key, "offset": line.offset, "busySince": None, "heldUp": False, "waitsFor": []}


def waiting_row(line: PlannedLine, before: LineRow | None, busy_since: float | None, held_up: bool) -> LineRow:
    """A line that is at work or waits: what it showed before stays, marked as not settled."""
    result: LineResult
    if before is not None and before["source"] == line.task.source:
        result = before
    else:
        names = names_of(line.task)
        parts = tolerant_parts(line.task.source, names, places=True)
        result = empty_result(line.task.source, "busy")
        result["reading"] = tolerant_parts(line.task.source, names).whole
        result["head"] = {"left": parts.left, "sign": parts.sign, "right": parts.right}
    return {**result, "key": line.key, "offset": line.offset, "busySince": busy_since, "heldUp": held_up, "waitsFor": list(line.waits_for)}


def rows_of(cell: PlannedCell, before: list[LineRow], busy_since: dict[str, float], held_up: Set[str] = frozenset()) -> list[LineRow]:
    """The rows of a cell; `before` are those that it showed, `busy_since` the times since when keys are at work, `held_up` those that wait for a place."""
    rows = []
    for line, outcome in zip(cell.lines, cell.outcomes, strict=True):
        held = before[line.index] if line.index < len(before) else None
        try:
            rows.append(settled_row(line, outcome) if outcome is not None else waiting_row(line, held, busy_since.get(line.key), line.key in held_up))
        except Exception:
            rows.append(settled_row(line, unexpected("showing", line.task.source)))
    return rows
