"""The value of an expression as a ball: a midpoint and a radius that certainly contains it (FLINT's arb and acb)."""

from __future__ import annotations

import operator
from collections.abc import Callable, Mapping
from typing import Final

import sympy as sp
from flint import acb, arb, fmpq

from .enclosing import Ball, NoBall, precision
from .surd import Nested, Surd


def surd_ball(surd: Surd) -> Ball:
    """The ball of a surd at the precision in force."""
    total: Ball = arb(0)
    for monomial, q in surd.terms.items():
        value: Ball = arb(q)
        for generator, exponent in monomial:
            if generator == -1:
                value = acb(0, 1) * value
                continue
            base = surd_ball(Surd(dict(generator.terms))) if isinstance(generator, Nested) else arb(generator)
            if isinstance(base, acb):
                raise NoBall
            value = value * (base.sqrt() if exponent.denominator == 2 else base.root(exponent.denominator)) ** exponent.numerator
        total = total + value
    return total


def ball(expr: sp.Basic, values: Mapping[sp.Symbol, Ball] | None = None) -> Ball:
    """The ball of an expression whose letters have these values. Real odd roots of negative numbers are real.

    Raises NoBall where there is no value, or where the ball is too wide to tell.
    """
    return Evaluator(values or {}).of(expr)


def _real_part_if_real(value: Ball) -> Ball:
    if isinstance(value, acb) and value.imag.is_zero():
        return value.real
    return value


class Evaluator:
    """Balls of the parts of an expression, each worked out once."""

    def __init__(self, values: Mapping[sp.Symbol, Ball]) -> None:
        self.values = values
        self.known: dict[sp.Basic, Ball] = {}

    def of(self, expr: sp.Basic) -> Ball:
        found = self.known.get(expr)
        if found is None:
            found = _real_part_if_real(self._of(expr))
            if not found.is_finite():
                raise NoBall
            self.known[expr] = found
        return found

    def _of(self, expr: sp.Basic) -> Ball:
        if isinstance(expr, sp.Rational):
            return arb(fmpq(int(expr.p), int(expr.q)))
        if isinstance(expr, sp.Symbol):
            if expr not in self.values:
                raise NoBall
            return self.values[expr]
        if isinstance(expr, sp.Add):
            total: Ball = arb(0)
            for term in expr.args:
                total = total + self.of(term)
            return total
        if isinstance(expr, sp.Mul):
            product: Ball = arb(1)
            for factor in expr.args:
                product = product * self.of(factor)
            return product
        if isinstance(expr, sp.Pow):
            return self._power(expr)
        if hasattr(expr, "enclosure"):  # a number known by what it solves
            return expr.enclosure()
        if isinstance(expr, sp.Piecewise):
            return self.of(case_in_force(expr, self.of))
        constant = _CONSTANTS.get(expr)
        if constant is not None:
            return constant()
        assert _FUNCTIONS, "the records of functions are not loaded"
        rule = _FUNCTIONS.get(expr.func)
        if rule is None:
            raise NoBall
        return rule(*(self.of(a) for a in expr.args))

    def _power(self, expr: sp.Pow) -> Ball:
        base, exponent = expr.args
        if isinstance(exponent, sp.Integer):
            value = self.of(base)
            return whole_power(value, int(exponent))
        if isinstance(exponent, sp.Rational):
            return root_power(self.of(base), int(exponent.p), int(exponent.q))
        if base == sp.E:
            return self.of(exponent).exp()
        value, power = self.of(base), self.of(exponent)
        if isinstance(value, arb) and isinstance(power, arb):
            if value > 0:
                return value ** power
            if value == 0 and power > 0:
                return arb(0)
            value, power = acb(value), acb(power)
        if value.contains(0):
            raise NoBall
        return (acb(power) * acb(value).log()).exp()


def case_in_force(cases: sp.Piecewise, value_of: Callable[[sp.Basic], Ball]) -> sp.Basic:
    """The expression that counts where the letters have certain values. NoBall where none does, or the balls do not tell."""
    for value, condition in cases.args:
        truth = _truth(condition, value_of)
        if truth is None:
            raise NoBall
        if truth:
            return value
    raise NoBall


