"""Changes to a worksheet, one type for each; a list of them is applied as a whole and gives the list that leads back.

In the database they stand as JSON of the same shape. Numbers of cells in texts (`cell 3`) follow their cells: those that were
on the page before are rewritten once, by where their cells stand at the end. Texts that come with the change name the numbers
of the page that comes of it.
"""

from __future__ import annotations

import json
from typing import Annotated, Any, Final, Literal

from pydantic import BaseModel, Field, TypeAdapter

from ..core.line.conventions import Conventions
from .arrangement import Arrangement
from .refusals import Clash, Refused
from .states import CellState, SheetState

MAX_CELLS: Final = 5_000
MAX_TEXT: Final = 100_000
MAX_DISPLAY: Final = 10_000

CellId = Annotated[str, Field(min_length=1, max_length=64)]
Kind = Literal["math", "note"]


class Insert(BaseModel):
    """A new cell after another one, or first of all."""

    op: Literal["insert"] = "insert"
    cell: CellId
    after: CellId | None = None
    kind: Kind = "math"
    text: str = ""
    display: dict[str, Any] = {}


class Edit(BaseModel):
    """Another text or kind; `was` is the text from which the edit began."""

    op: Literal["edit"] = "edit"
    cell: CellId
    text: str | None = None
    was: str | None = None
    kind: Kind | None = None


class Remove(BaseModel):
    """The cell goes."""

    op: Literal["remove"] = "remove"
    cell: CellId


class Move(BaseModel):
    """The cell goes after another one, or first of all."""

    op: Literal["move"] = "move"
    cell: CellId
    after: CellId | None = None


class Display(BaseModel):
    """What is chosen beside the text of a cell; null takes a choice back."""

    op: Literal["display"] = "display"
    cell: CellId
    display: dict[str, Any]


class Convention(BaseModel):
    """Other conventions for the whole worksheet."""

    op: Literal["convention"] = "convention"
    changes: dict[str, str]


class Retitle(BaseModel):
    """Another title."""

    op: Literal["title"] = "title"
    title: str


Operation = Annotated[Insert | Edit | Remove | Move | Display | Convention | Retitle, Field(discriminator="op")]

_OPERATIONS: Final = TypeAdapter(list[Operation])


def from_data(data: list[Any]) -> list[Operation]:
    """Operations as the database holds them."""
    return _OPERATIONS.validate_python(data)


def to_data(operations: list[Operation]) -> list[Any]:
    """Operations as the database holds them: only what was said."""
    return [operation.model_dump(exclude_unset=True) | {"op": operation.op} for operation in operations]


def apply_operations(sheet: SheetState, operations: list[Operation]) -> tuple[SheetState, list[Operation]]:
    """The changed worksheet and the operations that lead back. Refused where one does not fit: then nothing is changed."""
    return _applied(sheet, operations, renumber=True)


def take_back(sheet: SheetState, inverse: list[Operation]) -> SheetState:
    """The worksheet before a change, by its inverse. An inverse names exact texts, so no number in them is rewritten once more."""
    return _applied(sheet, inverse, renumber=False)[0]


def _applied(sheet: SheetState, operations: list[Operation], renumber: bool) -> tuple[SheetState, list[Operation]]:
    arrangement = Arrangement(sheet)
    inverse: list[Operation] = []
    for operation in operations:
        inverse += reversed(_apply(arrangement, operation, trusted=not renumber))
    inverse.reverse()
    if renumber:
        inverse = [*(Edit(cell=cell_id, text=text) for cell_id, text in arrangement.renumber()), *inverse]
    return arrangement.sheet(), inverse


def not_yet_done(sheet: SheetState, operations: list[Operation]) -> list[Operation]:
    """The operations without insertions of cells that are there, and removals of cells that are not."""
    there = {c.id for c in sheet.cells}
    return [o for o in operations if not (isinstance(o, Insert) and o.cell in there) and not (isinstance(o, Remove) and o.cell not in there)]


def _apply(page: Arrangement, operation: Operation, trusted: bool) -> list[Operation]:
    """Carries out one operation; what leads back, in order. What was stored before (`trusted`) may be longer than what is taken now."""
    match operation:
        case Insert():
            if len(page) >= MAX_CELLS:
                raise Refused(f"A worksheet has at most {MAX_CELLS:,} cells.")
            _check_size(operation.text, operation.display, trusted)
            page.insert(CellState(operation.cell, operation.kind, _text(operation.text), operation.display), operation.after)
            return [Remove(cell=operation.cell)]
        case Edit():
            return _edit(page, operation, trusted)
        case Remove():
            cell, before = page.remove(operation.cell)
            return [Insert(cell=cell.id, after=before, kind=cell.kind, text=cell.text, display=cell.display)]  # type: ignore[arg-type]
        case Move():
            if operation.after == operation.cell:
                return []
            return [Move(cell=operation.cell, after=page.move(operation.cell, operation.after))]
        case Display():
            held = page[operation.cell].display
            chosen = {k: v for k, v in {**held, **operation.display}.items() if v is not None}
            _check_size("", chosen, trusted)
            page.change(operation.cell, display=chosen)
            return [Display(cell=operation.cell, display={k: held.get(k) for k in operation.display})]
        case Convention():
            before_it = page.conventions
            try:
                page.conventions = Conventions(**before_it).with_changes(dict(operation.changes)).as_dict()
            except ValueError as error:
                raise Refused(f"This convention cannot be used: {error}.") from None
            return [Convention(changes={k: before_it[k] for k in operation.changes})]
        case Retitle():
            earlier, page.title = page.title, operation.title.strip()[:200] or "Untitled"
            return [Retitle(title=earlier)]


def _edit(page: Arrangement, operation: Edit, trusted: bool) -> list[Operation]:
    cell = page[operation.cell]
    back = Edit(cell=cell.id)
    if operation.text is not None:
        if operation.was not in (None, cell.text) and cell.text != operation.text:
            raise Clash("This line was changed in another window while it was being written here.")
        _check_size(operation.text, {}, trusted)
        back.text = cell.text
        page.change(cell.id, text=_text(operation.text))
    if operation.kind is not None:
        back.kind = cell.kind  # type: ignore[assignment]
        page.change(cell.id, kind=operation.kind)
    return [back]


def _check_size(text: str, display: dict[str, Any], trusted: bool) -> None:
    if trusted:
        return
    if len(text) > MAX_TEXT:
        raise Refused(f"A cell holds at most {MAX_TEXT:,} characters; this text has {len(text):,}.")
    if display and len(json.dumps(display)) > MAX_DISPLAY:
        raise Refused(f"What is chosen for the lines of a cell takes at most {MAX_DISPLAY:,} characters.")


def _text(text: str) -> str:
    return text.replace("\r\n", "\n").replace("\r", "\n")
