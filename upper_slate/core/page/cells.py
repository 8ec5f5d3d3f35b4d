"""The cells of a page, and their lines in their places."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..line.tasks import LineOutcome, LineTask, MeaningData
from .timeline import ABOVE, ALL_NAMES, Event, result_word


@dataclass(frozen=True)
class PlannedLine:
    """A line in its place: what it needs, and the key under which its outcome is remembered."""

    cell_id: str
    index: int
    offset: int
    task: LineTask
    key: str
    #: The names or cells whose outcome is still being worked out, so that this line has to wait.
    waits_for: tuple[str, ...] = ()


@dataclass(frozen=True)
class MathCell:
    """A cell of the page: an identity that stays when it moves, and its text.

    With `is_note` it holds the values that stand in the sentences of a note, one on each line: they see what is above,
    say nothing to the cells below, and the note has no number.
    """

    id: str
    text: str
    is_note: bool = False


@dataclass(eq=False)
class PlannedCell:
    """A cell in its place with its lines, their outcomes, and what it says to the cells below.

    A note has the number of the cell above it. `result` is what `cell n` means; `has_result` is false for a cell of assumptions or of nothing.
    """

    id: str
    text: str
    number: int = 0
    is_note: bool = False
    lines: list[PlannedLine] = field(default_factory=list)
    outcomes: list[LineOutcome | None] = field(default_factory=list)
    events: list[Event] = field(default_factory=list)
    reads: frozenset[str] = frozenset()
    result: MeaningData | None = None
    has_result: bool = False
    is_pending: bool = False

    @property
    def rank(self) -> int:
        """Orders cells and notes down the page."""
        return 2 * self.number + self.is_note

    @property
    def counts_as_above(self) -> bool:
        """Whether `above` stops here."""
        return self.is_pending or (self.has_result and self.result is not None)

    def said(self) -> dict[str, list[tuple[object, ...]]]:
        """What it does to each word, to be compared with what it did before."""
        found: dict[str, list[tuple[object, ...]]] = {}
        for event in self.events:
            found.setdefault(event.word, []).append(event.signature)
            found.setdefault(ALL_NAMES, []).append((event.word, event.kind, event.uses))
        found[result_word(self.id)] = [(self.has_result, self.is_pending, self.result.key if self.result else "")]
        found[ABOVE] = [(self.counts_as_above,)]
        return found
