"""Text that is pasted into a page: our own Markdown, or lines from elsewhere."""

from __future__ import annotations

from typing import Final

from ..core.problems import LineError
from ..core.reading.lines import read_line
from ..core.reading.names import KnownNames
from ..core.reading.notations import is_other_notation, text_of_notation
from ..core.reading.tokens import tokenize
from .markdown import BadFile, FileCell, read_markdown

#: What stands in sentences too.
_PUNCTUATION: Final = {"name", "end", ".", ",", ":", ";", "?", "'", "''", "!"}


def read_pasted(text: str) -> list[FileCell]:
    """The cells of a pasted text. With a block of mathematics in it, it is a worksheet; else lines of mathematics, or a note."""
    try:
        cells = list(read_markdown(text).cells)
    except BadFile:
        cells = [FileCell("note", text.strip())]
    if any(cell.kind == "math" for cell in cells):
        return cells
    lines = [line for written in _in_the_language(text) for line in written.splitlines() if line.strip()]
    if lines and all(_is_mathematics(line) for line in lines):
        return [FileCell("math", line) for line in lines]
    return cells


def _in_the_language(text: str) -> list[str]:
    """The lines of a text, LaTeX and MathML among them as lines of the language; what cannot be read stays as it was."""
    if is_other_notation(text):
        try:
            return [text_of_notation(text.strip())]
        except LineError:
            pass
    lines = [line.strip() for line in text.splitlines() if line.strip()]
    found = []
    for line in lines:
        try:
            found.append(text_of_notation(line))
        except LineError:
            found.append(line)
    return found


def _is_mathematics(line: str) -> bool:
    """Whether a line reads as mathematics: it can be read, and it is more than words."""
    try:
        kinds = {token.kind for token in tokenize(line)} - _PUNCTUATION
        read_line(line, KnownNames())
    except LineError as error:
        return error.code != "syntax" and bool(kinds) and not any(s.as_note for s in error.suggestions)
    return bool(kinds)
