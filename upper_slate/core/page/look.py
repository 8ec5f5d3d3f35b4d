"""What a cell sees above it."""

from __future__ import annotations

from typing import Protocol

from ..line.conventions import Conventions
from ..line.tasks import MeaningData
from .cells import PlannedCell
from .sources import Library, NotFound, Sources
from .timeline import ABOVE, ALL_NAMES, EVERYTHING, NUMBERS, SOURCES, Event, Timeline, assumption, result_word


class PageSeen(Protocol):
    """A page as its cells see it."""

    conventions: Conventions
    cells: list[PlannedCell]
    timeline: Timeline
    sources: Sources | None

    def cell_above(self, number: int) -> PlannedCell | None: ...


class Look:
    """What a cell sees above it. `own` holds what its earlier lines did; `reads` collects every word that was looked up."""

    def __init__(self, page: PageSeen, place: PlannedCell) -> None:
        self.page, self.place = page, place
        self.own = Timeline()
        self.reads: set[str] = set()

    @property
    def _number(self) -> int:
        """The first number that is not above."""
        return self.place.number + self.place.is_note

    @property
    def _above(self) -> tuple[int, int]:
        return (self._number, -1)

    def event(self, word: str) -> Event | None:
        """What happened last to a word."""
        self.reads |= {word, EVERYTHING}
        end = (self.place.number + 1, 0)
        if self.own.of(word) or self.own.of(EVERYTHING):
            return self.own.latest(word, end)
        return self.page.timeline.latest(word, self._above)

    def facts(self, letter: str) -> list[str]:
        """What is assumed of a letter."""
        word = assumption(letter)
        self.reads |= {word, EVERYTHING}
        end = (self.place.number + 1, 0)
        released = any(e.kind == "released" for e in [*self.own.of(word), *self.own.of(EVERYTHING)])
        return [*([] if released else self.page.timeline.facts(letter, self._above)), *self.own.facts(letter, end)]

    def names_in_force(self) -> dict[str, Event]:
        """Every name that has a meaning or a failed definition."""
        self.reads.add(ALL_NAMES)
        words = {e.word for e in self.page.timeline.in_force(self._above)} | set(self.own.words())
        return {w: e for w in words if (e := self.event(w)) is not None}

    def result(self, number: int) -> tuple[bool, bool, MeaningData | None]:
        """Whether a cell above has a result, whether that is still awaited, and the result."""
        self.reads.add(NUMBERS)
        if not 1 <= number < self._number or number > len(self.page.cells):
            return False, False, None
        cell = self.page.cells[number - 1]
        self.reads.add(result_word(cell.id))
        return cell.has_result or cell.is_pending, cell.is_pending, cell.result

    def above(self) -> int | None:
        """The number of the nearest cell above that has a result."""
        self.reads |= {ABOVE, NUMBERS}
        found = self.page.cell_above(self._number)
        return found.number if found else None

    def source(self, title: str) -> Library | NotFound | None:
        """Another worksheet; None while that is being worked out."""
        self.reads.add(SOURCES)
        return self.page.sources.find(title) if self.page.sources is not None else NotFound("missing")