def _truth(condition: sp.Basic, value_of: Callable[[sp.Basic], Ball]) -> bool | None:
    """Whether a condition surely holds or surely fails; None where the balls do not tell."""
    if condition in (sp.true, sp.false):
        return condition is sp.true
    if isinstance(condition, sp.And | sp.Or):
        parts = [_truth(c, value_of) for c in condition.args]
        decisive = isinstance(condition, sp.Or)
        return decisive if decisive in parts else None if None in parts else not decisive
    if isinstance(condition, sp.Not):
        inner = _truth(condition.args[0], value_of)
        return None if inner is None else not inner
    left, right = (value_of(side) for side in condition.args)
    if not (isinstance(left, arb) and isinstance(right, arb)):
        return None
    holds, fails = _ORDERS[type(condition)]
    return True if holds(left, right) else False if fails(left, right) else None


_ORDERS: Final[dict[type, tuple[Callable[[arb, arb], bool], Callable[[arb, arb], bool]]]] = {
    sp.StrictLessThan: (operator.lt, operator.ge), sp.LessThan: (operator.le, operator.gt),
    sp.StrictGreaterThan: (operator.gt, operator.le), sp.GreaterThan: (operator.ge, operator.lt),
    sp.Equality: (operator.eq, operator.ne), sp.Unequality: (operator.ne, operator.eq),
}


def whole_power(value: Ball, n: int) -> Ball:
    """value^n. The library's own power gives no number for a ball about zero."""
    if n and isinstance(value, arb) and value.contains(0):
        if n < 0:
            raise NoBall
        ends = [_signed_power(end, n) for end in (value.lower(), value.upper())]
        return ends[0].union(ends[1]) if n % 2 else arb(0).union(ends[0]).union(ends[1])
    if n < 0 and value.contains(0):
        raise NoBall
    return value ** n


def _signed_power(end: arb, n: int) -> arb:
    if end == 0:
        return arb(0)
    return end ** n if end > 0 else (-1) ** n * (-end) ** n


def root_power(value: Ball, p: int, q: int) -> Ball:
    """value^(p/q): the real root for odd q, else the principal value."""
    if isinstance(value, arb):
        if value == 0:
            root = arb(0)
        elif value > 0 or (value >= 0 and q == 2):
            root = value.sqrt() if q == 2 else value.root(q)
        elif value.contains(0) and q % 2 == 0 and not value < 0:
            raise NoBall
        elif q % 2:
            if value < 0:
                root = -((-value).root(q))
            else:
                bound = value.abs_upper().root(q)
                root = bound.union(-bound)
        else:
            root = acb(value).root(q) if q != 2 else acb(value).sqrt()
        return whole_power(root, p)
    if value.contains(0):
        raise NoBall
    return (value.log() * fmpq(p, q)).exp() if q != 2 else value.sqrt() ** p


_CONSTANTS: Final[dict[sp.Basic, Callable[[], Ball]]] = {
    sp.pi: lambda: arb.pi(), sp.E: lambda: arb(1).exp(), sp.I: lambda: acb(0, 1),
    sp.GoldenRatio: lambda: (1 + arb(5).sqrt()) / 2, sp.EulerGamma: lambda: arb.const_euler(), sp.Catalan: lambda: arb.const_catalan(),
}

#: The enclosures of functions by the library's class. The records of functions stand above this file, since their values need arithmetic: they tell it (`enclose`).
_FUNCTIONS: Final[dict[type, Callable[..., Ball]]] = {}


def enclose(functions: Mapping[type, Callable[..., Ball]]) -> None:
    """Tells how functions are enclosed, by the library's class."""
    _FUNCTIONS.update(functions)


def lies_surely_apart(value: Ball) -> bool:
    """Whether the ball does not contain zero."""
    return not value.contains(0) if isinstance(value, arb) else not (value.real.contains(0) and value.imag.contains(0))



__all__ = ["Ball", "NoBall", "ball", "lies_surely_apart", "precision", "surd_ball"]
