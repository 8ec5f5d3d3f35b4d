"""Level and slanting asymptotes: the line that a curve comes near far out."""

from __future__ import annotations

import sympy as sp

from .limits import side_limit
from .near import on_side

#: What goes on turning far out comes near no slanting line.
TURNING = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc)


def far_line(expr: sp.Expr, letter: sp.Symbol, end: sp.Expr) -> tuple[sp.Expr, sp.Expr] | None:
    """Slope and height at 0 of the asymptote towards an end (oo or -oo); None where there is none, or the curve is the line itself."""
    height = side_limit(expr, letter, end, 1)
    if height.is_finite:
        return None if _is_same(expr, height, letter, end) else (sp.S.Zero, height)
    if expr.has(*TURNING) or expr.has(sp.exp, sp.log):
        return None
    slope = side_limit(expr / letter, letter, end, 1)
    if not slope.is_finite or slope == 0:
        return None
    offset = side_limit(sp.together(expr - slope * letter), letter, end, 1)
    if not offset.is_finite or _is_same(expr, slope * letter + offset, letter, end):
        return None
    return slope, offset


def _is_same(expr: sp.Expr, line: sp.Expr, letter: sp.Symbol, end: sp.Expr) -> bool:
    """Whether the curve becomes the line itself far out."""
    return bool(sp.cancel(sp.together(on_side(expr, letter, end, 1) - line)) == 0)
