"""The page as a pure function with a memory: names in force by page order, dependencies, results by key.

The key of a line's outcome is a hash of everything that it depends on: its text, the keys of the meanings that it uses
(and of the letters in them), the assumptions and conventions that matter, and the version of the core. Same key, same
outcome: from memory, or from wherever the memory got it. A line whose key is known is never worked out again.

A page that stays open is planned again only where a change reaches: each cell remembers the words that it looked up, and
a cell whose events (see `timeline`) differ from before has the readers of those words below it planned again.
"""

from __future__ import annotations

import heapq
from collections.abc import Callable, Iterator, MutableMapping, Sequence
from dataclasses import replace
from typing import Any

from ..language.words import CONSTANTS, function_named
from ..line.conventions import Conventions
from ..line.gate import unexpected
from ..line.result import LineResult
from ..line.tasks import LineOutcome, LineTask
from ..reading.tokens import canonical_name, split_lines
from ..reading.uses import Use, use_of
from .cells import MathCell, PlannedCell, PlannedLine
from .look import Look
from .planning import PENDING, plan_line
from .sources import Answer, Sources
from .timeline import EVERYTHING, NUMBERS, SOURCES, Event, Timeline, assumption
from .words import defined_name, released_letters

Memory = MutableMapping[str, LineOutcome]
Executor = Callable[[LineTask], LineOutcome]


