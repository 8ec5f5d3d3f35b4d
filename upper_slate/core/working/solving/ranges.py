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


def sign_over(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> tuple[int, bool]:
    """The sign that an expression keeps between two ends wherever it has a value, and whether it is nowhere 0 between them; the sign is 0
    where this is not shown.

    Products, powers and sums are taken apart, for bounds may reach 0 where the values do not: e^(-x) up to oo, 1/x^2 up to oo, x^x from 0.
    """
    if isinstance(expr, sp.exp) or (isinstance(expr, sp.Pow) and letter in expr.exp.free_symbols):
        return 1, True
    by_bounds = _sign_by_bounds(expr, letter, low, high)
    if by_bounds[1] or letter not in expr.free_symbols:
        return by_bounds
    if isinstance(expr, sp.Mul):
        parts = [sign_over(factor, letter, low, high) for factor in expr.args]
        return sp.prod(sign for sign, _ in parts), all(is_strict for _, is_strict in parts)
    if isinstance(expr, sp.Pow) and expr.exp.is_Rational:
        sign, is_strict = sign_over(expr.base, letter, low, high)
        if sign == 1 or (is_strict and expr.exp.is_Integer):
            return sign if expr.exp.p % 2 else 1, is_strict
    if isinstance(expr, sp.Add):
        parts = [sign_over(term, letter, low, high) for term in expr.args]
        if len({sign for sign, _ in parts}) == 1 and parts[0][0]:
            return parts[0][0], any(is_strict for _, is_strict in parts)
    return by_bounds


def _sign_by_bounds(expr: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> tuple[int, bool]:
    try:
        bottom, top = range_of(expr, letter, low, high)
    except NoRange:
        return 0, False
    return 1 if bottom >= 0 else -1 if top <= 0 else 0, bool(bottom > 0 or top < 0)


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


def _sign(x: Any) -> Any:
    return iv.mpf(1) if x.a > 0 else iv.mpf(-1) if x.b < 0 else iv.mpf([-1, 1])


def _rules() -> dict[type, Callable[[Any], Any]]:
    return {sp.exp: iv.exp, sp.log: _log, sp.sin: iv.sin, sp.cos: iv.cos, sp.tan: iv.tan, sp.Abs: abs, sp.sign: _sign, sp.atan: _monotone(mp.atan),
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
