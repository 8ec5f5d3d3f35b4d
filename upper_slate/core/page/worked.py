"""A page with its outcomes, worked out line by line by whoever can: here nothing is computed."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ..line.conventions import Conventions
from ..line.tasks import LineOutcome, LineTask
from .cells import MathCell, PlannedLine
from .page import Executor, Memory, Page
from .sources import Sources


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


def work_out_page(cells: Sequence[MathCell], conventions: Conventions, memory: Memory, execute: Executor, sources: Sources | None = None) -> WorkedPage:
    """Works out a page from the top; only lines whose key is not in the memory are executed (`fresh` counts them).

    `sources` are other worksheets that its lines may use.
    """
    fresh: list[LineTask] = []

    def executed(task: LineTask) -> LineOutcome:
        fresh.append(task)
        return execute(task)

    answer = remembered(memory, executed)
    lines: list[WorkedLine] = []
    for cell in Page(conventions, cells, sources).settle(answer):
        lines += [WorkedLine(line, outcome) for line, outcome in zip(cell.lines, cell.outcomes, strict=True) if outcome is not None]
    return WorkedPage(tuple(lines), len(fresh))


def remembered(memory: Memory, execute: Executor) -> Callable[[PlannedLine], LineOutcome]:
    """Answers from a memory, and works out and remembers what it does not know."""
    def answer(line: PlannedLine) -> LineOutcome:
        outcome = memory.get(line.key)
        if outcome is None:
            outcome = memory[line.key] = execute(line.task)
        return outcome

    return answer
