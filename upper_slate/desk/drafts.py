"""A cell while it is being typed: how it reads so far, and its results where they are quick. Nothing is stored."""

from __future__ import annotations

from typing import Final

from ..core.line.result import DraftRow
from ..core.line.tasks import LineOutcome
from ..core.page.cells import PlannedLine
from ..core.page.known import function_head, names_of, tolerant_reading
from ..core.page.page import Answer, Page
from ..core.reading.unfinished import ends_in_unfinished_word
from ..store.outcomes import Outcomes
from ..workroom.workroom import Workroom
from .rows import settled_row
from .turns import Turn

#: Seconds of work that a draft may take for its result to appear while typing, and of waiting for a free worker besides.
_QUICK: Final = 2.0
_QUEUE: Final = 8.0


class Drafts:
    """Drafts of one worksheet; may be asked from any thread. A newer turn ends the working out of an older one."""

    def __init__(self, page: Page, memory: Outcomes, room: Workroom) -> None:
        self.page, self._memory, self._room = page, memory, room

    def read(self, cell_id: str | None, number: int, text: str) -> list[DraftRow]:
        """The lines as they read so far, with results that are known already."""
        return self._lines(cell_id, number, text, self._known)

    def try_out(self, cell_id: str | None, number: int, text: str, turn: Turn) -> list[DraftRow]:
        """The same with the results that are quick; an unfinished line is no error yet, so only results are given."""
        given_up = not turn.is_newest

        def answer(line: PlannedLine) -> LineOutcome | None:
            nonlocal given_up
            known = self._known(line)
            if known is not None or line.waits_for or given_up:
                return known
            outcome = turn.outcome(self._room.submit(line.task, limit=_QUICK, first=True), _QUICK + _QUEUE)
            given_up = outcome is None
            if outcome is not None and not outcome.failed:
                self._memory.remember(line.key, outcome)
            return outcome

        return self._lines(cell_id, number, text, answer)

    def _known(self, line: PlannedLine) -> LineOutcome | None:
        return None if line.waits_for else self._memory.get(line.key)

    def _lines(self, cell_id: str | None, number: int, text: str, answer: Answer) -> list[DraftRow]:
        drafted = self.page.draft(cell_id, number, text, answer)
        found: list[DraftRow] = []
        for line, outcome in zip(drafted.lines, drafted.outcomes, strict=True):
            names = names_of(line.task, function_head(line.task.source))
            found.append({"offset": line.offset, "reading": tolerant_reading(line.task.source, names, places=True),
                          "unfinished": ends_in_unfinished_word(line.task.source, names), "result": None if outcome is None else settled_row(line, outcome)})
        return found
