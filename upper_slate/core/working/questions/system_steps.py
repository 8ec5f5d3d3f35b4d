"""Steps of systems: the solutions of one line, where all of them are known points, are put into the other."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..binding.statement import Statement
from ..context import Context
from ..ground.values import Requirement, expression, free_letters, is_scalar
from ..solving.systems import solve_system
from .ask import failure_at, truth_at
from .verdicts import Verdict

Point = dict[str, sp.Expr]


def system_step(context: Context, names: list[str], first: Statement, needs: list[Requirement], second: Statement, others: list[Requirement], sign: str) -> Verdict:
    """The verdict on a step between statements about several letters that are joined by and, or. `needs` and `others` are what the two need to have a meaning."""
    before, after = _points(context, names, first, needs), _points(context, names, second, others)
    if before is None or (after is None and sign != "=>"):
        return Verdict("not-settled")
    lost = [p for p in before if truth_at(context, second, others, p) is not True]
    added = [p for p in after or () if truth_at(context, first, needs, p) is not True] if sign != "=>" else []
    if not lost and not added:
        return Verdict("follows")
    word = "does-not-follow" if lost and added else "loses-solutions" if lost else "adds-solutions"
    try:
        example = failure_at(context, second if lost else first, (lost or added)[0])
    except LineError:
        example = None
    return Verdict(word, (), example)


def _points(context: Context, names: list[str], statement: Statement, needs: list[Requirement]) -> list[Point] | None:
    """All points that solve it, each with a number for every letter; None where they are not all known, or are not single points."""
    found: list[Point] = []
    for choice in statement.parts if statement.join == "or" else (statement,):
        equations = choice.equations()
        if not all(equation.is_equation for equation in equations):
            return None
        try:
            with context.collecting():
                solved = solve_system(context, tuple(names), list(equations), needs)
        except LineError:
            return None
        for solution in solved.solutions:
            if not all(is_scalar(value) and not free_letters(value) for _, value in solution.values):
                return None
            found.append({name: expression(value) for name, value in solution.values})
    return found
