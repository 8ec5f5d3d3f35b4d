"""Other worksheets of the shelf as an open one sees them: found by title, worked out at their own desks, looked at again when they change."""

from __future__ import annotations

import threading
from collections import Counter
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from typing import Protocol

from ..core.page.cells import MathCell
from ..core.page.notes import planned_cell
from ..core.page.sources import Library, NotFound, titles_used
from ..formats.neighbours import near_titles
from ..store.refusals import NotFound as NotStored
from ..store.states import SheetState
from ..store.worksheets import Listed, Worksheets


class Giving(Protocol):
    """A desk whose worksheet may give names to others."""

    def library(self) -> Library | None: ...

    def look_again(self) -> None: ...


@dataclass(frozen=True)
class _Found:
    """Worksheets of a title, those besides the one that looks for them first."""

    others: list[Listed]
    is_own: bool


class SharedNames:
    """Which worksheet uses which. May be asked from any thread."""

    def __init__(self, worksheets: Worksheets, desk_of: Callable[[str], Giving]) -> None:
        self._worksheets, self._desk_of = worksheets, desk_of
        self._lock = threading.Lock()
        #: the worksheets that look at another, or for a title that is not there
        self._users: dict[str, set[str]] = {}
        self._looking: set[str] = set()

    def of(self, worksheet_id: str) -> SourcesHere:
        """The others as one worksheet sees them."""
        return SourcesHere(self, worksheet_id)

    def find(self, asker: str, title: str) -> Library | NotFound | None:
        """A worksheet by its title, or by its folder and title; None while it is being worked out."""
        with self._lock:
            self._looking.add(asker)
        found = self.titled(title, asker)
        if len(found.others) > 1:
            return NotFound("several", tuple(dict.fromkeys(path for row in found.others if (path := _path(row)) != title)))
        if not found.others:
            titles = [row.title for row in self._worksheets.listed() if row.id != asker]
            return NotFound("itself") if found.is_own else NotFound("missing", near_titles(title, titles))
        source = found.others[0].id
        with self._lock:
            self._users.setdefault(source, set()).add(asker)
        try:
            library = self._desk_of(source).library()  # asked for in a circle too: so its end is told
        except NotStored:  # removed this very moment
            return NotFound("missing")
        return NotFound("circle") if self._leads_to(source, asker, set()) else library

    def titled(self, title: str, asker: str) -> _Found:
        """The worksheets that a title means: a whole path means less than a title does."""
        rows = self._worksheets.listed()
        wanted = title.casefold()
        same = [row for row in rows if row.title.casefold() == wanted] or [row for row in rows if _path(row).casefold() == wanted]
        return _Found([row for row in same if row.id != asker], any(row.id == asker for row in same))

    def titles(self, asker: str) -> list[str]:
        """The titles of all but one, the last changed first; those that stand twice with their folders."""
        rows = [row for row in self._worksheets.listed() if row.id != asker]
        count = Counter(row.title.casefold() for row in rows)
        return [row.title if count[row.title.casefold()] == 1 else _path(row) for row in rows]

    def _leads_to(self, start: str, goal: str, seen: set[str]) -> bool:
        if start == goal:
            return True
        if start in seen:
            return False
        seen.add(start)
        try:
            cells = math_cells(self._worksheets.opened(start).sheet)
        except NotStored:
            return False
        return any(self._leads_to(row.id, goal, seen) for title in titles_used(cells) for row in self.titled(title, start).others)

    def changed(self, worksheet_id: str) -> Iterator[str]:
        """The worksheets that look at one that has changed."""
        with self._lock:
            return iter(sorted(self._users.get(worksheet_id, ())))

    def looking(self) -> Iterator[str]:
        """Every worksheet that uses others: titles have changed."""
        with self._lock:
            return iter(sorted(self._looking))


class SourcesHere:
    """The other worksheets as one of them sees them."""

    def __init__(self, shared: SharedNames, asker: str) -> None:
        self._shared, self._asker = shared, asker

    def find(self, title: str) -> Library | NotFound | None:
        """A worksheet by its title."""
        return self._shared.find(self._asker, title)

    def worksheet_of(self, title: str) -> str | None:
        """Its identity."""
        found = self._shared.titled(title, self._asker).others
        return found[0].id if len(found) == 1 else None

    def titles(self) -> list[str]:
        """The titles of the others, the last changed first; those that stand twice with their folders."""
        return self._shared.titles(self._asker)


def math_cells(sheet: SheetState) -> list[MathCell]:
    """What of a worksheet is worked out."""
    planned = [planned_cell(cell.id, cell.kind, cell.text) for cell in sheet.cells]
    return [cell for cell in planned if cell is not None]


def _path(row: Listed) -> str:
    return f"{row.folder}/{row.title}" if row.folder else row.title
