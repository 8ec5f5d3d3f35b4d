"""A solution of y' = F(x, y) through a point, enclosed: stepping by Taylor polynomials whose remainders are bounded.

Each step first finds a box that the solution cannot leave (Picard's condition in balls), then takes the terms of its power series at the
start of the step from F, and bounds the first left-out term over the whole box. Balls carry every error on.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from typing import Any, Final

import sympy as sp
from flint import arb, arb_series, ctx, fmpq

from ..exact import balls
from ..ground.values import Point, Window
from ..patience import Budget

#: Terms of the power series of a step.
_ORDER: Final = 24
_BITS: Final = 220
#: Points that are told of each step, and steps that a path may take.
_POINTS: Final = 6
_STEPS: Final = 1500
#: No path is followed closer to a place where the slope has no bound than this part of the width.
_SMALLEST: Final = 1e-7
#: What a step may add to the doubt, as a part of the window's height: it grows along the path, as fast as the slopes could part.
_LEFT_OUT: Final = 1e-20
#: A path ends where its height is not known to this part of the window's height: less than a pixel.
_SURE: Final = 1e-3

Series = Any  # an arb_series, which python-flint has no types for
Slope = Callable[[Series, Series], Series]


class NoSeries(Exception):
    """A part of an expression for which there is no power series here."""


def path_through(slope: sp.Expr, x: sp.Symbol, y: sp.Symbol, at: tuple[sp.Expr, sp.Expr], window: Window, seconds: float) -> tuple[Point, ...]:
    """The solution through a point from the left to the right end of a window, as far as it stays near; empty where the slope has no value there."""
    of = slope_of(slope, x, y)
    before, cap = ctx.prec, ctx.cap
    ctx.prec, ctx.cap = _BITS, _ORDER + 1
    try:
        start = balls.ball(at[0]), balls.ball(at[1])
        budget = Budget(seconds)
        left = list(_half(of, start, window, -1, budget))
        right = list(_half(of, start, window, 1, budget))
    except balls.NoBall:
        return ()
    finally:
        ctx.prec, ctx.cap = before, cap
    if not left and not right:
        return ()
    return (*reversed(left), (float(start[0].mid()), float(start[1].mid())), *right)


def _half(of: Slope, start: tuple[arb, arb], window: Window, direction: int, budget: Budget) -> Iterator[Point]:
    """The points on one side, one step after another."""
    x, y = start
    end = window[1] if direction > 0 else window[0]
    height = window[3] - window[2]
    step = (window[1] - window[0]) / 40
    for _ in range(_STEPS):
        room = (end - float(x.mid())) * direction
        if room <= 0 or budget.is_spent or abs(float(y.mid()) - (window[2] + window[3]) / 2) > 1.5 * height:
            return
        taken = min(step, room)
        found = None
        while found is None and taken >= _SMALLEST * (window[1] - window[0]):
            found = _step(of, x, y, taken * direction, height)
            taken = taken if found is not None else taken / 2
        if found is None:
            return
        for k in range(1, _POINTS + 1):
            part = fmpq(k, _POINTS) * _exact(taken * direction)
            value = _evaluated(found[0], part) + found[1]
            yield float((x + part).mid()), float(value.mid())
        total = _exact(taken * direction)
        x, y = x + total, _evaluated(found[0], total) + found[1]
        if not y.is_finite() or float(y.rad()) > _SURE * height:
            return
        step = taken * 1.5


def _exact(number: float) -> fmpq:
    over, under = number.as_integer_ratio()
    return fmpq(over, under)


def _evaluated(terms: list[arb], at: fmpq) -> arb:
    total = arb(0)
    for term in reversed(terms):
        total = total * arb(at) + term
    return total


def _step(of: Slope, x: arb, y: arb, h: float, height: float) -> tuple[list[arb], arb] | None:
    """The terms of the series of y over a step, and a ball round 0 with what they leave out; None where the step is too long."""
    span = arb(0).union(arb(_exact(h)))
    box_x = x + span
    box = _box(of, box_x, y, span, height)
    if box is None:
        return None
    terms = _terms(of, x, y, _ORDER)
    bound = _terms(of, box_x, box, _ORDER + 1)
    if terms is None or bound is None:
        return None
    rest = bound[_ORDER] * span ** _ORDER
    return (terms[:_ORDER], rest) if rest.is_finite() and float(rest.abs_upper()) < _LEFT_OUT * height else None


def _box(of: Slope, box_x: arb, y: arb, span: arb, height: float) -> arb | None:
    """A ball that holds the solution over the whole step: where y + span·F(x, ball) lies within the ball."""
    box = y + span * _value(of, box_x, y)
    for _ in range(4):
        if not box.is_finite() or float(box.abs_upper()) > 1e6 * (height + float(abs(y).upper())):
            return None
        wider = box.union(y) + arb(0, float(box.rad()) * 0.2 + 1e-30)
        image = y + span * _value(of, box_x, wider)
        if wider.contains(image):
            return wider
        box = wider.union(image)
    return None


def _value(of: Slope, x: arb, y: arb) -> arb:
    return _coefficient(of(arb_series([x]), arb_series([y])), 0)


def _coefficient(series: Series, k: int) -> arb:
    return series[k] if k < series.length() else arb(0) if series.prec > k else arb("nan")


def _terms(of: Slope, x: arb, y: arb, order: int) -> list[arb] | None:
    """The first terms of the power series of the solution through (x, y), from the slope: k c_k = [F]_(k-1)."""
    terms = [y]
    line = arb_series([x, arb(1)], order + 1)
    for k in range(1, order + 1):
        found = of(line, arb_series(terms, k))
        next_term = _coefficient(found, k - 1) / k
        if not next_term.is_finite():
            return None
        terms.append(next_term)
    return terms


# -- the slope as a function of power series ---------------------------------------------------------------------------


def slope_of(expr: sp.Expr, x: sp.Symbol, y: sp.Symbol) -> Slope:
    """An expression in two letters as a function of their power series. Raises NoSeries for what has none."""
    if expr == x:
        return lambda u, v: u
    if expr == y:
        return lambda u, v: v
    if not expr.free_symbols:
        return lambda u, v: arb_series([balls.ball(expr)], max(u.prec, v.prec))
    parts = [slope_of(arg, x, y) for arg in expr.args]
    if isinstance(expr, sp.Add):
        return lambda u, v: sum((part(u, v) for part in parts[1:]), parts[0](u, v))
    if isinstance(expr, sp.Mul):
        return lambda u, v: _product([part(u, v) for part in parts])
    if isinstance(expr, sp.Pow):
        return _power(expr, parts)
    name = {sp.exp: "exp", sp.log: "log", sp.sin: "sin", sp.cos: "cos", sp.tan: "tan", sp.atan: "atan", sp.asin: "asin", sp.acos: "acos"}.get(type(expr))
    if name is None:
        raise NoSeries
    return lambda u, v: getattr(parts[0](u, v), name)()


def _product(factors: list[Series]) -> Series:
    total = factors[0]
    for factor in factors[1:]:
        total = total * factor
    return total


def _power(expr: sp.Pow, parts: list[Slope]) -> Slope:
    exponent = expr.exp
    if exponent.is_Integer and abs(exponent) <= 60:
        times = abs(int(exponent))

        def whole(u: Series, v: Series) -> Series:
            found = _product([parts[0](u, v)] * times)
            return found if exponent > 0 else found.inv()

        return whole
    if exponent == sp.Rational(1, 2):
        return lambda u, v: parts[0](u, v).sqrt()
    return lambda u, v: (parts[0](u, v).log() * parts[1](u, v)).exp()
