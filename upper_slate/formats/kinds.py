"""The kinds of files that a worksheet is written as and read from: each declared once."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from .csv_tables import write_csv
from .html.page import write_html
from .json_file import read_json, write_json
from .markdown import WorksheetFile, read_markdown, write_markdown
from .worked import Worked


@dataclass(frozen=True)
class Kind:
    """A kind of file: its endings (the first is written), what it is called, how it is sent, written and, where it holds the whole worksheet, read.

    Without `needs_results` it is written of what was typed alone.
    """

    endings: tuple[str, ...]
    name: str
    media: str
    write: Callable[[Worked], str]
    read: Callable[[str], WorksheetFile] | None = None
    needs_results: bool = False


KINDS: Final[dict[str, Kind]] = {kind.endings[0]: kind for kind in (
    Kind(("html",), "a page (HTML)", "text/html", write_html, needs_results=True),
    Kind(("md", "markdown", "txt"), "Markdown", "text/markdown", lambda worked: write_markdown(worked.sheet), read_markdown),
    Kind(("json",), "JSON", "application/json", lambda worked: write_json(worked.sheet), read_json),
    Kind(("csv",), "tables (CSV)", "text/csv", write_csv, needs_results=True),
)}
READ_BY: Final = {ending: kind for kind in KINDS.values() for ending in kind.endings if kind.read is not None}
#: Those that come in again: an archive holds each worksheet as these.
KEPT: Final = {ending: kind for ending, kind in KINDS.items() if kind.read is not None}
