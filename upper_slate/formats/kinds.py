"""The kinds of files that a worksheet is written as and read from: each declared once."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from typing import Final

from .csv_tables import write_csv
from .html import page as html
from .json_file import read_json, write_json
from .latex import page as latex
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
    #: files that the file reads from beside it
    beside: Callable[[Worked], Mapping[str, bytes]] | None = None


KINDS: Final[dict[str, Kind]] = {kind.endings[0]: kind for kind in (
    Kind(("html",), "a page (HTML)", "text/html", html.write_html, needs_results=True),
    Kind(("tex",), "LaTeX", "application/x-tex", latex.write_latex, needs_results=True, beside=latex.pictures),
    Kind(("md", "markdown", "txt"), "Markdown", "text/markdown", lambda worked: write_markdown(worked.sheet), read_markdown),
    Kind(("json",), "JSON", "application/json", write_json, read_json, needs_results=True),
    Kind(("csv",), "tables (CSV)", "text/csv", write_csv, needs_results=True),
)}


@dataclass(frozen=True)
class Made:
    """A file that was made: its name, how it is sent, and what is in it."""

    name: str
    media: str
    content: bytes


def written(worked: Worked, ending: str, stem: str) -> list[Made]:
    """A worksheet as a file of a kind, first the file itself, then those that it reads from beside it."""
    kind = KINDS[ending]
    beside = kind.beside(worked) if kind.beside else {}
    return [Made(f"{stem}.{ending}", kind.media, kind.write(worked).encode()), *(Made(name, "application/octet-stream", content) for name, content in beside.items())]


def in_one(files: list[Made], stem: str) -> Made:
    """One file as it is, several as a zip."""
    if len(files) == 1:
        return files[0]
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as archive:
        for file in files:
            archive.writestr(file.name, file.content)
    return Made(f"{stem}.zip", "application/zip", held.getvalue())


#: Some cells as they are copied, by the kind.
PIECES: Final[dict[str, Callable[[Worked], str]]] = {"md": lambda worked: write_markdown(worked.sheet), "html": html.write_pieces, "tex": latex.write_pieces}
READ_BY: Final = {ending: kind for kind in KINDS.values() for ending in kind.endings if kind.read is not None}
#: Those that come in again: an archive holds each worksheet as these.
KEPT: Final = {ending: kind for ending, kind in KINDS.items() if kind.read is not None}
