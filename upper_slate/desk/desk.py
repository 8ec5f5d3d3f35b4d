"""One open worksheet: works out what its changes ask for, in the background, and tells what happens."""

from __future__ import annotations

import logging
import threading
import time
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from typing import Any, Final

from ..core.meaning.conventions import Conventions
from ..core.meaning.known import function_head, known_names, tolerant_reading
from ..core.meaning.page import MathCell, PlannedLine, State, plan, words_of
from ..core.meaning.tasks import LineOutcome, empty_result
from ..core.reading.names import KnownNames
from ..store.operations import SheetState
from ..store.outcomes import Outcomes
from ..workroom.workroom import Ticket, Workroom

#: A line that is ready so soon is waited for in its turn; a slower one lets the lines that do not need it go on.
_SHORT_WAIT: Final = 0.05
#: How long a draft may take for its result to appear while typing.
_QUICK: Final = 1.5
#: How often a draft that is being worked out looks whether a newer one has come.
_DRAFT_LOOK: Final = 0.05

Listener = Callable[[dict[str, Any]], None]


@dataclass(frozen=True)
class Definition:
    """A name given on the page: where, how it reads, and what replaced it."""

    name: str
    cell: int
    cell_id: str
    latex: str
    kind: str
    failed: bool
    letters: tuple[str, ...] = ()


@dataclass
class _Busy:
    ticket: Ticket
    line: PlannedLine
    since: float = field(default_factory=time.time)
    told: bool = False


