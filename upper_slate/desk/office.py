"""All open worksheets, and what several of them share: the store, the memory, the workroom."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable, Iterable
from pathlib import Path

from sqlalchemy import Engine

from ..core.reading.uses import with_title
from ..formats.markdown import read_markdown
from ..store.operations import Edit, Operation
from ..store.outcomes import Outcomes
from ..store.preferences import PreferenceStore
from ..store.shelf import Shelf
from ..store.states import CellState
from ..store.worksheets import Applied, Worksheets
from ..workroom.workroom import Workroom
from .archives import Archives
from .desk import Desk
from .events import CellData
from .freed import give_back
from .previews import Previews
from .sources import SharedNames

#: A desk that nobody looks at is closed after so many seconds; opening it again takes no longer than opening it did. A student goes through several in an hour.
UNUSED = 180.0
LOOK = 30.0


def cell_data(cell: CellState) -> CellData:
    """A cell as it is sent."""
    return {"id": cell.id, "kind": "note" if cell.kind == "note" else "math", "text": cell.text, "display": cell.display}


class Office:
    """Opens desks, sends changes through the store to them, closes them."""

    def __init__(self, engine: Engine, room: Workroom) -> None:
        self.worksheets = Worksheets(engine)
        self.shelf = Shelf(self.worksheets)
        self.archives = Archives(self.worksheets)
        self.preferences = PreferenceStore(self.worksheets)
        self.previews = Previews(self.worksheets)
        self.memory = Outcomes(engine)
        self.room = room
        self._desks: dict[str, Desk] = {}
        self.shared = SharedNames(self.worksheets, self.desk)
        self.worksheets.titles_changed = self._titles_changed
        self._lock = threading.Lock()
        #: No stream of events begins any more.
        self.is_closing = False

    def desk(self, worksheet_id: str) -> Desk:
        """The desk of a worksheet, opened if it was not. NotFound where there is no such worksheet."""
        with self._lock:
            if (found := self._desks.get(worksheet_id)) is not None:
                found.used = time.monotonic()
                return found
        stored = self.worksheets.opened(worksheet_id)
        with self._lock:
            if worksheet_id not in self._desks:
                self._desks[worksheet_id] = Desk(worksheet_id, stored.sheet, stored.revision, self.memory, self.room, self.shared.of(worksheet_id), self._gave)
            return self._desks[worksheet_id]

    def change(self, worksheet_id: str, operations: list[Operation], client: str = "", again: bool = False, group: str = "") -> Applied:
        """Stores a change, tells everyone who looks at the worksheet, and has its consequences worked out.

        `again` says that it was sent before and its answer was lost: what is in effect already is left out. Changes of one
        group are undone together.
        """
        applied = self._told(worksheet_id, lambda: self.worksheets.change(worksheet_id, operations, again, group), client)
        assert applied is not None
        return applied

    def undo(self, worksheet_id: str, client: str = "") -> Applied | None:
        return self._told(worksheet_id, lambda: self.worksheets.undo(worksheet_id), client)

    def redo(self, worksheet_id: str, client: str = "") -> Applied | None:
        return self._told(worksheet_id, lambda: self.worksheets.redo(worksheet_id), client)

    def _told(self, worksheet_id: str, change: Callable[[], Applied | None], client: str) -> Applied | None:
        """Carries out a change and tells of it; another title is followed by the lines that use it."""
        desk = self.desk(worksheet_id)
        with desk.changing:  # told in the order in which they were stored
            applied = change()
            if applied is None:
                return None
            self._announce(desk, applied, client)
        if applied.before.title != applied.stored.sheet.title:
            self._rename_uses(worksheet_id, applied.before.title, applied.stored.sheet.title)
        return applied

    def _rename_uses(self, worksheet_id: str, before: str, after: str) -> None:
        """The lines of other worksheets that use one by its title go on using it. Where another has that title too, they are left as they are."""
        if self.shared.titled(before, worksheet_id).others:
            return
        for using, cell_id, text in self.worksheets.cells_with(before):
            renamed = with_title(text, before, after)
            if using != worksheet_id and renamed != text:
                self.change(using, [Edit(cell=cell_id, text=renamed)])

    def _gave(self, worksheet_id: str) -> None:
        """A worksheet gives something else than before: those that use it look again."""
        self._look_again(self.shared.changed(worksheet_id))

    def _titles_changed(self) -> None:
        self._look_again(self.shared.looking())

    def _look_again(self, ids: Iterable[str]) -> None:
        with self._lock:
            desks = [self._desks[worksheet_id] for worksheet_id in ids if worksheet_id in self._desks]
        for desk in desks:
            desk.look_again()

    @staticmethod
    def _announce(desk: Desk, applied: Applied, client: str) -> None:
        stored, before = applied.stored, {c.id: c for c in applied.before.cells}
        order = [c.id for c in stored.sheet.cells]
        desk.tell({"type": "changed", "revision": stored.revision, "client": client, "title": stored.sheet.title,
                   "conventions": stored.sheet.conventions, "order": None if order == list(before) else order,
                   "cells": [cell_data(c) for c in stored.sheet.cells if before.get(c.id) is not c], "canUndo": stored.can_undo, "canRedo": stored.can_redo})
        desk.update(stored.sheet, stored.revision)

    def remove(self, worksheet_id: str) -> None:
        """Puts a worksheet into the bin and closes its desk."""
        self._close_desk(worksheet_id)
        self.shelf.put_into_bin(worksheet_id)

    def remove_folder(self, path: str) -> list[str]:
        """The same with everything in a folder; returns the worksheets."""
        gone = self.shelf.remove_folder(path)
        for worksheet_id in gone:
            self._close_desk(worksheet_id)
            self.worksheets.forget(worksheet_id)
        return gone

    def _close_desk(self, worksheet_id: str) -> None:
        with self._lock:
            desk = self._desks.pop(worksheet_id, None)
        if desk is not None:
            desk.tell({"type": "removed"})
            desk.close()

    def close_unused(self, seconds: float) -> int:
        """Closes the desks that no window looks at, nobody asked for in that time, and no open worksheet uses; returns how many."""
        before = time.monotonic() - seconds
        with self._lock:
            unused = [name for name, desk in self._desks.items() if desk.used <= before and desk.is_at_rest and self._desks.keys().isdisjoint(self.shared.changed(name))]
            closing = [self._desks.pop(name) for name in unused]
        for desk in closing:
            desk.close()
            self.worksheets.forget(desk.worksheet_id)
        return len(closing)

    def keep_desks_few(self, ends: threading.Event) -> None:
        """Closes unused desks until it ends: each holds a thread and its page. What was freed since then is given back."""
        while not ends.wait(LOOK):
            self.close_unused(UNUSED)
            give_back()

    def open_desks(self) -> list[Desk]:
        with self._lock:
            return list(self._desks.values())

    def load_demo(self, folder: Path) -> int:
        """Puts the worksheets of a folder into a data folder that has none yet; returns how many."""
        if self.worksheets.listed() or self.shelf.bin():
            return 0
        files = sorted(folder.glob("*.md"), reverse=True)
        for file in files:
            sheet = read_markdown(file.read_text(encoding="utf-8"))
            self.worksheets.create(sheet.title or file.stem, sheet.folder or "", sheet.conventions, sheet.cells)
        return len(files)

    def end_streams(self) -> None:
        """Ends every stream of events, and what waits for a worker; a window that asks for a new one at once, as they do, is told the same."""
        self.is_closing = True
        for desk in self.open_desks():
            desk.tell({"type": "closing"})
            desk.turns.close()

    def close(self) -> None:
        """Closes every desk and ends the workers."""
        with self._lock:
            desks, self._desks = list(self._desks.values()), {}
        for desk in desks:
            desk.close()
        self.room.close()
