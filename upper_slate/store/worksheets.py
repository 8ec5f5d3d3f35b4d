"""Worksheets in the database: listed, opened, changed in one transaction with the way back."""

from __future__ import annotations

import logging
import threading
from collections import OrderedDict
from collections.abc import Callable, Iterable, Iterator
from contextlib import AbstractContextManager, contextmanager
from dataclasses import dataclass
from datetime import datetime
from typing import Final

from sqlalchemy import Engine, delete, insert, update
from sqlalchemy.orm import defer
from sqlmodel import Session, col, select

from ..core.line.conventions import Conventions
from ..formats.markdown import FileCell, WorksheetFile
from .faults import as_sentences
from .operations import MAX_CELLS, MAX_TEXT, Operation, apply_operations, from_data, not_yet_done, take_back, to_data
from .positions import positions_of
from .refusals import NotFound, Refused
from .states import CellState, SheetState
from .tables import Cell, Change, Worksheet, new_id, now


@dataclass(frozen=True)
class Stored:
    """A worksheet with its revision and whether something can be undone or redone."""

    id: str
    folder: str
    revision: int
    updated: datetime
    sheet: SheetState
    can_undo: bool = False
    can_redo: bool = False


@dataclass(frozen=True)
class Applied:
    """What a change did: the worksheet before it, and where it stands now."""

    before: SheetState
    stored: Stored


@dataclass
class _Held:
    """The cells of a worksheet as they stand in the database, so that a change need not read them all; with their positions."""

    revision: int
    sheet: SheetState
    positions: dict[str, float]


@dataclass(frozen=True)
class Listed:
    """A worksheet as the shelf lists it."""

    id: str
    title: str
    folder: str
    updated: datetime
    revision: int


_log = logging.getLogger(__name__)
_LOCKS: Final = 64
#: So many worksheets are held; the one that was not used for longest goes.
_HELD: Final = 20


