"""Lines that are tried out apart from every worksheet, as the handbook does: worked out like a page of their own, and stored nowhere."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from ..core.line.conventions import Conventions
from ..core.line.gate import unexpected
from ..core.line.result import LineRow, error_result
from ..core.line.tasks import LineOutcome
from ..core.page.cells import MathCell, PlannedCell, PlannedLine
from ..core.page.page import Page
from ..core.page.sources import Sources
from ..store.outcomes import Outcomes
from ..workroom.workroom import Workroom
from .rows import settled_row

#: Seconds that a line may take, and seconds that it is waited for besides while workers are at other lines.
_LIMIT: Final = 5.0
_QUEUE: Final = 10.0


def tried(texts: Sequence[str], memory: Outcomes, room: Workroom, sources: Sources) -> list[list[LineRow]]:
    """The lines of each cell with their results."""
    def answer(line: PlannedLine) -> LineOutcome:
        if line.waits_for:  # another worksheet that is being worked out
            return LineOutcome(error_result(line.task.source, "took-too-long", "Another worksheet that this uses is still being worked out."))
        known = memory.get(line.key)
        if known is not None:
            return known
        ticket = room.submit(line.task, limit=_LIMIT)
        outcome = ticket.outcome_within(_LIMIT + _QUEUE)
        if outcome is None:
            ticket.stop()
            return LineOutcome(error_result(line.task.source, "took-too-long", "This took too long to be tried here."))
        if not outcome.failed:
            memory.remember(line.key, outcome)
        return outcome

    page = Page(Conventions(), [MathCell(str(place), text) for place, text in enumerate(texts)], sources)
    for _ in page.settle(answer):
        pass
    return [_rows(cell) for cell in page.cells]


def _rows(cell: PlannedCell) -> list[LineRow]:
    return [settled_row(line, outcome or unexpected("trying", line.task.source)) for line, outcome in zip(cell.lines, cell.outcomes, strict=True)]
