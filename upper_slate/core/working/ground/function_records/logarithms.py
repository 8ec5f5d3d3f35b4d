"""Logarithms."""

from __future__ import annotations

from fractions import Fraction
from typing import Final

import sympy as sp
from flint import acb, arb, fmpz

from ....problems import LineError
from ...context import Context
from ...exact import angles, roots
from ...exact.enclosing import Ball, NoBall
from ...exact.surd import ONE, Surd
from .. import judge
from ..arithmetic import add, checked, divide, negate
from ..values import Requirement, Scalar, expression
from .record import FunctionRecord, Need, Record, WrittenWithOthers, same


def _ln(context: Context, value: Scalar) -> Scalar:
    if judge.is_closed(value):
        if isinstance(value, sp.Expr) and value == sp.oo:
            return sp.oo
        if judge.is_zero(value):
            raise LineError("outside-domain", "ln(0) has no value: no power of e is 0.")
        if (isinstance(value, Surd) and value.has_imaginary) or (not isinstance(value, Surd) and value.has(sp.I)):
            return _complex_log(context, value)
        if judge.sign(value) < 0:
            if not context.complex:
                raise LineError("not-real", "ln({0}) is not a real number. With the convention “complex numbers” it is {1}.",
                                values=(value, checked(sp.log(expression(negate(value))) + sp.I * sp.pi)))
            return add([_ln(context, negate(value)), sp.I * sp.pi])
    elif context.complex:
        context.require(Requirement("nonzero", expression(value), "outside-domain", "ln"))
    else:
        context.require(Requirement("positive", expression(value), "outside-domain", "ln"))
        return checked(_real_log(expression(value)))
    return checked(sp.log(expression(value)))


def _real_log(expr: sp.Expr) -> sp.Expr:
    """ln of an expression known to be positive, where the line is defined: ln(e^u) = u."""
    if isinstance(expr, sp.exp):
        return expr.args[0]
    return sp.log(expr)


def _complex_log(context: Context, value: Scalar) -> Scalar:
    if isinstance(value, Surd):
        size, angle = roots.absolute(value), angles.angle_of(value)
        if size is not None and angle is not None:
            return add([_ln(context, size), checked(sp.I * sp.pi * sp.Rational(angle.numerator, angle.denominator) / 180)])
    return checked(sp.log(expression(value)))


def _log(context: Context, value: Scalar, base: Scalar | None = None) -> Scalar:
    if base is None:
        base = Surd.rational(10)
        context.note("log is to base 10; ln is the natural logarithm.", "log")
    if judge.is_closed(base):
        if judge.is_zero(base) or (isinstance(base, Surd) and base == ONE):
            raise LineError("outside-domain", "The base of a logarithm is positive and not 1.")
        if not context.complex and judge.sign(base) < 0:
            raise LineError("outside-domain", "The base of a logarithm is positive and not 1.")
    if isinstance(value, Surd) and isinstance(base, Surd) and value.is_rational and base.is_rational and judge.sign(value) > 0:
        ratio = rational_log(value, base)
        if ratio is not None:
            return Surd.rational(ratio)
    return divide(context, _ln(context, value), _ln(context, base))


def rational_log(value: Surd, base: Surd) -> Fraction | None:
    """log of one positive rational to the base of another, where that is rational."""
    def exponents(surd: Surd) -> dict[int, int]:
        q = surd.as_fmpq
        if max(len(str(q.p)), len(str(q.q))) > 60:
            return {0: 1}
        found = {int(p): int(e) for p, e in fmpz(q.p).factor()}
        for p, e in fmpz(q.q).factor():
            found[int(p)] = found.get(int(p), 0) - int(e)
        return found

    over, under = exponents(value), exponents(base)
    if not over:
        return Fraction(0)
    if set(over) != set(under) or 0 in over or 0 in under:
        return None
    ratios = {Fraction(over[p], under[p]) for p in over}
    return ratios.pop() if len(ratios) == 1 else None


def _ball(value: Ball) -> Ball:
    if isinstance(value, arb):
        if value > 0:
            return value.log()
        if value.contains(0):
            raise NoBall
        return acb(value).log()
    if value.contains(0):
        raise NoBall
    return value.log()


RECORDS: Final[tuple[Record, ...]] = (
    FunctionRecord("ln", sp.log, _ball, "natural logarithm", lambda u: 1 / u, "exp", Need("positive", same, "outside-domain", "nonzero"), bare=True, value=_ln),
    WrittenWithOthers("log", _log),
)