class Page:
    """A page that stays open: cells come and go, and what a change reaches is planned again by `settle`.

    One thread changes it; others may ask for drafts and names meanwhile.
    """

    def __init__(self, conventions: Conventions | None = None, cells: Sequence[MathCell] = (), sources: Sources | None = None) -> None:
        self.conventions = conventions or Conventions()
        #: the numbered cells in order; and with the notes between them
        self.cells: list[PlannedCell] = []
        self.all: list[PlannedCell] = []
        self.timeline = Timeline()
        #: the other worksheets, where there are any
        self.sources = sources
        self._by_id: dict[str, PlannedCell] = {}
        self._readers: dict[str, set[PlannedCell]] = {}
        self._dirty: set[PlannedCell] = set()
        #: the dirty cells by number, while `settle` goes down the page
        self._queue: list[tuple[int, str]] | None = None
        #: cells with a line whose outcome is not there yet
        self.unsettled: set[PlannedCell] = set()
        self.change(cells, self.conventions)

    def __getitem__(self, cell_id: str) -> PlannedCell:
        return self._by_id[cell_id]

    def __contains__(self, cell_id: object) -> bool:
        return cell_id in self._by_id

    def get(self, cell_id: str) -> PlannedCell | None:
        """The cell, if it is on the page."""
        return self._by_id.get(cell_id)

    # -- changes ---------------------------------------------------------------------------------------------------

    def change(self, cells: Sequence[MathCell], conventions: Conventions) -> None:
        """Brings the page to new cells and conventions; what that reaches waits for `settle`."""
        before = self.all
        if conventions != self.conventions:
            shown_only = replace(conventions, results=self.conventions.results) == self.conventions
            self.conventions = conventions
            if not shown_only:
                for cell in before:
                    self._mark(cell)
        turned = False
        for given in cells:
            held = self._by_id.get(given.id)
            if held is not None and (held.text, held.is_note) != (given.text, given.is_note):
                if held.is_note != given.is_note:
                    turned = True
                    self._withdraw(held)
                held.text, held.is_note = given.text, given.is_note
                self._mark(held)
        if not turned and len(before) == len(cells) and all(a.id == b.id for a, b in zip(before, cells, strict=True)):
            return
        self._arrange(cells)

    def _arrange(self, cells: Sequence[MathCell]) -> None:
        wanted = {c.id for c in cells}
        for gone in [c for c in self.all if c.id not in wanted]:
            del self._by_id[gone.id]
            self._withdraw(gone)
        kept = _in_order([self._by_id[c.id] for c in cells if c.id in self._by_id])
        placed: list[PlannedCell] = []
        moved: list[PlannedCell] = []
        for given in cells:
            held = self._by_id.get(given.id)
            if held is None:
                held = self._by_id[given.id] = PlannedCell(given.id, given.text, is_note=given.is_note)
                self._mark(held)
            elif held not in kept:
                moved.append(held)
            placed.append(held)
        said = [(cell, cell.said()) for cell in moved]
        for cell in moved:
            self._withdraw(cell)
        number = 0
        for cell in placed:
            number += not cell.is_note
            cell.number = number
        self.all, self.cells = placed, [c for c in placed if not c.is_note]
        for cell, words in said:  # whoever saw it where it was, or may see it where it is
            self._mark(cell)
            self._touch(words)
        self._touch([NUMBERS])

    def _withdraw(self, cell: PlannedCell) -> None:
        self._touch(cell.said())
        self.timeline.remove(cell.events)
        self._set_reads(cell, frozenset())
        cell.events = []
        self._dirty.discard(cell)
        self.unsettled.discard(cell)

    def _touch(self, words: Sequence[str] | dict[str, Any], below: int = -1) -> None:
        for word in words:
            for reader in self._readers.get(word, ()):
                if reader.rank > below:
                    self._mark(reader)

    def _mark(self, cell: PlannedCell) -> None:
        if cell not in self._dirty:
            self._dirty.add(cell)
            if self._queue is not None:
                heapq.heappush(self._queue, (cell.rank, cell.id))

    def touch(self, cell_id: str) -> None:
        """Has a cell looked at again: an outcome has come that it waited for."""
        if cell_id in self._by_id:
            self._mark(self._by_id[cell_id])

    def touch_sources(self) -> None:
        """Has the lines looked at again that use other worksheets: something there has changed."""
        self._touch([SOURCES])

    # -- planning --------------------------------------------------------------------------------------------------

    def settle(self, answer: Answer) -> Iterator[PlannedCell]:
        """Plans what a change reaches, from the top; yields each cell that was planned. May be left and taken up again."""
        self._queue = [(c.rank, c.id) for c in self._dirty]
        heapq.heapify(self._queue)
        try:
            while self._queue:
                cell = self._by_id[heapq.heappop(self._queue)[1]]
                self._plan(cell, answer)
                yield cell
        finally:
            self._queue = None

    def _plan(self, cell: PlannedCell, answer: Answer) -> None:
        said = cell.said()
        self._dirty.discard(cell)
        try:
            planned = self._planned(cell, cell.text, answer)
        except BaseException:
            self._dirty.add(cell)
            raise
        cell.lines, cell.outcomes = planned.lines, planned.outcomes
        cell.result, cell.has_result, cell.is_pending = planned.result, planned.has_result, planned.is_pending
        self.timeline.remove(cell.events)
        cell.events = planned.events
        self.timeline.add(cell.events)
        self._set_reads(cell, planned.reads)
        (self.unsettled.add if None in cell.outcomes else self.unsettled.discard)(cell)
        now = cell.said()
        self._touch([word for word in {*said, *now} if said.get(word) != now.get(word)], below=cell.rank)

    def _planned(self, place: PlannedCell, text: str, answer: Answer) -> PlannedCell:
        """The lines of a text in the place of a cell, and what they would say; the page stays as it is."""
        found = PlannedCell(place.id, text, place.number, place.is_note)
        look = Look(self, place)
        previous: Any = None
        for index, (line_text, offset) in enumerate(_values_of(text) if place.is_note else split_lines(text)):
            line, outcome = _planned_line(look, place, (index, offset, line_text), previous, answer)
            found.lines.append(line)
            found.outcomes.append(outcome)
            if outcome is None:
                found.is_pending = not place.is_note
                previous = PENDING
                events = _postponed(place, line)
            else:
                previous = outcome.previous
                events = _events_of(place, line, outcome)
                if outcome.result["kind"] not in ("empty", "assumption", "release", "use") and not place.is_note:
                    found.has_result = True
                    found.result = replace(outcome.outcome, key=line.key) if outcome.outcome else None
            if not place.is_note:
                found.events += events
                look.own.add(events)
        found.reads = frozenset(look.reads)
        return found

    def _set_reads(self, cell: PlannedCell, reads: frozenset[str]) -> None:
        for word in cell.reads - reads:
            readers = self._readers.get(word, set())
            readers.discard(cell)
            if not readers:
                self._readers.pop(word, None)
        for word in reads - cell.reads:
            self._readers.setdefault(word, set()).add(cell)
        cell.reads = reads

    # -- asked by others -------------------------------------------------------------------------------------------

    def draft(self, cell_id: str | None, number: int, text: str, answer: Answer) -> PlannedCell:
        """How a text would be planned in the place of a cell, or as a new cell of that number. Nothing is changed."""
        place = self._by_id.get(cell_id or "") or PlannedCell(cell_id or "draft", text, number)
        return self._planned(place, text, answer)

    def readers(self, word: str) -> list[PlannedCell]:
        """The cells whose lines look a word up, in page order."""
        return sorted(self._readers.get(word, set()), key=lambda c: c.number)

    def cell_above(self, number: int) -> PlannedCell | None:
        """The nearest cell above that has a result."""
        above = (self.cells[k] for k in range(min(number - 1, len(self.cells)) - 1, -1, -1))
        return next((cell for cell in above if cell.counts_as_above), None)


