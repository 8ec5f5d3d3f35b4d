"""What happens to each name down a page: definitions, failures, assumptions and releases in page order.

A name's meaning at a place is the last thing that happened to it above. Kept by name, so that a change of one line costs
what that line and its dependents say, however long the page is.
"""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Final, Protocol

from ..line.tasks import MeaningData

#: Under this word stand the releases of everything (`free all`).
EVERYTHING: Final = "free all"

# What a line may look up besides names; each holds a space, so that no name is like it.
#: Looked up by lines that say numbers of cells: any cell inserted, removed or moved concerns them.
NUMBERS: Final = "numbers of cells"
#: Looked up by lines that compare with all names: which names there are, and what they were made with.
ALL_NAMES: Final = "all names"
#: Looked up by lines that use other worksheets: their titles, and what stands in them.
SOURCES: Final = "other worksheets"
#: Looked up by lines that say `above`: which cells have results.
ABOVE: Final = "cells with results"


def result_word(cell_id: str) -> str:
    """The word under which the result of a cell is looked up."""
    return f"result of {cell_id}"


class Place(Protocol):
    """Where something happens: a cell, whose number may change while it stays the same cell."""

    id: str
    number: int


@dataclass(frozen=True, eq=False)
class Event:
    """What a line does to a word: `kind` is defined, failed, pending or released; with `assumed`, `facts` hold from here on."""

    place: Place
    line: int
    word: str
    kind: str
    meaning: MeaningData | None = None
    #: how the meaning is written: `k = 4`
    text: str = ""
    #: the names that the meaning was made with
    uses: frozenset[str] = frozenset()
    facts: tuple[str, ...] = ()
    #: how it is typeset where no line of the page says it, and the title of the worksheet that it comes from
    latex: str = ""
    source: str = ""

    @property
    def position(self) -> tuple[int, int]:
        return (self.place.number, self.line)

    @property
    def signature(self) -> tuple[object, ...]:
        """Equal where two events mean the same to the lines below."""
        return (self.word, self.kind, self.meaning.key if self.meaning else "", self.text, self.uses, self.facts)


class Timeline:
    """Events by word. Lists are replaced, never changed: a reader in another thread sees the old or the new one."""

    def __init__(self) -> None:
        self._events: dict[str, list[Event]] = {}

    def add(self, events: Iterable[Event]) -> None:
        for event in events:
            held = self._events.get(event.word, [])
            at = bisect_left(held, event.position, key=_position)
            self._events[event.word] = [*held[:at], event, *held[at:]]

    def remove(self, events: Iterable[Event]) -> None:
        for event in events:
            held = [e for e in self._events.get(event.word, ()) if e is not event]
            if held:
                self._events[event.word] = held
            else:
                self._events.pop(event.word, None)

    def latest(self, word: str, at: tuple[int, int]) -> Event | None:
        """The last thing that happened to a word above a place; None where it has no meaning there."""
        held = self._events.get(word)
        if not held:
            return None
        k = bisect_left(held, at, key=_position)
        event = held[k - 1] if k else None
        if event is None or event.kind == "released":
            return None
        cleared = self._events.get(EVERYTHING)
        if cleared:
            k = bisect_left(cleared, at, key=_position)
            if k and cleared[k - 1].position > event.position:
                return None
        return event

    def facts(self, letter: str, at: tuple[int, int]) -> list[str]:
        """What is assumed of a letter at a place."""
        word = assumption(letter)
        found: list[str] = []
        for event in self._events.get(word, ()):
            if event.position >= at:
                break
            found = [] if event.kind == "released" else [*found, *event.facts]
        if found and self.latest(word, at) is None:  # everything was released since
            return []
        return found

    def in_force(self, at: tuple[int, int]) -> Iterator[Event]:
        """The latest event of every name that has a meaning, or a failed definition, at a place."""
        for word in list(self._events):
            if word == EVERYTHING or word.startswith(_ASSUMED):
                continue
            event = self.latest(word, at)
            if event is not None:
                yield event

    def of(self, word: str) -> list[Event]:
        """Everything that happens to a word, in page order."""
        return self._events.get(word, [])

    def words(self) -> list[str]:
        """Every name that something happens to on the page."""
        return [w for w in self._events if w != EVERYTHING and not w.startswith(_ASSUMED)]


_ASSUMED: Final = "assume "


def assumption(letter: str) -> str:
    """The word under which what is assumed of a letter stands."""
    return _ASSUMED + letter


def _position(event: Event) -> tuple[int, int]:
    return event.position
