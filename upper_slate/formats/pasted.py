"""Text that is pasted into a page: our own Markdown, or lines from elsewhere."""

from __future__ import annotations

from ..core.problems import LineError
from ..core.reading.lines import read_line
from ..core.reading.names import KnownNames
from ..core.reading.tokens import tokenize
from .markdown import BadFile, FileCell, read_markdown


def read_pasted(text: str) -> list[FileCell]:
    """The cells of a pasted text. With a block of mathematics in it, it is a worksheet; else lines of mathematics, or a note."""
    try:
        cells = list(read_markdown(text).cells)
    except BadFile:
        cells = [FileCell("note", text.strip())]
    if any(cell.kind == "math" for cell in cells):
        return cells
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    if lines and all(_is_mathematics(line) for line in lines):
        return [FileCell("math", line) for line in lines]
    return cells


def _is_mathematics(line: str) -> bool:
    """Whether a line reads as mathematics: it can be read, and it is more than a word."""
    try:
        kinds = {token.kind for token in tokenize(line)} - {"name", "end"}
        read_line(line, KnownNames())
    except LineError as error:
        return error.code != "syntax" and bool(kinds)
    return bool(kinds)
