"""The pages of the handbook as files: what they say of their live lines, and what these come to."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache
from pathlib import Path
from typing import Final

from upper_slate.core.answering.answer import work_out
from upper_slate.core.answering.pages import work_out_page
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.result import LineResult
from upper_slate.core.line.tasks import LineOutcome
from upper_slate.core.page.cells import MathCell
from upper_slate.core.page.worked import remembered
from upper_slate.formats.neighbours import Neighbours

ROOT: Final = Path(__file__).resolve().parents[1]
FOLDER: Final = ROOT / "handbook"
#: Stands in a live line before what the page says that it comes to.
COMES_TO: Final = " ⟹ "
_MEMORY: Final[dict[str, LineOutcome]] = {}


@dataclass(frozen=True)
class Turn:
    """An exercise: what is checked with `{}` for the answer, an answer that is right, a hint, and what is defined before."""

    check: str
    answer: str
    hint: str
    given: str


@dataclass(frozen=True)
class Page:
    """A page by its name: its head, its text, its live cells with what each line is said to come to, its exercises."""

    name: str
    head: dict[str, str]
    body: str
    cells: tuple[tuple[tuple[str, str], ...], ...]
    turns: tuple[Turn, ...]

    def listed(self, name: str) -> list[str]:
        """A list of the head."""
        return [item.strip() for item in self.head.get(name, "").split(",") if item.strip()]


@cache
def pages() -> dict[str, Page]:
    """Every page by its name."""
    return {file.stem: read_page(file.stem, file.read_text(encoding="utf-8")) for file in sorted(FOLDER.glob("*.md"))}


def read_page(name: str, text: str) -> Page:
    """A page from its text."""
    match = re.match(r"---\n(.*?)\n---\n(.*)", text, re.DOTALL)
    assert match, name
    head = dict(line.split(": ", 1) for line in match[1].split("\n") if ": " in line)
    cells = tuple(tuple(_line(line) for line in block.split("\n")) for block in re.findall(r"^```slate\n(.*?)\n```$", match[2], re.DOTALL | re.MULTILINE))
    turns = tuple(_turn(block) for block in re.findall(r"^```turn\n(.*?)\n```$", match[2], re.DOTALL | re.MULTILINE))
    return Page(name, head, match[2], cells, turns)


def _line(text: str) -> tuple[str, str]:
    line, _, told = text.partition(COMES_TO)
    return line, told


def _turn(block: str) -> Turn:
    found = dict(line.split(": ", 1) for line in block.split("\n"))
    return Turn(found["check"], found["answer"], found["hint"], found.get("given", ""))


def worked(cells: list[str], units: str = "off") -> list[list[LineResult]]:
    """The lines of each cell, as on a worksheet beside the demo."""
    demo = sorted(str(file) for file in (ROOT / "demo").glob("*.md"))
    sources = Neighbours(demo, remembered(_MEMORY, work_out)).of("-")
    found: dict[str, list[LineResult]] = {str(k): [] for k in range(len(cells))}
    for line in work_out_page([MathCell(str(k), text) for k, text in enumerate(cells)], Conventions(units=units), _MEMORY, sources=sources).lines:
        found[line.line.cell_id].append(line.outcome.result)
    return list(found.values())


def told_of(line: LineResult) -> str:
    """What a line comes to, in the words of a page; nothing where it only defines or stands as it is."""
    if line["error"]:
        return f"error {line['error']['code']}"
    if line["verdict"]:
        return line["verdict"]
    if line["graph"]:
        return f"graph of {len(line['graph']['curves'])}"
    if line["table"]:
        return f"table of {len(line['table']['rows'])} rows"
    value = line["decimal"] if line["asked"] == "decimal" and line["decimal"] else line["exact"] or line["decimal"]
    return value["text"] if value and (line["saysMore"] or line["solutions"] or line["asked"]) else ""
