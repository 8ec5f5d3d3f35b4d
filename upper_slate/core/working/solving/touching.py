"""Zeros at which a function touches zero without a change of sign, or flatly: found among simple numbers, and proved to be alone in their box."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from typing import Final

import sympy as sp
from flint import arb

from ...problems import LineError
from ..exact import balls
from ..exact.bridge import settled
from ..exact.decide import Undecided
from ..ground import judge

#: A zero up to this order is recognised.
_MOST_ORDER: Final = 6
_DENOMINATORS: Final = 60

_STEPPED: Final = (sp.Piecewise, sp.floor, sp.ceiling, sp.sign, sp.Abs)

Ball = Callable[[sp.Expr, sp.Rational, sp.Rational], "arb | None"]


class Touching:
    """Looks in boxes for a multiple zero of one function."""

    def __init__(self, expr: sp.Expr, letter: sp.Symbol, ball: Ball) -> None:
        self.letter, self.ball = letter, ball
        self.derivatives = [expr]

    def only_zero(self, a: sp.Rational, b: sp.Rational) -> sp.Expr | None:
        """The only zero in a box, of order k > 1: the k-th derivative is not zero in the box, and all before it are zero at a simple number there.

        A function whose k-th derivative has no zero on an interval has at most k zeros there, each counted as often as it is repeated.
        """
        for order in range(1, _MOST_ORDER + 1):
            slope = self.ball(self._derivative(order), a, b)
            if slope is None:
                return None
            if slope.contains(0):
                continue
            if order == 1 or not self._may_all_be_zero(order, a, b):
                return None
            for candidate in _simple_numbers(a, b):
                if all(self._is_zero(self._derivative(k), candidate) for k in range(order - 1, -1, -1)):
                    return candidate
            return None
        return None

    def sign(self, a: sp.Rational, b: sp.Rational, sign_at: Callable[[sp.Expr, sp.Rational], int]) -> int:
        """The sign of the function on a whole box, 0 where this does not show it: where the k-th derivative keeps its sign, and at one end all
        before it point the same way (the signs alternate where one goes back from the right end), none of them comes back to zero.
        """
        if self.derivatives[0].has(*_STEPPED):  # a slope says nothing of a jump
            return 0
        for order in range(1, _MOST_ORDER + 1):
            highest = self.ball(self._derivative(order), a, b)
            if highest is None:
                return 0
            if highest.contains(0):
                continue
            for end, side in ((a, 1), (b, -1)):
                sign = 1 if highest > 0 else -1
                for lower in range(order - 1, -1, -1):
                    sign *= side
                    if sign_at(self._derivative(lower), end) != sign:
                        break
                else:
                    return sign
            return 0
        return 0

    def _may_all_be_zero(self, order: int, a: sp.Rational, b: sp.Rational) -> bool:
        """Whether the bounds of all derivatives below an order reach zero in a box: cheaper than trying candidates."""
        found = (self.ball(self._derivative(k), a, b) for k in range(order - 1, -1, -1))
        return all(value is None or value.contains(0) for value in found)

    def _derivative(self, order: int) -> sp.Expr:
        while len(self.derivatives) <= order:
            self.derivatives.append(sp.diff(self.derivatives[-1], self.letter))
        return self.derivatives[order]

    def _is_zero(self, expr: sp.Expr, at: sp.Expr) -> bool:
        try:
            with balls.precision(128):
                if balls.lies_surely_apart(balls.ball(expr, {self.letter: balls.ball(at)})):
                    return False
            return judge.is_zero(settled(sp.expand(expr.subs(self.letter, at))))
        except (balls.NoBall, LineError, Undecided, ValueError, TypeError, AttributeError):
            return False


def _simple_numbers(a: sp.Rational, b: sp.Rational) -> Iterator[sp.Expr]:
    """Numbers in a box that a problem would be made with: the simplest fraction, a part of pi, a square root, a power of e."""
    middle = Fraction(int((a + b).p), int((a + b).q)) / 2
    simple = sp.Rational(*middle.limit_denominator(_DENOMINATORS).as_integer_ratio())
    found: list[sp.Expr] = [simple, sp.Integer(round(middle))]
    value = float(middle)
    found += [sp.pi * sp.Rational(round(value * 12 / 3.141592653589793), 12)]
    square = Fraction(value * abs(value)).limit_denominator(12)
    found += [sp.sign(square.numerator) * sp.sqrt(sp.Rational(abs(square.numerator), square.denominator))]
    if value > 0:
        found += [sp.exp(sp.Rational(*Fraction(float(sp.log(value))).limit_denominator(4).as_integer_ratio()))]
    seen: list[sp.Expr] = []
    for number in found:
        if number not in seen and _lies_in(number, a, b):
            seen.append(number)
            yield number


def _lies_in(number: sp.Expr, a: sp.Rational, b: sp.Rational) -> bool:
    return bool(number >= a) and bool(number <= b)
