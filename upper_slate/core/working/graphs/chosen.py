"""The area and the tangent that a student has chosen on a graph."""

from __future__ import annotations

from typing import TYPE_CHECKING

import sympy as sp

from ...language.tree import Number
from ...problems import LineError
from ..binding.bodies import Body
from ..calculus.areas import area_between
from ..calculus.gradients import at_point
from ..exact.bridge import settled, to_sympy
from ..ground import judge
from ..ground.values import Area, Tangent, Window
from ..tidy.tidy import tidy_expression
from .bounds import as_float, enclosed
from .view import AreaChoice, Place, TangentChoice

if TYPE_CHECKING:
    from ..evaluate import Evaluator

_STRIPS = 240


def tangent_of(evaluator: Evaluator, body: Body, choice: TangentChoice) -> Tangent:
    """The tangent at a place. Errors: those of the value and the gradient there, with the sentence of each."""
    x = _number(evaluator, choice.at)
    y, slope = at_point(evaluator.context, body, x)
    in_decimals = _is_decimal(choice.at) and not any(v.free_symbols or not v.is_Rational for v in (x, y, slope))
    return Tangent(choice.curve, settled(x), settled(y), settled(slope), settled(tidy_expression(sp.expand(y - slope * x))), in_decimals)


def area_of(evaluator: Evaluator, one: Body, other: Body | None, choice: AreaChoice, window: Window) -> Area:
    """The area between two curves, or one and the axis, and its strips. Errors: as of `area between`."""
    low, high = _number(evaluator, choice.low), _number(evaluator, choice.high)
    if judge.sign(settled(high - low)) < 0:
        low, high = high, low
    other = other or Body(sp.S.Zero, one.letter, [])
    value = area_between(evaluator.context, one, other, low, high)
    return Area(value, _strips(one, other, as_float(low), as_float(high), window))


def _strips(one: Body, other: Body, low: float, high: float, window: Window) -> tuple[tuple[tuple[float, float, float], ...], ...]:
    """The region as upright strips, as far as it is in the window."""
    left, right = max(low, window[0]), min(high, window[1])
    upper, lower = (enclosed(body) for body in (one, other))
    strips: list[list[tuple[float, float, float]]] = [[]]
    for k in range(_STRIPS + 1):
        x = left + (right - left) * k / _STRIPS
        a, b = upper.number(x), lower.number(x)
        if a is None or b is None:
            strips.append([])
        else:
            strips[-1].append((x, min(a, b), max(a, b)))
    return tuple(tuple(s) for s in strips if len(s) > 1)


def _number(evaluator: Evaluator, place: Place) -> sp.Expr:
    """The number at a place. Errors: those of its reading."""
    if isinstance(place, LineError):
        raise place
    typed_decimal = evaluator.context.typed_decimal
    value = to_sympy(evaluator.scalar(place))
    evaluator.context.typed_decimal = typed_decimal  # a place that was dragged to makes no decimals of the rest
    if value.free_symbols or not value.is_finite or value.is_real is False:
        raise LineError("outside-domain", "A number is needed here, as in 2, 1/2 or sqrt(3).")
    return value


def _is_decimal(place: Place) -> bool:
    return not isinstance(place, LineError) and any(isinstance(node, Number) and node.is_decimal for node in place.walk())
