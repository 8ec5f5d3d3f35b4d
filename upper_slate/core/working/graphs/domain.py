"""Where a line has a value as it was written: simplifying `sqrt(x)^2` to x does not make it one for -1."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

import sympy as sp
from flint import acb, arb

from ..exact import balls
from ..exact.balls import NoBall
from ..ground.values import Requirement

#: How the sides of a condition are compared.
_ORDERS: Final = {
    sp.StrictLessThan: lambda a, b: a < b, sp.LessThan: lambda a, b: a <= b,
    sp.StrictGreaterThan: lambda a, b: a > b, sp.GreaterThan: lambda a, b: a >= b,
}


class Domain:
    """What the parts of a line need of its letter, asked of single places and of whole intervals by balls."""

    def __init__(self, requirements: Sequence[Requirement], letter: sp.Symbol) -> None:
        self._letter = letter
        needs = [r for r in requirements if r.expr.free_symbols == {letter} and r.kind != "natural"]
        self._needs = list(dict.fromkeys((r.kind, r.expr, r.guard) for r in needs))
        self._orders = [need for need in self._needs if need[0] != "nonzero"]

    def surely_holds(self, on: arb) -> bool:
        """Whether nothing but single places can be missing on a ball."""
        return all(self._holds(*need, on) for need in self._orders)

    def surely_fails(self, on: arb) -> bool:
        """Whether there is no value anywhere on a ball."""
        return any(self._holds(*need, on) is False for need in self._orders)

    def is_missing(self, at: arb) -> bool:
        """Whether there is no value at a single place."""
        return any(self._holds(*need, at) is False for need in self._needs)

    def _holds(self, kind: str, expr: sp.Expr, guard: sp.Basic, on: arb) -> bool | None:
        """None where balls do not tell; what has no value itself fails."""
        if guard is not sp.true and self._guarded(guard, on) is not True:
            return None if self._guarded(guard, on) is None else True
        try:
            value = balls.ball(expr, {self._letter: on})
        except (NoBall, ValueError, OverflowError):
            return False if on.rad() == 0 else None
        if isinstance(value, acb):
            return None if value.imag.contains(0) else False
        return _of_kind(kind, value)

    def _guarded(self, guard: sp.Basic, on: arb) -> bool | None:
        if guard in (sp.true, sp.false):
            return guard is sp.true
        if isinstance(guard, sp.And | sp.Or):
            parts = [self._guarded(part, on) for part in guard.args]
            decisive = isinstance(guard, sp.Or)
            return decisive if decisive in parts else None if None in parts else not decisive
        order = _ORDERS.get(type(guard))
        if order is None:
            return None
        try:
            left, right = (balls.ball(side, {self._letter: on}) for side in guard.args)
        except (NoBall, ValueError, OverflowError):
            return None
        if not (isinstance(left, arb) and isinstance(right, arb)):
            return None
        return True if order(left, right) else None if left.overlaps(right) else False


def _of_kind(kind: str, value: arb) -> bool | None:
    match kind:
        case "nonzero":
            return None if value.contains(0) and value.rad() != 0 else not value.contains(0)
        case "nonneg":
            return True if value >= 0 else False if value < 0 else None
        case "positive":
            return True if value > 0 else False if value <= 0 else None
        case "above-one":
            return True if value >= 1 else False if value < 1 else None
    size = abs(value)
    if kind == "unit":
        return True if size <= 1 else False if size > 1 else None
    return True if size < 1 else False if size >= 1 else None
