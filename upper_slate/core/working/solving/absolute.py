"""Zeros where absolute values, signs, greatest and least values, roundings and cases come in: one case after another."""

from __future__ import annotations

import math
from typing import Final

import sympy as sp

from ..exact.bridge import settled
from ..ground import judge
from .enclose import bounds_of
from .search import Search, Unsolved, Zeros

#: So many values of a rounding are tried.
_MOST_STEPS: Final = 200


def by_sign(search: Search, expr: sp.Expr) -> Zeros | None:
    """|E| is E or -E; what holds in a case only is found out when it is put in."""
    x = search.letter
    if not search.real:
        return None
    extremes = [n for n in expr.atoms(sp.Max, sp.Min) if x in n.free_symbols]
    if extremes:
        return search.of(expr.replace(lambda n: isinstance(n, sp.Max | sp.Min) and x in n.free_symbols, _as_absolute))
    sizes = sorted((n for n in expr.atoms(sp.Abs, sp.sign) if x in n.free_symbols), key=lambda n: (sp.count_ops(n), str(n)))
    if sizes:
        inside = sizes[0].args[0]
        total = Zeros()
        for sign, holds in ((1, sp.Ge(inside, 0, evaluate=False)), (-1, sp.Lt(inside, 0, evaluate=False))):
            case = expr.subs({sp.Abs(inside): sign * inside, sp.sign(inside): sp.Integer(sign)})
            found = search.of(sp.expand(case))
            found.regions = [holds if r is sp.true else sp.And(holds, r, evaluate=False) for r in found.regions]
            total = total.join(found)
        if expr.has(sp.sign):
            total = total.join(search.of(inside))
        return total
    cases = sorted((n for n in expr.atoms(sp.Piecewise) if x in n.free_symbols), key=str)
    if cases:
        return _by_cases(search, expr, cases[0])
    return None


def _by_cases(search: Search, expr: sp.Expr, cases: sp.Piecewise) -> Zeros:
    total, passed = Zeros(), sp.true
    for value, condition in cases.args:
        found = search.of(sp.expand(expr.xreplace({cases: value})))
        here = sp.And(passed, condition)
        found.regions = [here if r is sp.true else sp.And(here, r) for r in found.regions]
        total = total.join(found)
        passed = sp.And(passed, sp.Not(condition))
    return total


def _as_absolute(*args: sp.Expr) -> sp.Expr:
    node = args[0]
    sign = 1 if isinstance(node, sp.Max) else -1
    total, *rest = node.args
    for other in rest:
        total = (total + other + sign * sp.Abs(total - other)) / 2
    return total


def _step_by_step(search: Search, lifted: sp.Expr, step: sp.Expr, t: sp.Symbol) -> Zeros:
    """In an interval a rounding has so many values: one after the other; what is found is put in again by the caller."""
    bounds = bounds_of(step.args[0], search.letter, search.low, search.high) if search.low.is_finite and search.high.is_finite else None
    if bounds is None or bounds[1] - bounds[0] > _MOST_STEPS:
        raise Unsolved
    total = Zeros()
    for k in range(math.floor(bounds[0]), math.ceil(bounds[1]) + 1):
        found = search.of(lifted.subs(t, k))
        if found.regions or found.families:
            raise Unsolved
        total = total.join(found)
    return total


def by_steps(search: Search, expr: sp.Expr) -> Zeros | None:
    """floor(E) = k holds for k <= E < k + 1."""
    x = search.letter
    steps = [n for n in expr.atoms(sp.floor, sp.ceiling) if x in n.free_symbols]
    if len(steps) != 1:
        return None
    (step,) = steps
    t = search.fresh("t", real=True)
    lifted = expr.subs(step, t)
    if x in lifted.free_symbols:
        return _step_by_step(search, lifted, step, t)
    total = Zeros()
    found = search.inner(t).of(lifted)
    if found.families or found.regions or not found.complete:
        raise Unsolved
    for value in found.values:
        surd = settled(value)
        if not judge.is_closed(surd) or judge.floor_of(surd) != value:
            continue
        inside, k = step.args[0], value
        if isinstance(step, sp.floor):
            total.regions.append(sp.And(sp.Ge(inside, k, evaluate=False), sp.Lt(inside, k + 1, evaluate=False), evaluate=False))
        else:
            total.regions.append(sp.And(sp.Gt(inside, k - 1, evaluate=False), sp.Le(inside, k, evaluate=False), evaluate=False))
    return total
