"""Absolute value, sign, rounding, the least and the greatest."""

from __future__ import annotations

from collections.abc import Callable
from fractions import Fraction
from typing import Final

import sympy as sp
from flint import arb

from ....problems import LineError
from ...context import Context
from ...exact import roots
from ...exact.bridge import to_sympy
from ...exact.enclosing import Ball, NoBall
from ...exact.surd import Surd
from .. import judge
from ..arithmetic import add, checked, negate
from ..values import Scalar, expression
from .record import FunctionRecord, Record, ValueRule, WrittenWithOthers


def absolute(context: Context, value: Scalar) -> Scalar:
    """|value|."""
    if isinstance(value, Surd):
        found = roots.absolute(value)
        return found if found is not None else checked(sp.Abs(to_sympy(value)))
    if not value.free_symbols and not value.has(sp.I) and value.is_finite is not False:
        return negate(value) if judge.sign(value) < 0 else value
    return checked(sp.Abs(value))


def _sign(context: Context, value: Scalar) -> Scalar:
    return Surd.rational(judge.sign(value)) if judge.is_closed(value) else checked(sp.sign(expression(value)))


def _floor(context: Context, value: Scalar) -> Scalar:
    return Surd.rational(judge.floor_of(value)) if judge.is_closed(value) else checked(sp.floor(expression(value)))


def _ceil(context: Context, value: Scalar) -> Scalar:
    return Surd.rational(-judge.floor_of(negate(value))) if judge.is_closed(value) else checked(sp.ceiling(expression(value)))


def _round(context: Context, value: Scalar) -> Scalar:
    if not judge.is_closed(value):
        raise LineError("not-supported", "round needs a number; letters cannot be rounded.")
    half = Surd.rational(Fraction(1, 2))
    if judge.sign(value) < 0:
        return Surd.rational(-judge.floor_of(add([negate(value), half])))
    return Surd.rational(judge.floor_of(add([value, half])))


def _extreme(which: int) -> ValueRule:
    def rule(context: Context, *values: Scalar) -> Scalar:
        if all(judge.is_closed(v) for v in values):
            best = values[0]
            for value in values[1:]:
                if judge.compare(value, best) * which > 0:
                    best = value
            return best
        return checked((sp.Max if which > 0 else sp.Min)(*map(expression, values)))

    return rule


def _absolute_ball(value: Ball) -> Ball:
    """Not below 0: the library keeps the width of a ball about 0 on both sides."""
    size = abs(value)
    return arb(0).union(size.abs_upper()) if size.contains(0) and size.rad() != 0 else size


def _sign_ball(value: Ball) -> Ball:
    if isinstance(value, arb):
        if value > 0:
            return arb(1)
        if value < 0:
            return arb(-1)
        if value == 0:
            return arb(0)
    raise NoBall


def _whole(name: str) -> Callable[[Ball], Ball]:
    def rule(value: Ball) -> Ball:
        if not isinstance(value, arb):
            raise NoBall
        found = getattr(value, name)()
        if found.unique_fmpz() is None:
            raise NoBall
        return found
    return rule


def _extreme_ball(pick: str) -> Callable[..., Ball]:
    def rule(*values: Ball) -> Ball:
        best = values[0]
        for value in values[1:]:
            if not (isinstance(best, arb) and isinstance(value, arb)):
                raise NoBall
            best = best.max(value) if pick == "max" else best.min(value)
        return best
    return rule


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("abs", sp.Abs, _absolute_ball, "absolute value", value=absolute),
    FunctionRecord("sign", sp.sign, _sign_ball, value=_sign),
    FunctionRecord("floor", sp.floor, _whole("floor"), value=_floor),
    FunctionRecord("ceil", sp.ceiling, _whole("ceil"), value=_ceil),
    WrittenWithOthers("round", _round),
    FunctionRecord("max", sp.Max, _extreme_ball("max"), value=_extreme(1)),
    FunctionRecord("min", sp.Min, _extreme_ball("min"), value=_extreme(-1)),
)
