"""Worksheets as Markdown: fenced `slate` blocks are math cells, everything else is notes, conventions are YAML front matter."""

from __future__ import annotations

import re
from dataclasses import dataclass

import yaml

from ..core.meaning.conventions import Conventions

_FENCE = re.compile(r"^(```+|~~~+)[ \t]*slate[ \t]*$")


#: Conventions need few lines; a longer front matter is none.
_MAX_HEAD = 10_000


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
        conventions = Conventions().with_changes(dict(head))
    except ValueError as error:
        raise BadFile(f"The front matter cannot be used: {error}.") from None
    return WorksheetFile(conventions, tuple(_cells(body)), title or None, folder or None)


def _front_matter(text: str) -> tuple[dict[str, str], str]:
    match = re.match(r"---[ \t]*\n(.*?)(?:^|\n)---[ \t]*(?:\n|$)", text[:_MAX_HEAD + 10], re.DOTALL)
    if not match:
        return {}, text
    try:
        head = yaml.load(match[1], Loader=_PlainLoader) or {}
    except (yaml.YAMLError, RecursionError):
        raise BadFile("The front matter between the two lines --- is not YAML.") from None
    if not isinstance(head, dict) or not all(isinstance(part, str) for pair in head.items() for part in pair):
        raise BadFile("The front matter is not a list of conventions such as “angles: degrees”.")
    return dict(head), text[match.end():]


class _PlainLoader(yaml.BaseLoader):
    """Texts only, and each where it stands: no tags, dates or numbers that would have to be made, and no aliases that grow when they are read."""

    def compose_node(self, parent: yaml.Node | None, index: int) -> yaml.Node | None:
        if self.check_event(yaml.AliasEvent):
            raise yaml.YAMLError("an alias")
        return super().compose_node(parent, index)  # type: ignore[no-any-return]


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
