"""The kinds of files that a worksheet is written as and read from: each declared once."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from .json_file import read_json, write_json
from .markdown import WorksheetFile, read_markdown, write_markdown


@dataclass(frozen=True)
class Kind:
    """A kind of file: its endings (the first is written), what it is called, how it is sent, written and read."""

    endings: tuple[str, ...]
    name: str
    media: str
    write: Callable[[WorksheetFile], str]
    read: Callable[[str], WorksheetFile]


KINDS: Final[dict[str, Kind]] = {kind.endings[0]: kind for kind in (
    Kind(("md", "markdown", "txt"), "Markdown", "text/markdown", write_markdown, read_markdown),
    Kind(("json",), "JSON", "application/json", write_json, read_json),
)}
READ_BY: Final = {ending: kind for kind in KINDS.values() for ending in kind.endings}
