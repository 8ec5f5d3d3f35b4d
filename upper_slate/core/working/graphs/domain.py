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
    """What the parts of a line need of its letters, asked of single places and of whole intervals (one ball for each letter)."""

    def __init__(self, requirements: Sequence[Requirement], *letters: sp.Symbol) -> None:
        self._letters = letters
        needs = [r for r in requirements if r.expr.free_symbols and r.expr.free_symbols <= {*letters} and r.kind != "natural"]
        self._needs = list(dict.fromkeys((r.kind, r.expr, r.guard) for r in needs))
        self._orders = [need for need in self._needs if need[0] != "nonzero"]

    def surely_holds(self, *on: arb) -> bool:
        """Whether nothing but single places can be missing."""
        return all(self._holds(*need, self._at(on)) for need in self._orders)

    def surely_fails(self, *on: arb) -> bool:
        """Whether there is no value anywhere."""
        return any(self._holds(*need, self._at(on)) is False for need in self._orders)

    def is_missing(self, *at: arb) -> bool:
        """Whether there is no value at a single place."""
        return any(self._holds(*need, self._at(at)) is False for need in self._needs)

    def _at(self, on: tuple[arb, ...]) -> dict[sp.Symbol, arb]:
        return dict(zip(self._letters, on, strict=True))

    def _holds(self, kind: str, expr: sp.Expr, guard: sp.Basic, on: dict[sp.Symbol, arb]) -> bool | None:
        """None where balls do not tell; what has no value itself fails."""
        if guard is not sp.true and self._guarded(guard, on) is not True:
            return None if self._guarded(guard, on) is None else True
        try:
            value = balls.ball(expr, on)
        except (NoBall, ValueError, OverflowError):
            return False if all(ball.rad() == 0 for ball in on.values()) else None
        if isinstance(value, acb):
            return None if value.imag.contains(0) else False
        return _of_kind(kind, value)

    def _guarded(self, guard: sp.Basic, on: dict[sp.Symbol, arb]) -> bool | None:
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
            left, right = (balls.ball(side, on) for side in guard.args)
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
