"""The shelf: folders, the bin, and the search over titles, notes and mathematics."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Final

from sqlalchemy import ColumnElement, delete, or_, text
from sqlmodel import Session, col, select

from .refusals import NotFound, Refused
from .tables import Cell, Folder, Worksheet, new_id, now
from .worksheets import Worksheets

#: What was put into the bin goes for good after so long.
KEPT: Final = timedelta(days=30)
_DEPTH: Final = 6
_LONGEST: Final = 200
_MOST_FOUND: Final = 60
#: Parts of a search that are shorter than this are no part of the index.
_TRIGRAM: Final = 3
#: The first cell of each worksheet that matches: beside `min` SQLite gives the other columns of the same row.
_FIRST: Final = """SELECT w.id, w.title, w.folder, w.updated, cell.id, cell.kind, cell.text, min(cell.position)
  FROM {where} JOIN worksheet w ON w.id = cell.worksheet_id WHERE w.removed IS NULL{more} GROUP BY w.id ORDER BY w.updated DESC LIMIT :most"""
_IN_INDEX: Final = "found JOIN finding ON finding.id = found.rowid JOIN cell ON cell.id = finding.cell_id"
_LIKE: Final = re.compile(r"[/%_]")


@dataclass(frozen=True)
class FolderRow:
    """A folder by its path, with the number of worksheets that stand in it itself."""

    path: str
    count: int


@dataclass(frozen=True)
class Binned:
    """A worksheet in the bin: where it stood, and since when it is there."""

    id: str
    title: str
    folder: str
    removed: datetime


@dataclass(frozen=True)
class Match:
    """A worksheet in which something was found: the cell and its first line that matches; both empty where the title does."""

    id: str
    title: str
    folder: str
    updated: datetime
    cell: str
    kind: str
    line: str


def path_of(written: str) -> str:
    """A path of folders as it is kept: names without spaces about them, parted by `/`. Refused where it is too long or too deep."""
    parts = [re.sub(r"\s+", " ", re.sub(r"[\x00-\x1f\x7f]", " ", part)).strip() for part in written.split("/")]
    path = "/".join(part for part in parts if part)
    if len(path) > _LONGEST:
        raise Refused(f"The names of these folders are longer than {_LONGEST} characters together.")
    if path.count("/") >= _DEPTH:
        raise Refused(f"Folders go at most {_DEPTH} deep.")
    return path


class Shelf:
    """What is done to worksheets as wholes. It writes under the lock of the worksheets."""

    def __init__(self, worksheets: Worksheets) -> None:
        self._worksheets = worksheets

    # -- folders -------------------------------------------------------------------------------------------------------

    def folders(self) -> list[FolderRow]:
        """Every folder in the order of the alphabet, those between included."""
        with self._worksheets.reading() as session:
            known = {row.path for row in session.exec(select(Folder))}
            counts: dict[str, int] = {}
            for path in session.exec(select(Worksheet.folder).where(col(Worksheet.removed).is_(None))):
                counts[path] = counts.get(path, 0) + 1
        paths = {"/".join(path.split("/")[:k + 1]) for path in {*known, *counts} if path for k in range(path.count("/") + 1)}
        return [FolderRow(path, counts.get(path, 0)) for path in sorted(paths, key=lambda p: [part.casefold() for part in p.split("/")])]

    def make_folder(self, written: str) -> str:
        """Makes a folder, or leaves it as it is; returns its path. Refused without a name."""
        path = path_of(written)
        if not path:
            raise Refused("A folder needs a name.")
        with self._worksheets.writing() as session:
            self._ensure(session, path)
        return path

    def rename_folder(self, path: str, written: str) -> str:
        """Renames or moves a folder with everything in it. Refused where it would come to lie in itself."""
        path, to = path_of(path), path_of(written)
        if not to:
            raise Refused("A folder needs a name.")
        if to == path:
            return to
        if to.startswith(f"{path}/"):
            raise Refused("A folder cannot be moved into itself.")
        with self._worksheets.writing() as session:
            self._need(session, path)
            for row in session.exec(select(Worksheet).where(_within(Worksheet.folder, path))):
                row.folder = path_of(to + row.folder[len(path):])
                session.add(row)
            inner = [row.path for row in session.exec(select(Folder).where(_within(Folder.path, path)))]
            session.exec(delete(Folder).where(_within(Folder.path, path)))
            for old in inner:
                self._ensure(session, path_of(to + old[len(path):]))
            self._ensure(session, to)
        return to

    def remove_folder(self, path: str) -> list[str]:
        """Puts everything in a folder into the bin; returns the worksheets."""
        path = path_of(path)  # a sign with the number 0 would end a pattern, which then fits everything
        with self._worksheets.writing() as session:
            self._need(session, path)
            rows = list(session.exec(select(Worksheet).where(_within(Worksheet.folder, path), col(Worksheet.removed).is_(None))))
            for row in rows:
                row.removed = now()
                session.add(row)
            session.exec(delete(Folder).where(_within(Folder.path, path)))
            return [row.id for row in rows]

    def _need(self, session: Session, path: str) -> None:
        one = session.exec(select(Worksheet.id).where(_within(Worksheet.folder, path)).limit(1)).first()
        if not path or (one is None and session.exec(select(Folder.path).where(_within(Folder.path, path)).limit(1)).first() is None):
            raise NotFound("There is no such folder; it may have been removed.")

    @staticmethod
    def _ensure(session: Session, path: str) -> None:
        if path and session.get(Folder, path) is None:
            session.add(Folder(path=path))
            session.flush()

    def move(self, ids: Sequence[str], written: str) -> None:
        """Moves worksheets into a folder, which is made where it is missing. NotFound where one is not there."""
        path = path_of(written)
        with self._worksheets.writing() as session:
            self._ensure(session, path)
            for worksheet_id in ids:
                row = self._worksheets.row(session, worksheet_id)
                row.folder = path
                session.add(row)

    def copy(self, worksheet_id: str) -> str:
        """A copy in the same folder, under a title that says so."""
        with self._worksheets.writing() as session:
            row = self._worksheets.row(session, worksheet_id)
            twin = Worksheet(title=f"{row.title[:190]} (copy)", folder=row.folder, conventions=dict(row.conventions))
            session.add(twin)
            session.flush()
            for cell in session.exec(select(Cell).where(Cell.worksheet_id == worksheet_id)):
                session.add(Cell(id=new_id(), worksheet_id=twin.id, position=cell.position, kind=cell.kind, text=cell.text, display=dict(cell.display)))
            return twin.id

    # -- the bin -------------------------------------------------------------------------------------------------------

    def bin(self) -> list[Binned]:
        """What can be brought back, the last removed first."""
        with self._worksheets.reading() as session:
            rows = session.exec(select(Worksheet).where(col(Worksheet.removed).is_not(None)).order_by(col(Worksheet.removed).desc()))
            return [Binned(row.id, row.title, row.folder, row.removed) for row in rows if row.removed is not None]

    def put_into_bin(self, worksheet_id: str) -> None:
        """It stands nowhere any more, but can be brought back. NotFound where there is none."""
        with self._worksheets.writing() as session:
            row = self._worksheets.row(session, worksheet_id)
            row.removed = now()
            session.add(row)
        self._worksheets.forget(worksheet_id)

    def bring_back(self, worksheet_id: str) -> None:
        """Puts it back into its folder, which is made again where it is gone. NotFound where it is not in the bin."""
        with self._worksheets.writing() as session:
            row = self._in_bin(session, worksheet_id)
            row.removed = None
            self._ensure(session, row.folder)
            session.add(row)

    def throw_away(self, worksheet_id: str) -> None:
        """Removes it for good. NotFound where it is not in the bin."""
        with self._worksheets.writing() as session:
            self._in_bin(session, worksheet_id)
            session.exec(delete(Worksheet).where(col(Worksheet.id) == worksheet_id))
        self._worksheets.forget(worksheet_id)

    def empty_bin(self, older_than: timedelta = KEPT) -> int:
        """Removes for good what has been there for so long; returns how many."""
        with self._worksheets.writing() as session:
            gone = session.exec(delete(Worksheet).where(col(Worksheet.removed) < now() - older_than))
            return int(gone.rowcount or 0)

    @staticmethod
    def _in_bin(session: Session, worksheet_id: str) -> Worksheet:
        row = session.get(Worksheet, worksheet_id)
        if row is None or row.removed is None:
            raise NotFound("This worksheet is not in the bin any more.")
        return row

    # -- the search ----------------------------------------------------------------------------------------------------

    def search(self, wanted: str) -> list[Match]:
        """Worksheets that hold every part of what is wanted, those whose title does first, then the last changed."""
        parts = wanted.replace("\0", " ").split()
        if not parts:
            return []
        found: dict[str, Match] = {}
        with self._worksheets.reading() as session:
            in_title = select(Worksheet).where(col(Worksheet.removed).is_(None), *(col(Worksheet.title).contains(part, autoescape=True) for part in parts))
            for row in session.exec(in_title.order_by(col(Worksheet.updated).desc()).limit(_MOST_FOUND)):
                found[row.id] = Match(row.id, row.title, row.folder, row.updated, "", "", "")
            for worksheet_id, title, folder, updated, cell_id, kind, held, _ in self._cells(session, parts):
                if worksheet_id not in found:
                    found[worksheet_id] = Match(worksheet_id, title, folder, datetime.fromisoformat(updated), cell_id, kind, _line_with(held, parts))
        return list(found.values())[:_MOST_FOUND]

    @staticmethod
    def _cells(session: Session, parts: list[str]) -> Sequence[Any]:
        """The first cell that holds every part, of each worksheet, the last changed first."""
        indexed = [part for part in parts if len(part) >= _TRIGRAM]
        conditions = ""
        values: dict[str, object] = {"most": _MOST_FOUND}
        if indexed:
            conditions += " AND found MATCH :phrases"
            values["phrases"] = " AND ".join('"' + part.replace('"', '""') + '"' for part in indexed)
        for number, part in enumerate(part for part in parts if len(part) < _TRIGRAM):
            conditions += f" AND cell.text LIKE :part{number} ESCAPE '/'"
            values[f"part{number}"] = f"%{_LIKE.sub(lambda sign: f'/{sign[0]}', part)}%"
        query = _FIRST.format(where=_IN_INDEX if indexed else "cell", more=conditions)  # made of names of parameters alone
        return session.execute(text(query), values).all()


def _within(column: str, path: str) -> ColumnElement[bool]:
    """A folder itself and everything below it; `column` is one of a table."""
    return or_(col(column) == path, col(column).startswith(f"{path}/", autoescape=True))


def _line_with(cell: str, parts: list[str]) -> str:
    """The line of a cell that holds most of the parts."""
    lines = cell.split("\n")
    return max(lines, key=lambda line: sum(part.casefold() in line.casefold() for part in parts))[:300]
