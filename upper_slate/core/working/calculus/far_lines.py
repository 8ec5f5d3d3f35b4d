"""Level and slanting asymptotes: the line that a curve comes near far out."""

from __future__ import annotations

import sympy as sp

from .limits import side_limit
from .near import on_side


def far_line(expr: sp.Expr, letter: sp.Symbol, end: sp.Expr) -> tuple[sp.Expr, sp.Expr] | None:
    """Slope and height at 0 of the asymptote towards an end (oo or -oo); None where there is none, or the curve is the line itself."""
    height = side_limit(expr, letter, end, 1)
    if height.is_finite:
        return None if _is_same(expr, height, letter, end) else (sp.S.Zero, height)
    slope = side_limit(expr / letter, letter, end, 1)
    if not slope.is_finite or slope == 0:
        return None
    offset = side_limit(_without(expr, slope * letter), letter, end, 1)
    if not offset.is_finite or _is_same(expr, slope * letter + offset, letter, end):
        return None
    return slope, offset


def _without(expr: sp.Expr, part: sp.Expr) -> sp.Expr:
    """The difference, so that what cancels is gone: over one denominator, except where functions would be multiplied out."""
    rest = sp.expand(expr - part) if expr.is_Add else expr - part
    return sp.together(rest) if rest.is_algebraic_expr() else rest


def _is_same(expr: sp.Expr, line: sp.Expr, letter: sp.Symbol, end: sp.Expr) -> bool:
    """Whether the curve becomes the line itself far out."""
    return bool(sp.cancel(sp.together(on_side(expr, letter, end, 1) - line)) == 0)
