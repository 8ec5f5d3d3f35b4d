"""Lines that are tried out apart from every worksheet, as the handbook does: worked out like a page of their own, and stored nowhere."""

from __future__ import annotations

import time
from collections.abc import Sequence
from typing import Final

from ..core.line.conventions import Conventions
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
#: Seconds that other worksheets are waited for, and how often they are looked at.
_OTHERS: Final = 5.0
_LOOK: Final = 0.1


def tried(texts: Sequence[str], memory: Outcomes, room: Workroom, sources: Sources, with_units: bool = False) -> list[list[LineRow]]:
    """The lines of each cell with their results; everything but the units is as usual."""
    def answer(line: PlannedLine) -> LineOutcome | None:
        if line.waits_for:  # another worksheet that is being worked out
            return None
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

    page = Page(Conventions(units="on" if with_units else "off"), [MathCell(str(place), text) for place, text in enumerate(texts)], sources)
    end = time.monotonic() + _OTHERS
    for _ in page.settle(answer):
        pass
    while page.unsettled and time.monotonic() < end:
        time.sleep(_LOOK)
        page.touch_sources()
        for _ in page.settle(answer):
            pass
    return [_rows(cell) for cell in page.cells]


def _rows(cell: PlannedCell) -> list[LineRow]:
    return [settled_row(line, outcome or _waits(line)) for line, outcome in zip(cell.lines, cell.outcomes, strict=True)]


def _waits(line: PlannedLine) -> LineOutcome:
    return LineOutcome(error_result(line.task.source, "took-too-long", "Another worksheet that this uses is still being worked out."))
