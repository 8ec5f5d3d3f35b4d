"""One open worksheet: works out what its changes ask for, in the background, and tells what happens."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any, Final

from ..core.line.conventions import Conventions
from ..core.line.result import DraftRow, LineRow
from ..core.line.tasks import GivenName, LineOutcome
from ..core.page.cells import MathCell, PlannedLine
from ..core.page.notes import planned_cell
from ..core.page.page import Page
from ..core.page.sources import Library, library_of, titles_used
from ..store.outcomes import Outcomes
from ..store.states import CellState, SheetState
from ..workroom.jobs import Ticket
from ..workroom.workroom import Workroom
from .drafts import Drafts
from .events import Event
from .graphs import Graphs
from .names import names_in_force
from .rows import rows_of
from .sources import SourcesHere
from .turns import Turn, Turns

#: A line that is ready so soon is waited for in its turn; a slower one lets the lines that do not need it go on.
_SHORT_WAIT: Final = 0.05
#: Seconds that a list of another worksheet's names is waited for.
_SOON: Final = 2.0
#: With more lines at work than this nothing is waited for: all workers are kept busy.
_MANY: Final = 4
#: How often results are told while a long page is worked out.
_TELL_EVERY: Final = 0.1
#: Seconds between notes of what is shown, which make opening quick but nothing right or wrong.
_KEEP_EVERY: Final = 5.0
#: Seconds after a pass that broke down until it is tried again by itself; each time four times as long. A change is tried at once.
_FIRST_PAUSE: Final = 0.5
_LAST_PAUSE: Final = 120.0
_TROUBLE: Final = "Something went wrong with this worksheet, so its results are not kept up to date. What you write is stored; the next change tries again."
#: Errors of lines that may end otherwise next time.
_ENDED: Final = ("took-too-long", "stopped", "out-of-memory")

Listener = Callable[[Event], None]


@dataclass
class _Busy:
    ticket: Ticket
    cell_id: str
    since: float = field(default_factory=time.time)
    waited_for: bool = False
    held_up: bool = False


class Desk:
    """Works out one worksheet whenever it changes. All public methods may be called from any thread."""

    def __init__(self, worksheet_id: str, sheet: SheetState, revision: int, memory: Outcomes, room: Workroom, sources: SourcesHere | None = None,
                 gave: Callable[[str], None] | None = None) -> None:
        self.worksheet_id = worksheet_id
        self._memory, self._room = memory, room
        #: held while a change is stored and told, so that changes are told in the order in which they were stored
        self.changing = threading.Lock()
        self._wake = threading.Condition()
        self._sheet, self._revision = sheet, revision
        self._done_revision = -1
        self._closing = False
        self._busy: dict[str, _Busy] = {}
        self._asked_again: list[str] = []
        self._sources = sources
        self._page = Page(sources=sources)
        #: what the worksheet gives to others, made once one of them asks; `gave` is called when it is another than before
        self._library: Library | None = None
        self._gives, self._gave = False, gave
        self._giving: set[str] = set()
        self._looks_again = False
        self._drafts = Drafts(self._page, memory, room)
        self.graphs = Graphs(self._page, room)
        self.turns = Turns()
        self._planned: dict[str, tuple[CellState, MathCell | None]] = {}
        self._shown: dict[str, list[LineRow]] = {}
        self._listeners: list[Listener] = []
        self._kept: list[str] = []
        self._kept_at = 0.0
        #: the sentence that says why the page is not worked out; None as long as it is
        self.trouble: str | None = None
        #: when it was last asked for
        self.used = time.monotonic()
        self._start()

    def _start(self) -> None:
        self._thread = threading.Thread(target=self._run, name=f"desk {self.worksheet_id}", daemon=True)
        self._thread.start()

    # -- asked from outside ----------------------------------------------------------------------------------------

    def update(self, sheet: SheetState, revision: int) -> None:
        """The worksheet has changed."""
        with self._wake:
            self._sheet, self._revision = sheet, revision
            if not self._thread.is_alive() and not self._closing:
                self._start()
            self._wake.notify_all()

    def results(self) -> dict[str, list[LineRow]]:
        """Results by cell, as far as they are known."""
        with self._wake:
            return dict(self._shown)

    def busy(self) -> dict[str, float]:
        """Cells at work, with the time since when."""
        with self._wake:
            return {b.cell_id: b.since for b in self._busy.values()}

    @property
    def is_at_rest(self) -> bool:
        """Nobody listens, and nothing is left to work out."""
        with self._wake:
            return not self._listeners and not self._busy and self._done_revision == self._revision

    def wait_until_done(self, seconds: float) -> bool:
        """Waits until the newest revision is worked out."""
        with self._wake:
            return self._wake.wait_for(lambda: self._done_revision == self._revision, seconds)

    def read_draft(self, cell_id: str | None, text: str) -> list[DraftRow]:
        """How a text reads in the place of a cell, or at the end of the page, with results that are known. Stores nothing."""
        return self._drafts.read(cell_id, self._number_at(cell_id, own=False) + 1, text)

    def try_draft(self, cell_id: str | None, text: str, turn: Turn) -> list[DraftRow]:
        """The same with the results that are quick; waits for them."""
        return self._drafts.try_out(cell_id, self._number_at(cell_id, own=False) + 1, text, turn)

    def names_at(self, cell_id: str | None) -> dict[str, Any]:
        """Names in force at a cell (at the end of the page without one), in page order, replaced ones marked; and the plain letters."""
        names, letters = names_in_force(self._page, self._number_at(cell_id, own=True))
        return {"names": [{"name": n.name, "latex": n.latex, "cell": n.cell, "cellId": n.cell_id, "usedBy": n.used_by, "users": list(n.users),
                           "replacedIn": n.replaced_in, "failed": n.failed, "source": self._source(n.source)} for n in names], "letters": letters}

    def _source(self, title: str) -> dict[str, str] | None:
        """The worksheet that a name comes from."""
        found = self._sources.worksheet_of(title) if title and self._sources else None
        return {"title": title, "worksheetId": found} if found else None

    def sources(self) -> list[str]:
        """The titles of the other worksheets, those that stand twice with their folders."""
        return self._sources.titles() if self._sources else []

    def names_of(self, title: str) -> list[GivenName]:
        """What another worksheet gives; nothing where it is not there, or not worked out soon."""
        end = time.monotonic() + _SOON
        while self._sources is not None:
            found = self._sources.find(title)
            if isinstance(found, Library):
                return [name for name in found.names.values() if name.state == "defined"]
            if found is not None or time.monotonic() > end:
                break
            time.sleep(0.05)
        return []

    def _number_at(self, cell_id: str | None, own: bool) -> int:
        """How many math cells stand above a cell, or on the page without one; with `own` the cell itself counts."""
        count = 0
        for cell in self._sheet.cells:
            if cell.id == cell_id and not own:
                return count
            count += cell.kind == "math"
            if cell.id == cell_id:
                return count
        return count

    def library(self) -> Library | None:
        """What the worksheet gives to others; None until it is there for the first time."""
        with self._wake:
            if not self._gives:
                self._gives = self._looks_again = True
                self._wake.notify_all()
            return self._library

    def look_again(self) -> None:
        """Something in another worksheet, or a title, has changed: the lines that use others are looked at again."""
        with self._wake:
            self._looks_again = True
            self._wake.notify_all()

    def stop(self, cell_id: str | None = None) -> int:
        """Stops the lines at work in a cell, or all; returns how many."""
        with self._wake:
            tickets = [b.ticket for b in self._busy.values() if cell_id in (None, b.cell_id)]
        for ticket in tickets:
            ticket.stop()
        return len(tickets)

    def again(self, cell_id: str) -> None:
        """Forgets outcomes of a cell that ended by a limit or Stop, and tries once more."""
        with self._wake:
            for line in self._shown.get(cell_id, []):
                if line["error"] and line["error"]["code"] in _ENDED:
                    del self._memory[line["key"]]
            self._asked_again.append(cell_id)
            self._wake.notify_all()

    def listen(self, listener: Listener) -> Callable[[], None]:
        """Calls the listener with every event; the returned function ends that."""
        with self._wake:
            self._listeners.append(listener)

        def leave() -> None:
            with self._wake:
                if listener in self._listeners:
                    self._listeners.remove(listener)

        return leave

    def tell(self, event: Event) -> None:
        """Sends an event to every listener."""
        for listener in list(self._listeners):
            try:
                listener(event)
            except Exception:  # its window is gone, and its stream has not noticed yet
                logging.getLogger(__name__).info("a listener of worksheet %s took no event", self.worksheet_id, exc_info=True)

    def close(self) -> None:
        with self._wake:
            self._closing = True
            self._wake.notify_all()
        self.stop()
        self._thread.join(timeout=2)
        self._keep_shown()

    # -- working ---------------------------------------------------------------------------------------------------

    def _run(self) -> None:
        """One turn after the other. What breaks a turn is said on the page, and the next one begins with a page planned from nothing."""
        wait = _FIRST_PAUSE
        self._memory.load_shown(self.worksheet_id)
        while not self._closing:
            with self._wake:
                sheet, revision = self._sheet, self._revision
                looks_again, self._looks_again = self._looks_again, False
            try:
                if looks_again:
                    self._page.touch_sources()
                self._pass(sheet, revision)
                self._give()
                self._say(None)
                self._rest(revision)
                wait = _FIRST_PAUSE
            except Exception:
                if self._closing:
                    return
                logging.getLogger(__name__).exception("a pass over worksheet %s broke down", self.worksheet_id)
                self._say(_TROUBLE)
                self._begin_anew()
                with self._wake:
                    self._wake.wait_for(lambda at=revision: self._closing or self._revision != at, timeout=wait)  # type: ignore[misc]
                wait = min(wait * 4, _LAST_PAUSE)

    def _say(self, trouble: str | None) -> None:
        """What keeps the page from being worked out, or that nothing does any more."""
        if trouble != self.trouble:
            self.trouble = trouble
            self.tell({"type": "trouble", "sentence": trouble})

    def _begin_anew(self) -> None:
        """Forgets the page as it is planned: it may be half changed."""
        with self._wake:
            busy, self._busy = list(self._busy.values()), {}
        for item in busy:
            item.ticket.stop()
        self._page, self._planned = Page(sources=self._sources), {}
        self._drafts.page = self.graphs.page = self._page

    def _rest(self, revision: int) -> None:
        """Says that a revision is worked out, and sleeps until there is something to do."""
        with self._wake:
            is_done = self._revision == revision and not self._page.unsettled
            if is_done and self._done_revision != revision:
                self._done_revision = revision
                self._wake.notify_all()
        if is_done:
            self.tell({"type": "done", "revision": revision})
            if time.monotonic() - self._kept_at > _KEEP_EVERY:
                self._keep_shown()
        with self._wake:
            asked_for = lambda: self._revision != revision or self._asked_again or self._looks_again or self._finished() or self._otherwise() or self._left_behind()  # noqa: E731
            self._wake.wait_for(lambda: self._closing or asked_for(), timeout=None if is_done else 5)
            finished, asked = self._finished() | self._otherwise(), self._asked_again
            self._asked_again = []
        for cell in list(self._page.unsettled):
            if any(line.key in finished for line in cell.lines):
                self._page.touch(cell.id)
        for cell_id in self._left_behind():
            self._page.touch(cell_id)
        for cell_id in asked:
            self._page.touch(cell_id)

    def _give(self) -> None:
        """Makes anew what the worksheet gives to others, where one of them has asked."""
        if not self._gives:
            return
        giving: set[str] = set()

        def answer(line: PlannedLine) -> LineOutcome | None:
            giving.add(line.key)
            return self._answer(line)

        made = library_of(self._sheet.title, self._page, titles_used([cell for _, cell in self._planned.values() if cell is not None]), answer)
        self._giving = giving
        if made != self._library:
            self._library = made
            if self._gave:
                self._gave(self.worksheet_id)

    def _keep_shown(self) -> None:
        keys = [line.key for cell in self._page.all for line in cell.lines if line.key]
        if keys != self._kept:
            self._memory.keep_shown(self.worksheet_id, keys)
            self._kept, self._kept_at = keys, time.monotonic()

    def _finished(self) -> set[str]:
        return {key for key, busy in self._busy.items() if busy.ticket.is_done}

    def _left_behind(self) -> list[str]:
        """Cells with a line that has no outcome and that nobody works at: the same line further down had it first."""
        return [cell.id for cell in self._page.unsettled
                if any(outcome is None and not line.waits_for and line.key not in self._busy for line, outcome in zip(cell.lines, cell.outcomes, strict=False))]

    def _otherwise(self) -> set[str]:
        """The lines at work that are held up and were not, or the other way round."""
        return {key for key, busy in self._busy.items() if busy.ticket.is_held_up != busy.held_up}

    def _pass(self, sheet: SheetState, revision: int) -> None:
        """Brings the page to a state of the worksheet and plans what that reaches, as far as outcomes are there."""
        self._page.change(self._planned_cells(sheet), Conventions(**sheet.conventions))
        with self._wake:
            self._shown = {cell_id: rows for cell_id, rows in self._shown.items() if cell_id in self._page}
        changed: dict[str, list[LineRow]] = {}
        told = time.monotonic()
        for cell in self._page.settle(self._answer):
            before = self._shown.get(cell.id, [])
            for line in cell.lines:
                if (busy := self._busy.get(line.key)) is not None:
                    busy.held_up = busy.ticket.is_held_up
            rows = rows_of(cell, before, {key: busy.since for key, busy in self._busy.items()}, {key for key, busy in self._busy.items() if busy.held_up})
            if rows != before or cell.id not in self._shown:
                changed[cell.id] = rows
            if changed and time.monotonic() - told > _TELL_EVERY:
                self._publish(changed, revision)
                changed, told = {}, time.monotonic()
            if self._revision != revision or self._closing:
                break
        self._publish(changed, revision)
        self._drop_unwanted()

    def _planned_cells(self, sheet: SheetState) -> list[MathCell]:
        """What is to be planned; of a cell that is the very one of before nothing is made again."""
        before, self._planned = self._planned, {}
        for cell in sheet.cells:
            held = before.get(cell.id)
            self._planned[cell.id] = held if held is not None and held[0] is cell else (cell, planned_cell(cell.id, cell.kind, cell.text))
        return [made for _, made in self._planned.values() if made is not None]

    def _publish(self, changed: dict[str, list[LineRow]], revision: int) -> None:
        if changed:
            with self._wake:
                self._shown |= changed
            self.tell({"type": "results", "revision": revision, "cells": changed})

    def _answer(self, line: PlannedLine) -> LineOutcome | None:
        if line.waits_for:
            return None
        known = self._memory.get(line.key)
        if known is not None:
            return known
        busy = self._busy.get(line.key)
        if busy is None:
            busy = _Busy(self._room.submit(line.task, owner=self.worksheet_id), line.cell_id)
            with self._wake:
                self._busy[line.key] = busy
            busy.ticket.when_done(self._news)
            busy.ticket.when_held_up(self._news)
        outcome = busy.ticket.outcome_within(0 if busy.waited_for or len(self._busy) > _MANY else _SHORT_WAIT)
        busy.waited_for = True
        if outcome is None:
            return None
        self._memory[line.key] = outcome
        with self._wake:
            self._busy.pop(line.key, None)
        return outcome

    def _drop_unwanted(self) -> None:
        """Ends what no line waits for any more."""
        wanted = {line.key for cell in self._page.unsettled for line in cell.lines} | self._giving
        with self._wake:
            unwanted = [self._busy.pop(key) for key in list(self._busy) if key not in wanted]
        for busy in unwanted:
            busy.ticket.stop()

    def _news(self) -> None:
        with self._wake:
            self._wake.notify_all()
