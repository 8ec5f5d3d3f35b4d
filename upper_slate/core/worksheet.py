"""The page: cells and conventions in, results out."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from .meaning.conventions import Conventions
from .meaning.page import Executor, MathCell, Memory, PlannedLine, State, plan
from .meaning.tasks import LineOutcome


@dataclass(frozen=True)
class WorkedLine:
    """A line with its outcome."""

    line: PlannedLine
    outcome: LineOutcome


@dataclass(frozen=True)
class WorkedPage:
    """Every line of a page with its outcome, and what is in force at its end."""

    lines: tuple[WorkedLine, ...]
    state: State
    fresh: int

    def by_cell(self) -> dict[str, list[WorkedLine]]:
        cells: dict[str, list[WorkedLine]] = {}
        for worked in self.lines:
            cells.setdefault(worked.line.cell_id, []).append(worked)
        return cells


def work_out_page(cells: Sequence[MathCell], conventions: Conventions, memory: Memory, execute: Executor | None = None) -> WorkedPage:
    """Works out a page from the top; only lines whose key is not in the memory are executed (`fresh` counts them)."""
    if execute is None:
        from .workout import work_out

        execute = work_out
    lines: list[WorkedLine] = []
    fresh = 0
    steps = plan(cells, conventions)
    step = next(steps)
    while isinstance(step, PlannedLine):
        outcome = memory.get(step.key)
        if outcome is None:
            outcome = execute(step.task)
            memory[step.key] = outcome
            fresh += 1
        lines.append(WorkedLine(step, outcome))
        step = steps.send(outcome)  # type: ignore[attr-defined]
    return WorkedPage(tuple(lines), step, fresh)
