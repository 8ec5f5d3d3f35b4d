"""The page: cells and conventions in, results out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..line.conventions import Conventions
from ..line.tasks import LineOutcome
from ..page.cells import MathCell, PlannedLine
from ..page.page import Executor, Memory, Page
from .answer import work_out


@dataclass(frozen=True)
class WorkedLine:
    """A line with its outcome."""

    line: PlannedLine
    outcome: LineOutcome


@dataclass(frozen=True)
class WorkedPage:
    """Every line of a page with its outcome."""

    lines: tuple[WorkedLine, ...]
    fresh: int


def work_out_page(cells: Sequence[MathCell], conventions: Conventions, memory: Memory, execute: Executor | None = None) -> WorkedPage:
    """Works out a page from the top; only lines whose key is not in the memory are executed (`fresh` counts them)."""
    if execute is None:
        execute = work_out
    worker = execute
    fresh = 0

    def answer(line: PlannedLine) -> LineOutcome:
        nonlocal fresh
        outcome = memory.get(line.key)
        if outcome is None:
            outcome = memory[line.key] = worker(line.task)
            fresh += 1
        return outcome

    lines: list[WorkedLine] = []
    for cell in Page(conventions, cells).settle(answer):
        lines += [WorkedLine(line, outcome) for line, outcome in zip(cell.lines, cell.outcomes, strict=True) if outcome is not None]
    return WorkedPage(tuple(lines), fresh)
