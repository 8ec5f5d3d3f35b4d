"""A second guard on what the rules found: whether the expression certainly has a zero that is not among their solutions.

The rules each lose no zero; this does not rely on it. Between two points with opposite signs, a finite ball over the whole step
shows that the expression is continuous there, so that it has a zero (intermediate value theorem).
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from itertools import pairwise
from typing import Final

import sympy as sp
from flint import arb

from ..exact import balls
from ..ground.values import Requirement
from .families import Family

#: Where signs are looked at when no range is given: close together near 0, no point that people choose.
_OUTWARD: Final = (0.013, 0.11, 0.29, 0.53, 0.83, 1.19, 1.61, 2.13, 2.71, 3.37, 4.23, 5.31, 6.61, 8.17, 10.3, 13.1, 17.3, 23.9, 37.1, 61.3, 103.7, 409.9, 2017.3)
_STEPS: Final = 45
#: A place this near to a known zero, by its size, is that zero.
_NEAR: Final = 1e-7
_HALVINGS: Final = 70
#: Steps are cut so often until a ball over one is finite; where it never is, there may be a pole.
_CUTS: Final = 24
#: After so many it is looked whether they lead to a zero that is known.
_NARROW: Final = 36
_STEPPED: Final = (sp.floor, sp.ceiling, sp.sign, sp.Piecewise)


def misses(expr: sp.Expr, letter: sp.Symbol, low: float, high: float, values: Iterable[sp.Expr], families: Iterable[Family], requirements: Iterable[Requirement]) -> bool:
    """Whether there is a zero strictly between `low` and `high` where every requirement holds, other than the values and members of families."""
    if expr.free_symbols != {letter} or expr.has(*_STEPPED) or expr.is_polynomial(letter):  # the roots of polynomials are counted
        return False
    known = [_number(v) for v in values]
    bands = [(_number(f.base), abs(_number(f.period))) for f in families]
    if any(math.isnan(k) for k in [*known, *(part for band in bands for part in band)]):
        return False

    def is_known(place: float) -> bool:
        near = _NEAR * (1 + abs(place))
        return any(abs(k - place) < near for k in known) or any(abs(math.remainder(place - base, period)) < near for base, period in bands)

    with balls.precision(96):
        signs = [(p, _sign(expr, letter, arb(p))) for p in _points(low, high)]
        for (left, one), (right, other) in pairwise(signs):
            if one * other < 0 and not _is_explained(expr, letter, [k for k in known if left < k < right], one):
                place = _zero_between(expr, letter, left, right, one, is_known)
                if place is not None and all(_holds(r, letter, place) for r in requirements):
                    return True
    return False


def _points(low: float, high: float) -> list[float]:
    if math.isfinite(low) and math.isfinite(high):
        return [low + (k + 0.5) * (high - low) / _STEPS for k in range(_STEPS)]
    return [p for p in (*(-p for p in reversed(_OUTWARD)), *_OUTWARD) if low < p < high]


def _number(value: sp.Expr) -> float:
    try:
        return float(sp.N(value, 20))
    except (TypeError, ValueError):
        return math.nan


def _sign(expr: sp.Expr, letter: sp.Symbol, place: arb) -> int:
    """The sign there; 0 where it is not known or there is no real value."""
    try:
        value = balls.ball(expr, {letter: place})
    except balls.NoBall:
        return 0
    return (int(value > 0) - int(value < 0)) if isinstance(value, arb) else 0


def _is_explained(expr: sp.Expr, letter: sp.Symbol, inside: list[float], sign: int) -> bool:
    """Whether signs change at the one zero that is known to lie in a step, from the sign at its left end, and not before or behind."""
    if len(inside) != 1:
        return False
    near = _NEAR * (1 + abs(inside[0]))
    return _sign(expr, letter, arb(inside[0] - near)) == sign and _sign(expr, letter, arb(inside[0] + near)) == -sign


def _zero_between(expr: sp.Expr, letter: sp.Symbol, left: float, right: float, sign: int, is_known: Callable[[float], bool]) -> arb | None:
    """A narrow ball round a zero that is not known; None where it is not shown that there is one."""
    a, b = arb(left), arb(right)
    is_continuous = False
    for k in range(_HALVINGS):
        if not is_continuous:
            is_continuous = _is_finite(expr, letter, a.union(b))
            if not is_continuous and k > _CUTS:
                return None
        middle = arb(((a + b) / 2).mid())
        at = _sign(expr, letter, middle)
        if at == 0:
            break
        a, b = (middle, b) if at == sign else (a, middle)
        if k == _NARROW and is_known(float(middle)):
            return None
    place = a.union(b)
    return place if is_continuous and not is_known(float(place.mid())) else None


def _is_finite(expr: sp.Expr, letter: sp.Symbol, step: arb) -> bool:
    try:
        return isinstance(balls.ball(expr, {letter: step}), arb)
    except balls.NoBall:
        return False


def _holds(requirement: Requirement, letter: sp.Symbol, place: arb) -> bool:
    """Whether a requirement certainly holds all over a narrow ball."""
    if requirement.guard is not sp.true:
        return False
    try:
        value = balls.ball(requirement.expr, {letter: place})
    except balls.NoBall:
        return False
    if not isinstance(value, arb):
        return False
    match requirement.kind:
        case "nonzero":
            return bool(value > 0 or value < 0)
        case "nonneg" | "positive":
            return bool(value > 0)
        case "unit" | "inside-one":
            return bool(value > -1 and value < 1)
        case "above-one":
            return bool(value > 1)
    return False
