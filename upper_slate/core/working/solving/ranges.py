"""What values an expression takes on an interval, infinite ends allowed: outer bounds by interval arithmetic (mpmath)."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import sympy as sp
from mpmath import iv, mp, mpf
from mpmath.libmp import ComplexResult

from ..exact import balls


class NoRange(Exception):
    """No bounds: the expression has no value somewhere, or none that can be bounded."""


def range_of(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> tuple[Any, Any]:
    """Lower and upper bound (mpf, infinite ones too) of the values on [low, high]. NoRange where there are none."""
    try:
        found = _Ranges(letter, _interval(low, high)).of(expr)
    except (ComplexResult, ValueError, ZeroDivisionError, OverflowError, TypeError, AttributeError, NotImplementedError):
        raise NoRange from None
    if found.a != found.a or found.b != found.b:  # not a number
        raise NoRange
    return mpf(found.a), mpf(found.b)


def excludes_zero(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> int:
    """The sign of the expression on the whole interval; 0 where bounds do not show one."""
    try:
        bottom, top = range_of(expr, letter, low, high)
    except NoRange:
        return 0
    return 1 if bottom > 0 else -1 if top < 0 else 0


def sign_of_factors(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> tuple[int, bool]:
    """The sign that a product keeps on the whole interval wherever it has a value, from those of its factors, and whether it is nowhere 0;
    the sign is 0 where they do not show one.

    A power whose exponent holds the letter is positive, although its bounds may reach 0: so is e^(-x) up to oo, and x^x from 0.
    """
    sign, is_strict = 1, True
    for factor in sp.Mul.make_args(expr):
        if isinstance(factor, sp.exp) or (isinstance(factor, sp.Pow) and letter in factor.exp.free_symbols):
            continue
        try:
            bottom, top = range_of(factor, letter, low, high)
        except NoRange:
            return 0, False
        sign *= 1 if bottom >= 0 else -1 if top <= 0 else 0
        is_strict &= bottom > 0 or top < 0
    return sign, is_strict


def _interval(low: sp.Expr, high: sp.Expr) -> Any:
    return iv.mpf([_end(low, -1), _end(high, 1)])


def _end(value: sp.Expr, side: int) -> Any:
    """A bound outside a closed number."""
    if value in (sp.oo, -sp.oo):
        return mpf("inf") if value == sp.oo else mpf("-inf")
    if value.is_Rational:
        found = iv.mpf(int(value.p)) / int(value.q)
        return found.a if side < 0 else found.b
    with balls.precision(80):
        ball = balls.ball(value)
        text = (ball.lower() if side < 0 else ball.upper()).str(25, radius=False)
    near = mpf(text)
    return near - abs(near) * mpf(2) ** -60 if side < 0 else near + abs(near) * mpf(2) ** -60


def _monotone(function: Callable[[Any], Any]) -> Callable[[Any], Any]:
    """A rising function at both ends, a little widened."""
    def rule(x: Any) -> Any:
        with mp.workprec(80):
            low, high = function(mpf(x.a)), function(mpf(x.b))
            room = mpf(2) ** -60
            return iv.mpf([low - abs(low) * room, high + abs(high) * room])
    return rule


def _rules() -> dict[type, Callable[[Any], Any]]:
    return {sp.exp: iv.exp, sp.log: _log, sp.sin: iv.sin, sp.cos: iv.cos, sp.tan: iv.tan, sp.Abs: abs, sp.atan: _monotone(mp.atan),
            sp.sinh: _monotone(mp.sinh), sp.tanh: _monotone(mp.tanh), sp.asinh: _monotone(mp.asinh),
            sp.cosh: lambda x: (iv.exp(x) + iv.exp(-x)) / 2}


def _log(x: Any) -> Any:
    if x.b <= 0:
        raise NoRange
    if x.a < 0:
        x = iv.mpf([0, x.b])
    return iv.log(x)


class _Ranges:
    def __init__(self, letter: sp.Symbol, box: Any) -> None:
        self.letter, self.box = letter, box
        self.rules = _rules()

    def of(self, expr: sp.Basic) -> Any:
        if expr == self.letter:
            return self.box
        if not expr.free_symbols:
            return _interval(expr, expr)
        if isinstance(expr, sp.Add):
            total = iv.mpf(0)
            for term in expr.args:
                total += self.of(term)
            return total
        if isinstance(expr, sp.Mul):
            product = iv.mpf(1)
            for factor in expr.args:
                product *= self.of(factor)
            return product
        if isinstance(expr, sp.Pow):
            return self._power(expr)
        rule = self.rules.get(expr.func)
        if rule is None:
            raise NoRange
        return rule(self.of(expr.args[0]))

    def _power(self, expr: sp.Pow) -> Any:
        base, exponent = expr.args
        if exponent.is_Integer:
            return self.of(base) ** int(exponent)
        if exponent.is_Rational:
            inside = self.of(base)
            if exponent.q % 2 == 1:
                raise NoRange
            if inside.b < 0:
                raise NoRange
            if inside.a < 0:
                inside = iv.mpf([0, inside.b])
            root = iv.sqrt(inside) if exponent.q == 2 else iv.exp(iv.log(inside) / int(exponent.q))
            return root ** int(exponent.p)
        return iv.exp(self.of(exponent) * _log(self.of(base)))