class Worksheets:
    """Readers are not held up (write-ahead log), and a change of one worksheet waits for another only while that is written.

    Nobody else writes to the database meanwhile. NotStored where it cannot be read or written.
    """

    def __init__(self, engine: Engine) -> None:
        self._engine = engine
        #: called when worksheets came, went, were moved or got another title
        self.titles_changed: Callable[[], None] = lambda: None
        self._write = threading.Lock()
        #: each worksheet has one of these, by its identity: they are few, whatever is asked for
        self._locks = [threading.RLock() for _ in range(_LOCKS)]
        self._holding = threading.Lock()
        self._held: OrderedDict[str, _Held] = OrderedDict()

    def _lock(self, worksheet_id: str) -> threading.RLock:
        return self._locks[hash(worksheet_id) % _LOCKS]

    @contextmanager
    def _session(self) -> Iterator[Session]:
        with as_sentences(), Session(self._engine) as session:
            yield session

    def reading(self) -> AbstractContextManager[Session]:
        """A session to read in."""
        return self._session()

    @contextmanager
    def writing(self) -> Iterator[Session]:
        """A session to write in, alone; what was done is stored at the end."""
        with self._write, self._session() as session:
            yield session
            session.commit()
        self.titles_changed()

    def cells_with(self, text: str) -> list[tuple[str, str, str]]:
        """Mathematics with a text in it, whatever its capitals: worksheet, cell and text of each."""
        with self._session() as session:
            found = select(Cell.worksheet_id, Cell.id, Cell.text).where(Cell.kind == "math", col(Cell.text).icontains(text, autoescape=True))
            return [(worksheet, cell, held) for worksheet, cell, held in session.exec(found)]

    def forget(self, worksheet_id: str) -> None:
        """Its cells are not held any more."""
        with self._holding:
            self._held.pop(worksheet_id, None)

    def listed(self) -> list[Listed]:
        """All worksheets, the last changed first."""
        newest_first = select(Worksheet).options(defer(Worksheet.conventions)).where(col(Worksheet.removed).is_(None)).order_by(col(Worksheet.updated).desc())  # type: ignore[arg-type]
        with self._session() as session:
            return [Listed(row.id, row.title, row.folder, row.updated, row.revision) for row in session.exec(newest_first)]

    def first_texts(self, worksheet_id: str, count: int = 8) -> list[str]:
        """The mathematics among the first cells."""
        with self._session() as session:
            cells = session.exec(select(Cell.kind, Cell.text).where(Cell.worksheet_id == worksheet_id).order_by(col(Cell.position)).limit(count))
            return [text for kind, text in cells if kind == "math"]

    def create(self, title: str, folder: str = "", conventions: Conventions | None = None, cells: Iterable[FileCell] = (), worksheet_id: str | None = None) -> str:
        """Makes a worksheet and returns its identity; one that is there already under the identity asked for stays as it is.

        Refused where it has more cells than a worksheet can have.
        """
        made = list(cells)
        if len(made) > MAX_CELLS:
            raise Refused(f"This has {len(made):,} cells; a worksheet has at most {MAX_CELLS:,}.")
        if (longest := max((len(c.text) for c in made), default=0)) > MAX_TEXT:
            raise Refused(f"A cell holds at most {MAX_TEXT:,} characters; one here has {longest:,}.")
        with self._write, self._session() as session:
            if worksheet_id is not None and session.get(Worksheet, worksheet_id) is not None:
                return worksheet_id
            agreed = (conventions or Conventions()).as_dict()
            row = Worksheet(id=worksheet_id or new_id(), title=title.strip()[:200] or "Untitled", folder=folder[:200], conventions=agreed)
            session.add(row)
            session.flush()
            if made:
                rows = [{"kind": cell.kind, "text": cell.text, "display": dict(cell.display)} for cell in made]
                session.execute(insert(Cell), [{"id": new_id(), "worksheet_id": row.id, "position": float(at), **data} for at, data in enumerate(rows)])
            session.commit()
            made_id = row.id
        self.titles_changed()
        return made_id

    def opened(self, worksheet_id: str) -> Stored:
        """The worksheet as it stands. NotFound where there is none."""
        with self._lock(worksheet_id), self._session() as session:
            return self._stored(session, self.row(session, worksheet_id))

    def change(self, worksheet_id: str, operations: list[Operation], again: bool = False, group: str = "") -> Applied:
        """Applies operations and stores them with their inverse. Refused where one does not fit: then nothing is changed.

        With `again` the insertions and removals among them that were carried out already are left out. Changes of one
        group that follow one another are one step of undo; where they cancel each other (a fresh line that stayed empty
        and went away again) there is no step.
        """
        with self._lock(worksheet_id):
            with self._session() as session:
                before = self._sheet(session, self.row(session, worksheet_id))
            if again:
                operations = not_yet_done(before, operations)
            after, inverse = apply_operations(before, operations)
            if after == before:  # nothing to store, and nothing to undo
                return Applied(before, self.opened(worksheet_id))
            with self._write, self._session() as session:
                row = self.row(session, worksheet_id)
                session.exec(delete(Change).where(col(Change.worksheet_id) == worksheet_id, col(Change.undone).is_(True)))
                held = self._save(session, row, before, after)
                last = session.exec(select(Change).where(Change.worksheet_id == worksheet_id).order_by(col(Change.id).desc()).limit(1)).first() if group else None
                if last is not None and last.group == group:
                    last.operations, last.inverse = [*last.operations, *to_data(operations)], [*to_data(inverse), *last.inverse]
                    if take_back(after, from_data(last.inverse)) == after:
                        session.delete(last)
                    else:
                        session.add(last)
                else:
                    session.add(Change(worksheet_id=worksheet_id, revision=row.revision, operations=to_data(operations), inverse=to_data(inverse), group=group))
                return self._commit(session, row, held, before)

    def undo(self, worksheet_id: str) -> Applied | None:
        """Takes the last change back; None where there is none."""
        return self._step(worksheet_id, undone=False)

    def redo(self, worksheet_id: str) -> Applied | None:
        """Carries out again what was taken back last; None where there is none."""
        return self._step(worksheet_id, undone=True)

    def _step(self, worksheet_id: str, undone: bool) -> Applied | None:
        with self._lock(worksheet_id):
            with self._session() as session:
                row = self.row(session, worksheet_id)
                order = col(Change.id).asc() if undone else col(Change.id).desc()
                change = session.exec(select(Change).where(Change.worksheet_id == worksheet_id, Change.undone == undone).order_by(order).limit(1)).first()
                if change is None:
                    return None
                before = self._sheet(session, row)
                operations = from_data(change.operations if undone else change.inverse)
            after = apply_operations(before, operations)[0] if undone else take_back(before, operations)
            with self._write, self._session() as session:
                row = self.row(session, worksheet_id)
                held = self._save(session, row, before, after)
                session.exec(update(Change).where(col(Change.id) == change.id).values(undone=not undone))
                return self._commit(session, row, held, before)

    def _commit(self, session: Session, row: Worksheet, held: _Held, before: SheetState) -> Applied:
        session.commit()
        self._keep(row.id, held)
        if before.title != held.sheet.title:
            self.titles_changed()
        return Applied(before, self._stored(session, row))

    # -- rows ------------------------------------------------------------------------------------------------------

    @staticmethod
    def row(session: Session, worksheet_id: str) -> Worksheet:
        """The row of a worksheet. NotFound where there is none, or it is in the bin."""
        row = session.get(Worksheet, worksheet_id)
        if row is None or row.removed is not None:
            raise NotFound("There is no such worksheet; it may have been removed.")
        return row

    def _stored(self, session: Session, row: Worksheet) -> Stored:
        def any_change(undone: bool) -> bool:
            return session.exec(select(Change.id).where(Change.worksheet_id == row.id, Change.undone == undone).limit(1)).first() is not None

        return Stored(row.id, row.folder, row.revision, row.updated, self._sheet(session, row), any_change(False), any_change(True))

    def _sheet(self, session: Session, row: Worksheet) -> SheetState:
        with self._holding:
            held = self._held.get(row.id)
        if held is None or held.revision != row.revision:
            cells = list(session.exec(select(Cell).where(Cell.worksheet_id == row.id).order_by(col(Cell.position))))
            sheet = SheetState(row.title, _conventions(row), tuple(CellState(c.id, c.kind, c.text, dict(c.display)) for c in cells))
            held = _Held(row.revision, sheet, {c.id: c.position for c in cells})
            self._keep(row.id, held)
        return held.sheet

    def _keep(self, worksheet_id: str, held: _Held) -> None:
        with self._holding:
            self._held[worksheet_id] = held
            self._held.move_to_end(worksheet_id)
            while len(self._held) > _HELD:
                self._held.popitem(last=False)

    def _positions_of(self, session: Session, worksheet_id: str) -> dict[str, float]:
        with self._holding:
            held = self._held.get(worksheet_id)
        if held is not None:
            return held.positions
        return dict(session.execute(select(Cell.id, Cell.position).where(Cell.worksheet_id == worksheet_id)).tuples().all())

    def _save(self, session: Session, row: Worksheet, before: SheetState, after: SheetState) -> _Held:
        """Writes only what differs."""
        known = {c.id: c for c in before.cells}
        held = self._positions_of(session, row.id)
        same_order = [c.id for c in before.cells] == [c.id for c in after.cells]
        positions = held if same_order else positions_of([c.id for c in after.cells], held)
        gone = set() if same_order else set(known) - {c.id for c in after.cells}
        for some in _portions(sorted(gone)):
            session.execute(delete(Cell).where(col(Cell.id).in_(some)))
        new = [c for c in after.cells if c.id not in known]
        for some in _portions([c.id for c in new]):
            if session.exec(select(Cell.id).where(col(Cell.id).in_(some)).limit(1)).first() is not None:
                raise Refused("A new cell has the identity of a cell in another worksheet.")
        if new:
            session.execute(insert(Cell), [{**c.as_dict(), "worksheet_id": row.id, "position": positions[c.id]} for c in new])
        changed = [c for c in after.cells if c.id in known and (known[c.id] is not c or held[c.id] != positions[c.id])]
        if changed:
            session.execute(update(Cell), [{**c.as_dict(), "position": positions[c.id]} for c in changed])
        row.title, row.conventions, row.revision, row.updated = after.title, after.conventions, row.revision + 1, now()
        session.add(row)
        return _Held(row.revision, after, positions)


def _conventions(row: Worksheet) -> dict[str, str]:
    """The conventions of a worksheet; the usual ones where what is stored is none."""
    try:
        return Conventions(**row.conventions).as_dict()
    except (ValueError, TypeError):
        _log.warning("the conventions of worksheet %s cannot be read: %r", row.id, row.conventions)
        return Conventions().as_dict()


def _portions(ids: list[str]) -> Iterator[list[str]]:
    """A query names at most so many things at once."""
    for start in range(0, len(ids), 500):
        yield ids[start:start + 500]


def to_file(stored: Stored) -> WorksheetFile:
    """The worksheet as a file holds it."""
    cells = tuple(FileCell(c.kind, c.text, c.display) for c in stored.sheet.cells)
    return WorksheetFile(Conventions(**stored.sheet.conventions), cells, stored.sheet.title, stored.folder or None)
