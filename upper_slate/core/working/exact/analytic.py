"""Balls of an expression on a complex ball, for quadrature: where it is asked for, only if the expression is analytic on the whole of it.

A ball that touches a branch cut holds both sides, so it is a true enclosure of the values, and yet no function that the theory of quadrature is about.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

import sympy as sp
from flint import acb, arb, fmpq

from .balls import Evaluator, root_power, whole_power
from .enclosing import Ball, NoBall

_ENTIRE: Final = (sp.exp, sp.sin, sp.cos, sp.sinh, sp.cosh)
#: Their poles make a ball infinite.
_WITH_POLES: Final = (sp.tan, sp.cot, sp.sec, sp.csc, sp.tanh, sp.coth, sp.sech, sp.csch)
_CUT_ABOVE_AND_BELOW: Final = (sp.atan, sp.asinh)
_CUT_LEFT_AND_RIGHT: Final = (sp.asin, sp.acos, sp.atanh)
#: The functions of which it can be told where they are analytic.
KNOWN: Final = (*_ENTIRE, *_WITH_POLES, *_CUT_ABOVE_AND_BELOW, *_CUT_LEFT_AND_RIGHT, sp.log)


def analytic_ball(expr: sp.Expr, values: Mapping[sp.Symbol, Ball], must_be_analytic: bool) -> Ball:
    """The ball of an expression. NoBall where there is none, or where it is not surely analytic and must be."""
    return _Analytic(values, must_be_analytic).of(expr)


class _Analytic(Evaluator):
    def __init__(self, values: Mapping[sp.Symbol, Ball], must_be_analytic: bool) -> None:
        super().__init__(values)
        self.must = must_be_analytic

    def _of(self, expr: sp.Basic) -> Ball:
        if isinstance(expr, sp.Mul):
            return self._product(expr)
        if not isinstance(expr, sp.Function) or not expr.free_symbols:
            return super()._of(expr)
        inner = acb(self.of(expr.args[0]))
        if isinstance(expr, sp.log):
            return inner.log(analytic=self.must)
        if self.must:
            if not isinstance(expr, KNOWN):
                raise NoBall
            one_way = inner.real if isinstance(expr, _CUT_ABOVE_AND_BELOW) else inner.imag
            other_way = inner.imag if isinstance(expr, _CUT_ABOVE_AND_BELOW) else inner.real
            if isinstance(expr, (*_CUT_ABOVE_AND_BELOW, *_CUT_LEFT_AND_RIGHT)) and one_way.contains(0) and not abs(other_way) < 1:
                raise NoBall
        return super()._of(expr)

    def _product(self, product: sp.Mul) -> Ball:
        """sin(u)/u has a value at u = 0 too."""
        for factor in product.args:
            if isinstance(factor, sp.sin) and (below := sp.Pow(factor.args[0], -1)) in product.args:
                rest = sp.Mul(*(f for f in product.args if f not in (factor, below)))
                return acb(self.of(factor.args[0])).sinc() * self.of(rest)
        return super()._of(product)

    def _power(self, power: sp.Pow) -> Ball:
        base, exponent = power.args
        if exponent.is_Integer or not power.free_symbols:
            return super()._power(power)
        value = self.of(base)
        if exponent.is_Rational:
            if exponent.q == 2:
                return whole_power(acb(value).sqrt(analytic=self.must), int(exponent.p))
            if isinstance(value, arb) and not self.must:
                return root_power(value, int(exponent.p), int(exponent.q))
            if not acb(value).real > 0:  # a real root of odd degree is no branch of the complex one on the left
                raise NoBall
            return (acb(value).log() * fmpq(int(exponent.p), int(exponent.q))).exp()
        return (acb(self.of(exponent)) * acb(value).log(analytic=self.must)).exp()
