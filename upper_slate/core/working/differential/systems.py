"""Two linear equations of first order with constant coefficients, together."""

from __future__ import annotations

import sympy as sp

from .linear import Linear, solve_linear
from .problem import Branch, Found, NoMethod, Problem


def solve_pair(problem: Problem) -> Found:
    """Every solution of x' = a x + b y + f, y' = c x + d y + g, by one equation of second order for one of them. Raises NoMethod for others."""
    if len(problem.unknowns) != 2 or len(problem.equations) != 2 or any(u.order != 1 for u in problem.unknowns):
        raise NoMethod
    t = problem.letter
    (x, dx), (y, dy) = (u.derivatives for u in problem.unknowns)
    solved = sp.solve(problem.equations, (dx, dy), dict=True)
    if len(solved) != 1 or len(solved[0]) != 2:
        raise NoMethod
    rows = []
    for slope in (solved[0][dx], solved[0][dy]):
        a, b = sp.diff(slope, x), sp.diff(slope, y)
        rest = sp.expand(slope - a * x - b * y)
        if (a.free_symbols | b.free_symbols) & {t, x, y} or rest.free_symbols & {x, y}:
            raise NoMethod
        rows.append((a, b, rest))
    (a, b, f), (c, d, g) = rows
    if b == 0 and c != 0:  # told by the other one
        found = _pair(t, (d, c, g), (b, a, f))
        return Found(tuple(Branch(branch.values[::-1], branch.needs) for branch in found.branches), found.constants, is_general=True)
    return _pair(t, (a, b, f), (c, d, g))


def _pair(t: sp.Symbol, one: tuple[sp.Expr, ...], other: tuple[sp.Expr, ...]) -> Found:
    (a, b, f), (c, d, g) = one, other
    if b == 0:  # c is 0 too: each stands alone
        first, second = solve_linear(Linear(t, (-a, sp.S.One), f)), solve_linear(Linear(t, (-d, sp.S.One), g))
        values = first.branches[0].values[0], second.branches[0].values[0]
        return Found((Branch(values),), (*first.constants, *second.constants), is_general=True)
    right = sp.expand(sp.diff(f, t) - d * f + b * g)
    found = solve_linear(Linear(t, (sp.expand(a * d - b * c), sp.expand(-a - d), sp.S.One), right))
    x = found.branches[0].values[0]
    y = sp.expand(sp.simplify((sp.diff(x, t) - a * x - f) / b))
    return Found((Branch((x, y), found.branches[0].needs),), found.constants, is_general=True)
