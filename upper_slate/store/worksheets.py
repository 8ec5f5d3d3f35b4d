"""Worksheets in the database: listed, opened, changed in one transaction with the way back."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Final

from sqlalchemy import Engine, delete, insert, update
from sqlmodel import Session, col, select

from ..core.meaning.conventions import Conventions
from ..formats.markdown import FileCell, WorksheetFile
from .operations import CellState, Operation, Refused, SheetState, apply_operations, not_yet_done
from .tables import Cell, Change, Worksheet, new_id, now


class NotFound(Exception):
    """There is no such worksheet."""


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
    """What a change did: the operations that are now part of the worksheet, and where it stands."""

    operations: list[Operation]
    before: SheetState
    stored: Stored


@dataclass
class _Held:
    """The cells of a worksheet as they stand in the database, so that a change need not read them all; with their positions."""

    revision: int
    sheet: SheetState
    positions: dict[str, float]


#: So many worksheets are held; the one that was not used for longest goes.
_HELD: Final = 20


class Worksheets:
    """One writer at a time; readers are not held up (write-ahead log). Nobody else writes to the database meanwhile."""

    def __init__(self, engine: Engine) -> None:
        self._engine = engine
        self._write = threading.Lock()
        self._held: OrderedDict[str, _Held] = OrderedDict()

    def listed(self) -> list[Worksheet]:
        """All worksheets, the last changed first."""
        with Session(self._engine) as session:
            return list(session.exec(select(Worksheet).order_by(col(Worksheet.updated).desc())))

    def first_cells(self, worksheet_id: str, count: int = 4) -> list[Cell]:
        with Session(self._engine) as session:
            return list(session.exec(select(Cell).where(Cell.worksheet_id == worksheet_id).order_by(col(Cell.position)).limit(count)))

    def create(self, title: str, folder: str = "", conventions: Conventions | None = None, cells: Iterable[FileCell] = ()) -> str:
        """Makes a worksheet and returns its identity."""
        with self._write, Session(self._engine) as session:
            row = Worksheet(title=title.strip()[:200] or "Untitled", folder=folder, conventions=(conventions or Conventions()).as_dict())
            session.add(row)
            session.flush()
            for position, cell in enumerate(cells):
                session.add(Cell(worksheet_id=row.id, position=float(position), kind=cell.kind, text=cell.text))
            session.commit()
            return row.id

    def remove(self, worksheet_id: str) -> None:
        with self._write, Session(self._engine) as session:
            self._row(session, worksheet_id)
            session.exec(delete(Worksheet).where(col(Worksheet.id) == worksheet_id))
            session.commit()
            self._held.pop(worksheet_id, None)

    def opened(self, worksheet_id: str) -> Stored:
        """The worksheet as it stands. NotFound where there is none."""
        with self._write, Session(self._engine) as session:
            return self._stored(session, self._row(session, worksheet_id))

    def change(self, worksheet_id: str, operations: list[Operation], again: bool = False, group: str = "") -> Applied:
        """Applies operations and stores them with their inverse. Refused where one does not fit: then nothing is changed.

        With `again` the insertions and removals among them that were carried out already are left out. Changes of one
        group that follow one another are one step of undo.
        """
        with self._write, Session(self._engine) as session:
            row = self._row(session, worksheet_id)
            before = self._sheet(session, row)
            if again:
                operations = not_yet_done(before, operations)
            after, inverse = apply_operations(before, operations)
            if after == before:  # nothing to store, and nothing to undo
                return Applied([], before, self._stored(session, row))
            session.exec(delete(Change).where(col(Change.worksheet_id) == worksheet_id, col(Change.undone).is_(True)))
            held = self._save(session, row, before, after)
            last = session.exec(select(Change).where(Change.worksheet_id == worksheet_id).order_by(col(Change.id).desc()).limit(1)).first() if group else None
            if last is not None and last.group == group:
                last.operations, last.inverse = [*last.operations, *operations], [*inverse, *last.inverse]
                session.add(last)
            else:
                session.add(Change(worksheet_id=worksheet_id, revision=row.revision, operations=operations, inverse=inverse, group=group))
            return self._commit(session, row, held, operations, before)

    def undo(self, worksheet_id: str) -> Applied | None:
        """Takes the last change back; None where there is none."""
        return self._step(worksheet_id, undone=False)

    def redo(self, worksheet_id: str) -> Applied | None:
        """Carries out again what was taken back last; None where there is none."""
        return self._step(worksheet_id, undone=True)

    def _step(self, worksheet_id: str, undone: bool) -> Applied | None:
        with self._write, Session(self._engine) as session:
            row = self._row(session, worksheet_id)
            order = col(Change.id).asc() if undone else col(Change.id).desc()
            found = session.exec(select(Change).where(Change.worksheet_id == worksheet_id, Change.undone == undone).order_by(order).limit(1)).first()
            if found is None:
                return None
            operations = found.operations if undone else found.inverse
            before = self._sheet(session, row)
            after = _carried_out(before, operations, renumber=undone)
            held = self._save(session, row, before, after)
            found.undone = not undone
            session.add(found)
            return self._commit(session, row, held, operations, before)

    def _commit(self, session: Session, row: Worksheet, held: _Held, operations: list[Operation], before: SheetState) -> Applied:
        session.commit()
        self._keep(row.id, held)
        return Applied(operations, before, self._stored(session, row))

    # -- rows ------------------------------------------------------------------------------------------------------

    @staticmethod
    def _row(session: Session, worksheet_id: str) -> Worksheet:
        row = session.get(Worksheet, worksheet_id)
        if row is None:
            raise NotFound("There is no such worksheet; it may have been removed.")
        return row

    def _stored(self, session: Session, row: Worksheet) -> Stored:
        def any_change(undone: bool) -> bool:
            return session.exec(select(Change.id).where(Change.worksheet_id == row.id, Change.undone == undone).limit(1)).first() is not None

        return Stored(row.id, row.folder, row.revision, row.updated, self._sheet(session, row), any_change(False), any_change(True))

    def _sheet(self, session: Session, row: Worksheet) -> SheetState:
        held = self._held.get(row.id)
        if held is None or held.revision != row.revision:
            cells = list(session.exec(select(Cell).where(Cell.worksheet_id == row.id).order_by(col(Cell.position))))
            sheet = SheetState(row.title, dict(row.conventions), tuple(CellState(c.id, c.kind, c.text, dict(c.display)) for c in cells))
            held = _Held(row.revision, sheet, {c.id: c.position for c in cells})
            self._keep(row.id, held)
        return held.sheet

    def _keep(self, worksheet_id: str, held: _Held) -> None:
        self._held[worksheet_id] = held
        self._held.move_to_end(worksheet_id)
        while len(self._held) > _HELD:
            self._held.popitem(last=False)

    def _save(self, session: Session, row: Worksheet, before: SheetState, after: SheetState) -> _Held:
        """Writes only what differs."""
        known = {c.id: c for c in before.cells}
        held = self._held[row.id].positions
        same_order = [c.id for c in before.cells] == [c.id for c in after.cells]
        positions = held if same_order else _positions(after, held)
        gone = set() if same_order else set(known) - {c.id for c in after.cells}
        if gone:
            session.exec(delete(Cell).where(col(Cell.id).in_(gone)))
        new = [c for c in after.cells if c.id not in known]
        if new:
            session.exec(insert(Cell).values([{**c.as_dict(), "worksheet_id": row.id, "position": positions[c.id]} for c in new]))
        for cell in after.cells:
            if cell.id in known and (known[cell.id] is not cell or held[cell.id] != positions[cell.id]):
                values = {"kind": cell.kind, "text": cell.text, "display": cell.display, "position": positions[cell.id]}
                session.exec(update(Cell).where(col(Cell.id) == cell.id).values(**values))
        row.title, row.conventions, row.revision, row.updated = after.title, after.conventions, row.revision + 1, now()
        session.add(row)
        return _Held(row.revision, after, positions)


def _carried_out(sheet: SheetState, operations: list[Operation], renumber: bool) -> SheetState:
    """Inverses name the exact texts, so numbers in them are not rewritten once more."""
    if renumber:
        return apply_operations(sheet, operations)[0]
    from .operations import _apply

    for operation in operations:
        sheet, _ = _apply(sheet, operation)
    return sheet


def _positions(sheet: SheetState, held: dict[str, float]) -> dict[str, float]:
    """Positions that keep most cells where they are: a new or moved one goes midway between its neighbours."""
    ids = [c.id for c in sheet.cells]
    kept: list[str] = []
    last = float("-inf")
    for cell_id in ids:  # the cells whose stored order still fits
        if cell_id in held and held[cell_id] > last:
            kept.append(cell_id)
            last = held[cell_id]
    fixed = {k: held[k] for k in kept}
    result: dict[str, float] = {}
    before = None
    for k, cell_id in enumerate(ids):
        if cell_id in fixed:
            result[cell_id] = before = fixed[cell_id]
            continue
        after = next((fixed[i] for i in ids[k:] if i in fixed), None)
        if before is None:
            value = 0.0 if after is None else after - 1
        else:
            value = before + 1 if after is None else (before + after) / 2
        if before is not None and (value <= before or (after is not None and value >= after)):
            return {i: float(n) for n, i in enumerate(ids)}
        result[cell_id] = before = value
    return result


def to_file(stored: Stored) -> WorksheetFile:
    """The worksheet as a file holds it."""
    cells = tuple(FileCell(c.kind, c.text) for c in stored.sheet.cells)
    return WorksheetFile(Conventions(**stored.sheet.conventions), cells, stored.sheet.title, stored.folder or None)


__all__ = ["Any", "Applied", "NotFound", "Refused", "Stored", "Worksheets", "new_id", "to_file"]