def _in_order(cells: list[PlannedCell]) -> set[PlannedCell]:
    """The most cells that stand in the order in which they stood (a longest run of their ranks): the others have moved."""
    tails: list[int] = []
    at: list[int] = []
    before: list[int | None] = []
    for k, cell in enumerate(cells):
        low, high = 0, len(tails)
        while low < high:
            middle = (low + high) // 2
            if tails[middle] <= cell.rank:
                low = middle + 1
            else:
                high = middle
        tails[low:low + 1] = [cell.rank]
        at[low:low + 1] = [k]
        before.append(at[low - 1] if low else None)
    kept: set[PlannedCell] = set()
    k_: int | None = at[-1] if at else None
    while k_ is not None:
        kept.add(cells[k_])
        k_ = before[k_]
    return kept


def _planned_line(look: Look, place: PlannedCell, at: tuple[int, int, str], previous: Any, answer: Answer) -> tuple[PlannedLine, LineOutcome | None]:
    """A line with its outcome, as far as it is there. What fails in a way that nobody expected fails for this line alone."""
    index, offset, text = at
    line = None
    try:
        line = plan_line(look, place.id, index, offset, text, previous)
        return line, answer(line)
    except Exception:
        if line is None:
            line = PlannedLine(place.id, index, offset, LineTask(text, place.number, look.page.conventions.as_dict()), "")
        return line, unexpected("planning", text)


def _values_of(text: str) -> list[tuple[str, int]]:
    """The values of a note: one on each line, whatever brackets are open in it."""
    return [(line, 0) for line in text.split("\n")]


def _postponed(place: PlannedCell, line: PlannedLine) -> list[Event]:
    """The line has no outcome yet: its name cannot be used so far, nor those that it takes from another worksheet."""
    if (use := use_of(line.task.source)) is not None:
        names = use.names or tuple(given.name for given in (line.task.given.names if line.task.given else ()))
        return [Event(place, line.index, canonical_name(n), "pending") for n in names]
    name = defined_name(line.task.source)
    return [Event(place, line.index, name, "pending")] if name else []


def _events_of(place: PlannedCell, line: PlannedLine, outcome: LineOutcome) -> list[Event]:
    """What the line brings into force."""
    if (use := use_of(line.task.source)) is not None:
        return _taken(place, line, use, outcome)
    result, name = outcome.result, outcome.result["name"]
    events: list[Event] = []
    if outcome.defined is not None and name:
        text = _written(result, outcome.defined.written or name)
        events.append(Event(place, line.index, name, "defined", replace(outcome.defined, key=line.key), text, frozenset(line.task.names) - {name}))
    elif result["error"] is not None:
        failed = name or defined_name(line.task.source)
        if failed and not function_named(failed) and failed not in CONSTANTS:
            events.append(Event(place, line.index, failed, "failed"))
    for letter, facts in outcome.assumptions.items():
        events.append(Event(place, line.index, assumption(letter), "assumed", facts=tuple(facts)))
    if result["kind"] == "release":
        letters = released_letters(line.task.source)
        words = [EVERYTHING] if letters is None else [w for letter in letters for w in (letter, assumption(letter))]
        events += [Event(place, line.index, word, "released") for word in words]
    return events


def _taken(place: PlannedCell, line: PlannedLine, use: Use, outcome: LineOutcome) -> list[Event]:
    """The names that a line brings from another worksheet."""
    given = line.task.given
    if given is None or outcome.failed:
        return [Event(place, line.index, canonical_name(name), "failed") for name in use.names or () if not function_named(canonical_name(name))]
    return [Event(place, line.index, name.name, name.state, name.meaning, name.text, latex=name.latex, source=given.title) for name in given.names]


def _written(result: LineResult, left: str) -> str:
    """A meaning as it is written; long ones only by name."""
    text = (result["exact"] or result["decimal"] or {"text": ""})["text"]
    return f"{left} = {text}" if 0 < len(text) <= 40 else f"the earlier {left}"
