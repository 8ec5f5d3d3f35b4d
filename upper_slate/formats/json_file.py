"""Worksheets as JSON: everything that was written and chosen, and what the lines came to; results are worked out again where it is read.

The schema is published as `docs/worksheet.schema.json`; `scripts/schema.py` makes it from the types here.
"""

from __future__ import annotations

import json
from typing import Any, Final, Literal, NotRequired

from typing_extensions import TypedDict

from ..core.line.conventions import Conventions
from ..core.line.result import LineResult
from .markdown import BadFile, FileCell, WorksheetFile
from .worked import Worked

FORMAT: Final = "upper-slate worksheet"
VERSION: Final = 1
#: Characters of what was chosen for one cell.
_MOST_CHOSEN: Final = 10_000


class CellJson(TypedDict):
    """A cell: its text, what was chosen to be shown of it, and the results of its lines where they were known.

    The lines of a note are the values in its sentences. `display` has `hidden` for results that are hidden, and by the place of a line
    (`line0`) the kind of result that is shown, (`graph0`) what was chosen for its graph.
    """

    kind: Literal["math", "note"]
    text: str
    display: NotRequired[dict[str, Any]]
    results: NotRequired[list[LineResult]]


class WorksheetJson(TypedDict):
    """A worksheet; `folder` is its path on the shelf, `conventions` are all of them by name."""

    format: Literal["upper-slate worksheet"]
    version: Literal[1]
    title: str
    folder: str
    conventions: dict[str, str]
    cells: list[CellJson]


def write_json(worked: Worked) -> str:
    """The worksheet as JSON that `read_json` reads back the same."""
    sheet = worked.sheet
    results = worked.results or ((),) * len(sheet.cells)
    cells = [_cell_json(cell, lines) for cell, lines in zip(sheet.cells, results, strict=True)]
    data: WorksheetJson = {"format": "upper-slate worksheet", "version": 1, "title": sheet.title or "", "folder": sheet.folder or "",
                           "conventions": sheet.conventions.as_dict(), "cells": cells}
    return json.dumps(data, ensure_ascii=False, indent=1) + "\n"


def _cell_json(cell: FileCell, lines: tuple[LineResult, ...]) -> CellJson:
    found: CellJson = {"kind": "note" if cell.kind == "note" else "math", "text": cell.text}
    if cell.display:
        found["display"] = dict(cell.display)
    if lines:
        found["results"] = [_result(line) for line in lines]
    return found


def _result(line: LineResult) -> LineResult:
    """Without what only the page needs."""
    known = LineResult.__annotations__
    return {name: value for name, value in line.items() if name in known}  # type: ignore[return-value]


def read_json(text: str) -> WorksheetFile:
    """Parses a worksheet. BadFile where it is no JSON, none of ours, or one of a newer version."""
    try:
        data = json.loads(text, parse_constant=_refuse)
        json.dumps(data, ensure_ascii=False).encode()  # half of a sign (a lone surrogate) can be named in JSON, and stored nowhere
    except (ValueError, RecursionError):
        raise BadFile("This is no JSON.") from None
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise BadFile("This JSON is no worksheet of Upper Slate.")
    if not isinstance(data.get("version"), int) or data["version"] > VERSION:
        raise BadFile("This worksheet was written by a newer version of Upper Slate.")
    cells, conventions = data.get("cells"), data.get("conventions", {})
    if not isinstance(cells, list) or not isinstance(conventions, dict):
        raise BadFile("This worksheet has no list of cells.")
    try:
        agreed = Conventions().with_changes({str(name): str(value) for name, value in conventions.items()})
    except ValueError as error:
        raise BadFile(f"The conventions cannot be used: {error}.") from None
    return WorksheetFile(agreed, tuple(_cell(cell) for cell in cells), _text(data, "title") or None, _text(data, "folder") or None)


def _refuse(name: str) -> None:
    """NaN and infinities are no JSON, though the library reads them."""
    raise ValueError(name)


def _cell(data: Any) -> FileCell:
    if not isinstance(data, dict) or data.get("kind") not in ("math", "note"):
        raise BadFile("A cell here is neither mathematics nor a note.")
    display = data.get("display", {})
    if not isinstance(display, dict) or len(json.dumps(display)) > _MOST_CHOSEN:
        raise BadFile("What was chosen to be shown of a cell cannot be read.")
    return FileCell(data["kind"], _text(data, "text"), display)


def _text(data: dict[str, Any], name: str) -> str:
    value = data.get(name, "")
    if not isinstance(value, str):
        raise BadFile(f"The {name} here is no text.")
    return value