class Desk:
    """Works out one worksheet whenever it changes. All public methods may be called from any thread."""

    def __init__(self, worksheet_id: str, sheet: SheetState, revision: int, memory: Outcomes, room: Workroom) -> None:
        self.worksheet_id = worksheet_id
        self._memory, self._room = memory, room
        self._wake = threading.Condition()
        self._sheet, self._revision = sheet, revision
        self._done_revision = -1
        self._closing = False
        self._busy: dict[str, _Busy] = {}
        self._newest_draft = 0
        self._shown: dict[str, list[dict[str, Any]]] = {}
        self._definitions: list[Definition] = []
        self._used_by: dict[tuple[str, int], int] = {}
        self._states: State | None = None
        self._listeners: list[Listener] = []
        self._thread = threading.Thread(target=self._run, name=f"desk {worksheet_id}", daemon=True)
        self._thread.start()

    # -- asked from outside ----------------------------------------------------------------------------------------

    def update(self, sheet: SheetState, revision: int) -> None:
        """The worksheet has changed."""
        with self._wake:
            self._sheet, self._revision = sheet, revision
            self._wake.notify_all()

    def results(self) -> dict[str, list[dict[str, Any]]]:
        """Results by cell, as far as they are known."""
        with self._wake:
            return dict(self._shown)

    def busy(self) -> dict[str, float]:
        """Cells at work, with the time since when."""
        with self._wake:
            return {b.line.cell_id: b.since for b in self._busy.values()}

    def definitions(self) -> list[Definition]:
        with self._wake:
            return list(self._definitions)

    def used_by(self) -> dict[tuple[str, int], int]:
        """How many lines use the name as it was given in that cell."""
        with self._wake:
            return dict(self._used_by)

    def wait_until_done(self, seconds: float) -> bool:
        """Waits until the newest revision is worked out."""
        end = time.monotonic() + seconds
        with self._wake:
            while self._done_revision != self._revision:
                rest = end - time.monotonic()
                if rest <= 0:
                    return False
                self._wake.wait(rest)
            return True

    def draft(self, cell_id: str | None, text: str, with_results: bool) -> list[dict[str, Any]]:
        """How a text reads in the place of a cell, or at the end of the page; results only where they are quick. Stores nothing."""
        lines: list[dict[str, Any]] = []
        for step, state_names in self._draft_steps(cell_id, text):
            line: dict[str, Any] = {"offset": step.offset, "reading": tolerant_reading(step.task.source, state_names, places=True), "result": None}
            lines.append(line)
        if with_results:
            self._add_quick_results(cell_id, text, lines)
        return lines

    def _cells_with_draft(self, cell_id: str | None, text: str) -> list[MathCell]:
        cells = [MathCell(c.id, c.text) for c in self._sheet.cells if c.kind == "math" or c.id == cell_id]
        ids = [c.id for c in cells]
        at = ids.index(cell_id) if cell_id in ids else len(cells)
        return [*cells[:at], MathCell(cell_id or "draft", text)]

    def _draft_steps(self, cell_id: str | None, text: str) -> Iterator[tuple[PlannedLine, KnownNames]]:
        """The lines of the draft, each with the names that it sees; what is above comes from memory only."""
        cells = self._cells_with_draft(cell_id, text)
        steps = plan(cells, Conventions(**self._sheet.conventions))
        step = next(steps)
        while isinstance(step, PlannedLine):
            if step.cell == len(cells):
                yield step, known_names(step.task.names, step.task.failed, function_head(step.task.source))
            outcome = None if step.waits_for else self._memory.get(step.key)
            step = steps.send(outcome)  # type: ignore[attr-defined]

    def _add_quick_results(self, cell_id: str | None, text: str, lines: list[dict[str, Any]]) -> None:
        """Works out the lines of a draft for a short while; an unfinished line is no error yet, so only results are given."""
        cells = self._cells_with_draft(cell_id, text)
        steps = plan(cells, Conventions(**self._sheet.conventions))
        step = next(steps)
        at = 0
        self._newest_draft = draft = self._newest_draft + 1
        while isinstance(step, PlannedLine):
            outcome = None if step.waits_for else self._memory.get(step.key)
            if step.cell == len(cells):
                if outcome is None and not step.waits_for:
                    ticket = self._room.submit(step.task, limit=2)
                    outcome = self._draft_outcome(ticket, draft)
                    if outcome is None:
                        ticket.stop()
                    elif not outcome.failed:
                        self._memory.remember(step.key, outcome)
                if outcome is not None:
                    lines[at]["result"] = {**outcome.result, "key": step.key, "offset": step.offset}
                at += 1
            step = steps.send(outcome)  # type: ignore[attr-defined]

    def _draft_outcome(self, ticket: Ticket, draft: int) -> LineOutcome | None:
        """The outcome if it is quick; a draft that a newer one has replaced gives its worker up at once."""
        end = time.monotonic() + _QUICK
        while draft == self._newest_draft and time.monotonic() < end:
            if outcome := ticket.outcome_within(_DRAFT_LOOK):
                return outcome
        return None

    def names_at(self, cell_id: str | None) -> dict[str, Any]:
        """Names in force at a cell (at the end of the page without one), in page order, replaced ones marked; and the plain letters."""
        with self._wake:
            math = [c.id for c in self._sheet.cells if c.kind == "math"]
            order = [c.id for c in self._sheet.cells]
            limit = self._number_before(order, math, cell_id)
            above = [d for d in self._definitions if d.cell <= limit]
            used = self._used_by
        names = []
        for k, d in enumerate(above):
            later = next((o.cell for o in above[k + 1:] if o.name == d.name), None)
            names.append({"name": d.name, "latex": d.latex, "cell": d.cell, "cellId": d.cell_id, "usedBy": used.get((d.name, d.cell), 0),
                          "replacedIn": later, "failed": d.failed})
        taken = {d.name for d in above}
        letters = sorted({letter for d in above for letter in d.letters} - taken)
        return {"names": names, "letters": letters}

    @staticmethod
    def _number_before(order: list[str], math: list[str], cell_id: str | None) -> int:
        """The number of the last math cell at or above a cell."""
        if cell_id not in order:
            return len(math)
        above = set(order[:order.index(cell_id) + 1])
        return sum(1 for c in math if c in above)

    def stop(self, cell_id: str | None = None) -> int:
        """Stops the lines at work in a cell, or all; returns how many."""
        with self._wake:
            tickets = [b.ticket for b in self._busy.values() if cell_id in (None, b.line.cell_id)]
        for ticket in tickets:
            ticket.stop()
        return len(tickets)

    def again(self, cell_id: str) -> None:
        """Forgets outcomes of a cell that ended by a limit or Stop, and tries once more."""
        with self._wake:
            for line in self._shown.get(cell_id, []):
                if line["error"] and line["error"]["code"] in ("took-too-long", "stopped", "out-of-memory"):
                    del self._memory[line["key"]]
            self._done_revision = -1
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

    @property
    def has_listeners(self) -> bool:
        return bool(self._listeners)

    def tell(self, event: dict[str, Any]) -> None:
        """Sends an event to every listener."""
        for listener in list(self._listeners):
            listener(event)

    def close(self) -> None:
        with self._wake:
            self._closing = True
            self._wake.notify_all()
        self.stop()
        self._thread.join(timeout=2)

    # -- working ---------------------------------------------------------------------------------------------------

    def _run(self) -> None:
        while True:
            with self._wake:
                while not self._closing and self._revision == self._done_revision:
                    self._wake.wait()
                if self._closing:
                    return
                sheet, revision = self._sheet, self._revision
            try:
                finished = self._pass(sheet, revision)
            except Exception:
                if self._closing:
                    return
                logging.getLogger(__name__).exception("a pass over worksheet %s broke down", self.worksheet_id)
                time.sleep(0.5)
                continue
            with self._wake:
                if finished and self._revision == revision:
                    self._done_revision = revision
                    self._drop_unwanted(set())
                    self._wake.notify_all()
            if finished:
                self.tell({"type": "done", "revision": revision})
            else:
                self._wait_for_news(revision)

    def _pass(self, sheet: SheetState, revision: int) -> bool:
        """Goes down the page once; True if every line has its outcome."""
        cells = [MathCell(c.id, c.text) for c in sheet.cells if c.kind == "math"]
        steps = plan(cells, Conventions(**sheet.conventions))
        wanted: set[str] = set()
        rows: dict[str, list[dict[str, Any]]] = {c.id: [] for c in cells}
        definitions: list[Definition] = []
        used: dict[tuple[str, int], int] = {}
        complete = True
        step = next(steps)
        changed: dict[str, list[dict[str, Any]]] = {}
        sent = time.monotonic()
        last_cell: str | None = None
        while isinstance(step, PlannedLine):
            if self._revision != revision:
                return False
            if last_cell is not None and step.cell_id != last_cell:
                self._collect(last_cell, rows, changed)
                if changed and time.monotonic() - sent > 0.1:
                    self._publish(changed, revision)
                    changed, sent = {}, time.monotonic()
            last_cell = step.cell_id
            outcome = None if step.waits_for else self._outcome_of(step, wanted)
            if outcome is None:
                complete = False
                rows[step.cell_id].append(self._waiting_row(step))
            else:
                rows[step.cell_id].append({**outcome.result, "key": step.key, "offset": step.offset})
                self._note_names(step, outcome, definitions, used)
            step = steps.send(outcome)  # type: ignore[attr-defined]
        if last_cell is not None:
            self._collect(last_cell, rows, changed)
        with self._wake:
            self._shown = {c: self._shown.get(c, []) for c in rows} | changed
            self._definitions, self._used_by = definitions, used
            self._drop_unwanted(wanted)
        self._publish(changed, revision)
        return complete

    def _collect(self, cell_id: str, rows: dict[str, list[dict[str, Any]]], changed: dict[str, list[dict[str, Any]]]) -> None:
        if self._shown.get(cell_id) != rows[cell_id]:
            changed[cell_id] = rows[cell_id]

    def _publish(self, changed: dict[str, list[dict[str, Any]]], revision: int) -> None:
        if changed:
            with self._wake:
                self._shown |= changed
            self.tell({"type": "results", "revision": revision, "cells": changed})

    def _outcome_of(self, line: PlannedLine, wanted: set[str]) -> LineOutcome | None:
        known = self._memory.get(line.key)
        if known is not None:
            return known
        wanted.add(line.key)
        busy = self._busy.get(line.key)
        if busy is None:
            busy = _Busy(self._room.submit(line.task), line)
            with self._wake:
                self._busy[line.key] = busy
            busy.ticket.when_done(self._news)
        outcome = busy.ticket.outcome_within(_SHORT_WAIT if not busy.told else 0)
        if outcome is None:
            busy.told = True
            return None
        self._memory[line.key] = outcome
        with self._wake:
            self._busy.pop(line.key, None)
        return outcome

    def _waiting_row(self, line: PlannedLine) -> dict[str, Any]:
        """A line that is at work or waits: what it read as before stays, marked as not settled."""
        before = self._shown.get(line.cell_id, [])
        row = dict(before[line.index]) if line.index < len(before) else {}
        busy = self._busy.get(line.key)
        if row.get("source") != line.task.source:
            row = {**empty_result(line.task.source, "busy"), "reading": tolerant_reading(line.task.source, known_names(line.task.names, line.task.failed))}
        return {**row, "key": line.key, "offset": line.offset, "busySince": busy.since if busy else None, "waitsFor": list(line.waits_for)}

    def _note_names(self, line: PlannedLine, outcome: LineOutcome, definitions: list[Definition], used: dict[tuple[str, int], int]) -> None:
        source = line.task.source
        words = words_of(source.partition("=")[2]) if outcome.result["name"] else words_of(source)
        for name, meaning in line.task.names.items():
            if name not in words:
                continue
            used[(name, meaning.cell)] = used.get((name, meaning.cell), 0) + 1
        name = outcome.result["name"]
        if name:
            reading = outcome.result["reading"]
            exact = outcome.result["exact"]
            definitions.append(Definition(name, line.cell, line.cell_id, _shown_meaning(reading, exact, outcome), outcome.result["kind"], outcome.failed,
                                          _letters_of(outcome)))

    def _drop_unwanted(self, wanted: set[str]) -> None:
        for key in [k for k in self._busy if k not in wanted]:
            self._busy.pop(key).ticket.stop()

    def _news(self) -> None:
        with self._wake:
            self._wake.notify_all()

    def _wait_for_news(self, revision: int) -> None:
        with self._wake:
            self._wake.wait_for(lambda: self._closing or self._revision != revision or any(b.ticket.is_done for b in self._busy.values()), timeout=5)


def _letters_of(outcome: LineOutcome) -> tuple[str, ...]:
    """The letters that a definition holds: its own, for a function, and free ones."""
    if outcome.defined is None:
        return ()
    own = [n.strip() for n in outcome.defined.written.partition("(")[2].rstrip(")").split(",") if n.strip()]
    return (*own, *outcome.defined.letters)


def _shown_meaning(reading: str, exact: dict[str, str] | None, outcome: LineOutcome) -> str:
    """A definition as the panel shows it: as it was written, or with its result where that says more."""
    if exact is None or (outcome.result["kind"] == "function" and r"\left(" in reading.split("=")[0]):
        return reading
    head = reading.split("=")[0].strip()
    if outcome.defined is not None and outcome.defined.kind == "function":
        letters = outcome.defined.written.partition("(")[2].rstrip(")")
        return rf"{head}\left({letters}\right) = {exact['latex']}"
    return f"{head} = {exact['latex']}"
