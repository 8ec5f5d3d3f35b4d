"""Worksheets as JSON: everything that was written and chosen. Results are worked out again where it is read."""

from __future__ import annotations

import json
from typing import Any, Final

from ..core.line.conventions import Conventions
from .markdown import BadFile, FileCell, WorksheetFile

FORMAT: Final = "upper-slate worksheet"
VERSION: Final = 1
#: Characters of what was chosen for one cell.
_MOST_CHOSEN: Final = 10_000


def write_json(sheet: WorksheetFile) -> str:
    """The worksheet as JSON that `read_json` reads back the same."""
    cells = [{"kind": cell.kind, "text": cell.text, **({"display": cell.display} if cell.display else {})} for cell in sheet.cells]
    data = {"format": FORMAT, "version": VERSION, "title": sheet.title or "", "folder": sheet.folder or "", "conventions": sheet.conventions.as_dict(), "cells": cells}
    return json.dumps(data, ensure_ascii=False, indent=1) + "\n"


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
