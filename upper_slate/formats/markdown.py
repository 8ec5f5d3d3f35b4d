"""Worksheets as Markdown: fenced `slate` blocks are math cells, everything else is notes, conventions are YAML front matter."""

from __future__ import annotations

import re
from dataclasses import dataclass

import yaml

from ..core.meaning.conventions import Conventions

_FENCE = re.compile(r"^(```+|~~~+)[ \t]*slate[ \t]*$")


class BadFile(Exception):
    """The file cannot be read as a worksheet; the message says why in one sentence."""


@dataclass(frozen=True)
class FileCell:
    """A cell of a file: `kind` is math or note."""

    kind: str
    text: str


@dataclass(frozen=True)
class WorksheetFile:
    """A worksheet as a file holds it."""

    conventions: Conventions
    cells: tuple[FileCell, ...]
    title: str | None = None
    folder: str | None = None

    def math_cells(self) -> list[str]:
        return [c.text for c in self.cells if c.kind == "math"]


def read_markdown(text: str) -> WorksheetFile:
    """Parses a worksheet. BadFile where the front matter is no YAML mapping or a convention has no such value."""
    text = text.replace("\r\n", "\n").replace("\r", "\n").removeprefix("\ufeff")
    head, body = _front_matter(text)
    title, folder = head.pop("title", None), head.pop("folder", None)
    try:
        conventions = Conventions().with_changes(head)
    except (ValueError, TypeError) as error:
        raise BadFile(f"The front matter cannot be used: {error}.") from None
    return WorksheetFile(conventions, tuple(_cells(body)), None if title is None else str(title), None if folder is None else str(folder))


def _front_matter(text: str) -> tuple[dict[str, object], str]:
    match = re.match(r"---[ \t]*\n(.*?)(?:^|\n)---[ \t]*(?:\n|$)", text, re.DOTALL)
    if not match:
        return {}, text
    try:
        head = yaml.safe_load(match[1]) or {}
    except yaml.YAMLError:
        raise BadFile("The front matter between the two lines --- is not YAML.") from None
    if not isinstance(head, dict):
        raise BadFile("The front matter is not a list of conventions such as “angles: degrees”.")
    return {str(k): v for k, v in head.items()}, text[match.end():]


def _cells(body: str) -> list[FileCell]:
    cells: list[FileCell] = []
    note: list[str] = []
    lines = body.split("\n")
    at = 0
    while at < len(lines):
        match = _FENCE.match(lines[at])
        if not match:
            note.append(lines[at])
            at += 1
            continue
        _flush(note, cells)
        fence, held = match[1], []
        at += 1
        while at < len(lines) and lines[at].strip() != fence:
            held.append(lines[at])
            at += 1
        at += 1
        cells.append(FileCell("math", "\n".join(held)))
    _flush(note, cells)
    return cells


def _flush(note: list[str], cells: list[FileCell]) -> None:
    text = "\n".join(note).strip("\n")
    if text.strip():
        cells.append(FileCell("note", text))
    note.clear()


def write_markdown(sheet: WorksheetFile) -> str:
    """The worksheet as Markdown that `read_markdown` reads back the same."""
    default = Conventions().as_dict()
    head: dict[str, object] = {k: v for k, v in (("title", sheet.title), ("folder", sheet.folder)) if v}
    head |= {k: v for k, v in sheet.conventions.as_dict().items() if v != default[k]}
    parts = [f"---\n{yaml.safe_dump(head, sort_keys=False, allow_unicode=True)}---"] if head else []
    for cell in sheet.cells:
        if cell.kind == "note":
            parts.append(cell.text)
            continue
        fence = "```"
        while fence in cell.text:
            fence += "`"
        parts.append(f"{fence}slate\n{cell.text}\n{fence}")
    return "\n\n".join(parts) + "\n"
