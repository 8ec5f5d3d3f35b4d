"""Worksheets as Markdown: fenced `slate` blocks are math cells, everything else is notes, conventions are YAML front matter."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

import yaml

from ..core.line.conventions import Conventions

_FENCE = re.compile(r"^(```+|~~~+)[ \t]*slate[ \t]*$")


#: Conventions need few lines; a longer front matter is none.
_MAX_HEAD = 10_000


class BadFile(Exception):
    """The file cannot be read as a worksheet; the message says why in one sentence."""


@dataclass(frozen=True)
class FileCell:
    """A cell of a file: `kind` is math or note; `display` holds what was chosen to be shown, which not every file can say."""

    kind: str
    text: str
    display: Mapping[str, Any] = field(default_factory=dict)


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
        return _pairs(match[1]), text[match.end():]
    except yaml.YAMLError:
        raise BadFile("The front matter between the two lines --- is not YAML.") from None


def _pairs(head: str) -> dict[str, str]:
    """The lines `name: value`, each a text: no tags, dates or numbers that would have to be made, no aliases that grow when they are read,
    and nothing within anything else, which the library would take long over. Looked at event by event, so that it ends at the first that does not fit."""
    events = iter(yaml.parse(head, Loader=yaml.BaseLoader))
    found: dict[str, str] = {}
    inside = False
    for event in events:
        match event:
            case yaml.MappingStartEvent() if not inside:
                inside = True
            case yaml.ScalarEvent(value=name) if inside:
                value = next(events)
                if not isinstance(value, yaml.ScalarEvent):
                    raise BadFile("The front matter is not a list of conventions such as “angles: degrees”.")
                found[name] = value.value
            case yaml.StreamStartEvent() | yaml.StreamEndEvent() | yaml.DocumentStartEvent() | yaml.DocumentEndEvent() | yaml.MappingEndEvent():
                pass
            case _:
                raise BadFile("The front matter is not a list of conventions such as “angles: degrees”.")
    return found


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
