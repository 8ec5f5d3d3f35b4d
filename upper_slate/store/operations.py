"""Changes to a worksheet as operations on plain data; each gives its inverse. Cell numbers in texts follow their cells."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from typing import Any

from ..core.meaning.conventions import Conventions

_REFERENCE = re.compile(r"\bcell(\s+)(\d{1,6})\b")
KINDS = ("math", "note")
MAX_CELLS = 5_000
MAX_TEXT = 200_000


class Refused(Exception):
    """The operation does not fit the worksheet; the message says why in one sentence."""


class Clash(Refused):
    """Two windows changed the same cell: the edit began from a text that is not there any more."""


@dataclass(frozen=True)
class CellState:
    """A cell as operations see it."""

    id: str
    kind: str = "math"
    text: str = ""
    display: dict[str, Any] = field(default_factory=dict)

    def as_dict(self) -> dict[str, Any]:
        return {"id": self.id, "kind": self.kind, "text": self.text, "display": self.display}


@dataclass(frozen=True)
class SheetState:
    """A worksheet as operations see it."""

    title: str
    conventions: dict[str, str]
    cells: tuple[CellState, ...] = ()

    def index(self, cell_id: str) -> int:
        for k, cell in enumerate(self.cells):
            if cell.id == cell_id:
                return k
        raise Refused("This cell is not in the worksheet any more.")


Operation = dict[str, Any]


def apply_operations(sheet: SheetState, operations: list[Operation]) -> tuple[SheetState, list[Operation]]:
    """The changed worksheet and the operations that lead back. Refused where one does not fit."""
    inverse: list[Operation] = []
    for operation in operations:
        before = sheet
        sheet, back = _apply(sheet, operation)
        if operation["op"] in ("insert", "remove", "move"):
            sheet, rewritten = _renumbered(before, sheet)
            back = [*rewritten, *back]
        inverse = [*back, *inverse]
    return sheet, inverse


def not_yet_done(sheet: SheetState, operations: list[Operation]) -> list[Operation]:
    """The operations without insertions of cells that are there, and removals of cells that are not."""
    there = {c.id for c in sheet.cells}
    return [o for o in operations if not (o["op"] == "insert" and o["cell"] in there) and not (o["op"] == "remove" and o["cell"] not in there)]


def _apply(sheet: SheetState, operation: Operation) -> tuple[SheetState, list[Operation]]:
    match operation["op"]:
        case "insert":
            return _insert(sheet, operation)
        case "edit":
            return _edit(sheet, operation)
        case "remove":
            at = sheet.index(operation["cell"])
            cell = sheet.cells[at]
            after = sheet.cells[at - 1].id if at else None
            changed = replace(sheet, cells=sheet.cells[:at] + sheet.cells[at + 1:])
            return changed, [{"op": "insert", "after": after, "cell": cell.id, "kind": cell.kind, "text": cell.text, "display": cell.display}]
        case "move":
            return _move(sheet, operation)
        case "display":
            at = sheet.index(operation["cell"])
            cell = sheet.cells[at]
            chosen = {k: v for k, v in {**cell.display, **operation["display"]}.items() if v is not None}
            back = {k: cell.display.get(k) for k in operation["display"]}
            return _with_cell(sheet, at, replace(cell, display=chosen)), [{"op": "display", "cell": cell.id, "display": back}]
        case "convention":
            try:
                conventions = Conventions(**sheet.conventions).with_changes(operation["changes"]).as_dict()
            except ValueError as error:
                raise Refused(f"This convention cannot be used: {error}.") from None
            back = {k: sheet.conventions[k] for k in operation["changes"]}
            return replace(sheet, conventions=conventions), [{"op": "convention", "changes": back}]
        case "title":
            title = str(operation["title"]).strip()[:200] or "Untitled"
            return replace(sheet, title=title), [{"op": "title", "title": sheet.title}]
    raise Refused(f"There is no operation {operation['op']}.")


def _insert(sheet: SheetState, operation: Operation) -> tuple[SheetState, list[Operation]]:
    if len(sheet.cells) >= MAX_CELLS:
        raise Refused("A worksheet has at most 5,000 cells.")
    after = operation.get("after")
    at = sheet.index(after) + 1 if after else 0
    cell = CellState(operation["cell"], operation.get("kind", "math"), _checked(operation.get("text", "")), operation.get("display") or {})
    if cell.kind not in KINDS:
        raise Refused("A cell is mathematics or a note.")
    if any(c.id == cell.id for c in sheet.cells):
        raise Refused("This cell is in the worksheet already.")
    return replace(sheet, cells=(*sheet.cells[:at], cell, *sheet.cells[at:])), [{"op": "remove", "cell": cell.id}]


def _edit(sheet: SheetState, operation: Operation) -> tuple[SheetState, list[Operation]]:
    at = sheet.index(operation["cell"])
    cell = sheet.cells[at]
    back: Operation = {"op": "edit", "cell": cell.id}
    if "text" in operation:
        if operation.get("was") not in (None, cell.text) and cell.text != operation["text"]:
            raise Clash("This line was changed in another window while it was being written here.")
        back["text"] = cell.text
        cell = replace(cell, text=_checked(operation["text"]))
    if "kind" in operation:
        if operation["kind"] not in KINDS:
            raise Refused("A cell is mathematics or a note.")
        back["kind"] = cell.kind
        cell = replace(cell, kind=operation["kind"])
    return _with_cell(sheet, at, cell), [back]


def _move(sheet: SheetState, operation: Operation) -> tuple[SheetState, list[Operation]]:
    at = sheet.index(operation["cell"])
    before = sheet.cells[at - 1].id if at else None
    cell, rest = sheet.cells[at], sheet.cells[:at] + sheet.cells[at + 1:]
    after = operation.get("after")
    if after == cell.id:
        return sheet, []
    to = replace(sheet, cells=rest).index(after) + 1 if after else 0
    return replace(sheet, cells=(*rest[:to], cell, *rest[to:])), [{"op": "move", "cell": cell.id, "after": before}]


def _with_cell(sheet: SheetState, at: int, cell: CellState) -> SheetState:
    return replace(sheet, cells=(*sheet.cells[:at], cell, *sheet.cells[at + 1:]))


def _checked(text: object) -> str:
    if not isinstance(text, str) or len(text) > MAX_TEXT:
        raise Refused("A cell holds at most 200,000 characters.")
    return text.replace("\r\n", "\n").replace("\r", "\n")


def _numbers(sheet: SheetState) -> dict[str, int]:
    return {cell.id: k for k, cell in enumerate((c for c in sheet.cells if c.kind == "math"), start=1)}


def _renumbered(before: SheetState, after: SheetState) -> tuple[SheetState, list[Operation]]:
    """Rewrites `cell 3` wherever the cell that it names has another number now; 0 where it was removed."""
    old, new = _numbers(before), _numbers(after)
    moved = {number: new.get(cell_id, 0) for cell_id, number in old.items() if new.get(cell_id, 0) != number}
    if not moved:
        return after, []
    known = {c.id for c in before.cells}
    cells, back = [], []
    for cell in after.cells:
        text = cell.text
        if cell.id in known and "cell" in text:
            text = _REFERENCE.sub(lambda m: f"cell{m[1]}{moved.get(int(m[2]), int(m[2]))}", text)
        if text != cell.text:
            back.append({"op": "edit", "cell": cell.id, "text": cell.text})
            cell = replace(cell, text=text)
        cells.append(cell)
    return replace(after, cells=tuple(cells)), back
