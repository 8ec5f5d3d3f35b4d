"""The edges of a domain and the far ends of the line, where no box can show that there is no zero: there a function that only rises or only
falls is judged by its limit."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from fractions import Fraction
from typing import Final

import sympy as sp

from ...problems import LineError
from ..calculus.limits import NoLimit, side_limit
from ..exact.bridge import settled
from ..ground import judge
from ..ground.values import Requirement
from .ranges import excludes_zero, sign_over

#: Functions with neither poles nor gaps.
_CONTINUOUS: Final = (sp.exp, sp.sin, sp.cos, sp.atan, sp.sinh, sp.cosh, sp.tanh, sp.asinh)
_DENOMINATORS: Final = 60
#: Longer slopes are not taken apart into factors.
_MOST_PARTS: Final = 100


def in_factors(expr: sp.Expr) -> sp.Expr:
    """The expression as a product, where that does not take long."""
    return sp.factor(expr) if sp.count_ops(expr) < _MOST_PARTS else expr


class Edges:
    """What one function does on the way to a place that it does not reach; `sign_at` gives its sign at a number."""

    def __init__(self, expr: sp.Expr, slope: sp.Expr, letter: sp.Symbol, domain: Sequence[Requirement], sign_at: Callable[[sp.Rational], int]) -> None:
        self.expr, self.letter, self.domain, self.sign_at = expr, letter, domain, sign_at
        self.slope = in_factors(slope)

    def zeros(self, a: sp.Rational, b: sp.Rational) -> list[sp.Expr] | None:
        """The zeros in a narrow box in which the domain ends at a simple number; None where that is not shown."""
        middle = (a + b) / 2
        edge = sp.Rational(*Fraction(int(middle.p), int(middle.q)).limit_denominator(_DENOMINATORS).as_integer_ratio())
        if not a <= edge <= b:
            return None
        for requirement in self.domain:
            if requirement.guard is not sp.true or not self._is_zero(requirement.expr, edge):
                continue
            side = excludes_zero(sp.diff(requirement.expr, self.letter), self.letter, a, b)
            if side == 0:
                continue
            if requirement.kind == "nonzero":
                if all(self._none_up_to(edge, end) for end in (a, b)):
                    return []
            elif requirement.kind in ("positive", "nonneg"):
                end = b if side > 0 else a
                if requirement.kind == "positive" and self._none_up_to(edge, end):
                    return []
                if (limit := self.limit_on_the_way(edge, end)) is not None:
                    return [edge] if limit.is_zero and requirement.kind == "nonneg" else []
        return None

    def _none_up_to(self, edge: sp.Rational, end: sp.Rational) -> bool:
        """Whether there is no zero between a number of the box and an edge that is not in the domain itself."""
        if edge == end:
            return True
        low, high = (edge, end) if edge < end else (end, edge)
        return sign_over(self.expr, self.letter, low, high)[1] or self.limit_on_the_way(edge, end) is not None

    def limit_on_the_way(self, place: sp.Expr, end: sp.Rational) -> sp.Expr | None:
        """The limit at a place, infinite ones too, where there is no zero from `end` up to it; None where that is not shown.

        A function that never falls, or never rises, lies between its value at the end and its limit; a limit of 0 it reaches nowhere
        where it truly rises or falls.
        """
        sign = self.sign_at(end)
        low, high = (place, end) if place < end else (end, place)
        if sign == 0 or place == end:
            return None
        rises, is_strict = sign_over(self.slope, self.letter, low, high)
        if rises == 0 or not self._is_continuous(low, high, place):
            return None
        try:
            limit = side_limit(self.expr, self.letter, place, 1 if place < end else -1)
            return limit if (is_strict if limit.is_zero else _sign(limit) == sign) else None
        except (NoLimit, LineError):
            return None

    def _is_continuous(self, low: sp.Expr, high: sp.Expr, place: sp.Expr) -> bool:
        """Whether there is no pole and no gap in the domain on the way: what stands under a bar, a root or a logarithm is 0 at the place at most."""
        for part in sp.preorder_traversal(self.expr):
            if self.letter not in part.free_symbols or not isinstance(part, sp.Function | sp.Pow):
                continue
            inner = part.args[0]
            if isinstance(part, _CONTINUOUS) or (isinstance(part, sp.Pow) and ((part.exp.is_Integer and part.exp > 0) or self.letter not in inner.free_symbols)):
                continue
            if not isinstance(part, sp.log | sp.Pow):
                return False
            if excludes_zero(inner, self.letter, low, high):
                continue
            # one that rises or falls all the way is 0 there only
            if not (place.is_finite and self._is_zero(inner, place) and excludes_zero(sp.diff(inner, self.letter), self.letter, low, high)):
                return False
        return True

    def _is_zero(self, expr: sp.Expr, at: sp.Rational) -> bool:
        try:
            return judge.is_zero(settled(sp.expand(expr.subs(self.letter, at))))
        except (LineError, ValueError, TypeError, AttributeError):
            return False


def _sign(limit: sp.Expr) -> int:
    if limit.is_infinite:
        return 1 if limit == sp.oo else -1
    return judge.sign(settled(limit))
