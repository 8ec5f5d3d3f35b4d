"""Graphs with what was chosen beside their lines: another window, an area, a tangent. Nothing is stored."""

from __future__ import annotations

import threading
from collections import OrderedDict
from typing import Final

from ..core.line.tasks import LineOutcome, ViewData
from ..core.page.page import Page
from ..core.page.planning import with_view
from ..workroom.workroom import Workroom
from .turns import Turn

#: Seconds that curves, and all that is found on them, may take.
_LIMIT: Final = 10.0
#: Seconds that they may wait for a free worker besides.
_QUEUE: Final = 10.0
#: A window is left again and again while it is moved: only the last ones are worth keeping.
_KEPT: Final = 24


class Graphs:
    """Graphs of one worksheet in other views; may be asked from any thread."""

    def __init__(self, page: Page, room: Workroom) -> None:
        self.page, self._room = page, room
        self._newest: OrderedDict[str, LineOutcome] = OrderedDict()
        self._lock = threading.Lock()

    def seen(self, cell_id: str, line: int, view: ViewData, turn: Turn) -> LineOutcome | None:
        """The outcome of a line of a cell in a view; None where there is no such line, it waits for another, or a newer view was asked for."""
        cell = self.page.get(cell_id)
        planned = next((p for p in cell.lines if p.index == line), None) if cell else None
        if planned is None or planned.waits_for:
            return None
        wanted = with_view(planned, view)
        with self._lock:
            outcome = self._newest.get(wanted.key)
        if outcome is None and turn.is_newest:
            outcome = turn.outcome(self._room.submit(wanted.task, limit=_LIMIT, first=True), _LIMIT + _QUEUE)
            if outcome is not None and not outcome.failed:
                self._keep(wanted.key, outcome)
        return outcome

    def _keep(self, key: str, outcome: LineOutcome) -> None:
        with self._lock:
            self._newest[key] = outcome
            while len(self._newest) > _KEPT:
                self._newest.popitem(last=False)
