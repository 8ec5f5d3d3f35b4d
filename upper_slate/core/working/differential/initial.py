"""The constants of an answer, from values that it has to take."""

from __future__ import annotations

import sympy as sp

from ...problems import LineError
from ..questions.identity import proves_identity
from ..tidy.tidy import written_size
from .problem import Branch, Found, Problem
from .proof import differentiated


def with_conditions(problem: Problem, found: Found) -> list[Branch]:
    """The answers that fulfil the conditions. Where none is left of a general answer, there is none; LineError where the constants cannot be found."""
    kept: list[Branch] = []
    for branch in found.branches:
        for constants in _constants(problem, branch, found.constants):
            values = tuple(_shortest(v.xreplace(constants)) for v in branch.values)
            needs = tuple(n.renamed(constants) for n in branch.needs)
            if not any(v.has(sp.zoo, sp.nan, sp.oo) for v in values):
                kept.append(Branch(values, needs))
    for value in found.lost:
        if _differences(problem, Branch((value,)), ()) == []:
            kept.append(Branch((value,)))
    return [b for k, b in enumerate(kept) if not any(_same(b, other) for other in kept[:k])]


def _shortest(value: sp.Expr) -> sp.Expr:
    return min((value, sp.simplify(value)), key=written_size)


def _same(one: Branch, other: Branch) -> bool:
    return all(sp.simplify(a - b) == 0 for a, b in zip(one.values, other.values, strict=True))


def _constants(problem: Problem, branch: Branch, constants: tuple[sp.Symbol, ...]) -> list[dict[sp.Symbol, sp.Expr]]:
    equations = _differences(problem, branch, constants)
    if equations is None:
        return []
    held = [c for c in constants if any(c in e.free_symbols for e in equations)]
    if not equations:
        return [{}]
    try:
        solved = sp.solve(equations, held, dict=True)
    except NotImplementedError:
        raise LineError("not-supported", "The constants could not be found from these values.") from None
    found: list[dict[sp.Symbol, sp.Expr]] = []
    for one in solved:
        values = {c: sp.simplify(v) for c, v in one.items()}
        left = [sp.simplify(e.xreplace(values)) for e in equations]
        if any(v.is_real is False for v in values.values()) or not all(proves_identity(e, [], True) for e in left):
            continue
        found.append(values)
    return found


def _differences(problem: Problem, branch: Branch, constants: tuple[sp.Symbol, ...]) -> list[sp.Expr] | None:
    """What has to be 0 for the conditions to hold, without what is 0 already; None where a value cannot be taken, whatever the constants are."""
    found: list[sp.Expr] = []
    for condition in problem.conditions:
        value = differentiated(branch.values[condition.unknown], problem.letter, condition.order)
        there = value.subs(problem.letter, condition.point)
        if there.has(sp.zoo, sp.nan, sp.oo):
            if constants:  # some constant might take the pole away
                raise LineError("not-supported", "The equation has no slope where this value is given, so what goes through it is not told.")
            return None
        difference = sp.simplify(there - condition.value)
        if difference == 0:
            continue
        if not difference.free_symbols & set(constants):
            return None if constants else [difference]
        found.append(difference)
    return found
