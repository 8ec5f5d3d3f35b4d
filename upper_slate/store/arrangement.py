"""The cells of a worksheet while a list of changes is carried out: each change costs little, however long the page is."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Any, Final

from .refusals import Refused
from .states import CellState, SheetState

_REFERENCE: Final = re.compile(r"\bcell(\s+)([0-9]{1,6})\b")


class Arrangement:
    """Cells in an order that changes; `renumber` then rewrites the numbers of cells in texts."""

    def __init__(self, sheet: SheetState) -> None:
        self.title, self.conventions = sheet.title, sheet.conventions
        self._before = sheet
        self._cells = {c.id: c for c in sheet.cells}
        self._order = list(self._cells)
        #: where the last change was: the next is most often beside it
        self._near = 0
        #: whether any cell may have another number now
        self._is_moved = False
        #: cells whose text came with the changes: its numbers are those of the page that comes of them
        self._new: set[str] = set()

    def __len__(self) -> int:
        return len(self._order)

    def __getitem__(self, cell_id: str) -> CellState:
        """The cell. Refused where it is not on the page."""
        try:
            return self._cells[cell_id]
        except KeyError:
            raise Refused("This cell is not in the worksheet any more.") from None

    def sheet(self) -> SheetState:
        """The worksheet as it stands now."""
        return SheetState(self.title, self.conventions, tuple(self._cells[i] for i in self._order))

    def change(self, cell_id: str, **changes: Any) -> None:
        """Another text, kind or choice for a cell."""
        self._is_moved |= "kind" in changes and changes["kind"] != self[cell_id].kind
        self._cells[cell_id] = replace(self[cell_id], **changes)
        if "text" in changes:
            self._new.add(cell_id)

    def insert(self, cell: CellState, after: str | None) -> None:
        if cell.id in self._cells:
            raise Refused("This cell is in the worksheet already.")
        self._put(cell.id, after)
        self._cells[cell.id] = cell
        self._new.add(cell.id)

    def remove(self, cell_id: str) -> tuple[CellState, str | None]:
        """Takes a cell out; the cell and the one that it stood after."""
        cell = self[cell_id]
        before = self._take(cell_id)
        del self._cells[cell_id]
        return cell, before

    def move(self, cell_id: str, after: str | None) -> str | None:
        """Puts a cell elsewhere; the one that it stood after."""
        self[cell_id]
        if after:
            self[after]
        before = self._take(cell_id)
        self._put(cell_id, after)
        return before

    def _take(self, cell_id: str) -> str | None:
        at = self._place(cell_id)
        del self._order[at]
        self._near, self._is_moved = at, True
        return self._order[at - 1] if at else None

    def _put(self, cell_id: str, after: str | None) -> None:
        at = self._place(after) + 1 if after else 0
        self._order.insert(at, cell_id)
        self._near, self._is_moved = at, True

    def _place(self, cell_id: str) -> int:
        for at in (self._near, self._near - 1, self._near + 1):
            if 0 <= at < len(self._order) and self._order[at] == cell_id:
                return at
        self[cell_id]
        return self._order.index(cell_id)

    def renumber(self) -> list[tuple[str, str]]:
        """Rewrites `cell 3` wherever the cell that it names has another number now (0 where it was removed); the texts before, by cell."""
        if not self._is_moved:
            return []
        now = _numbers([self._cells[i] for i in self._order])
        moved = {n: now.get(cell_id, 0) for cell_id, n in _numbers(self._before.cells).items() if now.get(cell_id, 0) != n}
        found = []
        for cell_id in self._order if moved else ():
            cell = self._cells[cell_id]
            if cell_id in self._new or "cell" not in cell.text:
                continue
            text = _REFERENCE.sub(lambda m: f"cell{m[1]}{moved.get(int(m[2]), int(m[2]))}", cell.text)
            if text != cell.text:
                found.append((cell_id, cell.text))
                self._cells[cell_id] = replace(cell, text=text)
        return found


def _numbers(cells: Any) -> dict[str, int]:
    return {cell.id: k for k, cell in enumerate((c for c in cells if c.kind == "math"), start=1)}
