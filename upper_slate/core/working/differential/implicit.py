"""Answers that stay an equation between x and y: ln|y| + y = x + C, where that cannot be solved for y."""

from __future__ import annotations

from dataclasses import dataclass

import sympy as sp

from ..ground.values import Requirement
from ..questions.identity import proves_identity
from .proof import differentiated


@dataclass(frozen=True)
class Implicit:
    """`left` = `right` + `free`, an equation of first order in `slope` having been integrated; what has to hold for it."""

    left: sp.Expr
    right: sp.Expr
    free: sp.Symbol
    slope: sp.Expr
    needs: tuple[Requirement, ...] = ()

    def is_proved(self, x: sp.Symbol, y: sp.Symbol) -> bool:
        """Whether along it y' is the slope: the derivatives of both sides by x, with the slope put in for y', are the same."""
        gap = self.left - self.right
        total = differentiated(gap, x, 1) + differentiated(gap, y, 1) * self.slope
        return any(changed == 0 or proves_identity(changed, list(self.needs), True) for changed in (total, sp.simplify(total)))

    def constant_at(self, x: sp.Symbol, y: sp.Symbol, point: sp.Expr, value: sp.Expr) -> sp.Expr | None:
        """The constant for which it goes through a point; None where it, or the slope, has no value there."""
        found, slope = (sp.simplify(expr.subs({x: point, y: value})) for expr in (self.left - self.right, self.slope))
        return None if any(v.has(sp.zoo, sp.nan, sp.oo) or v.is_real is False for v in (found, slope)) else found


class OnlyImplicit(Exception):
    """An equation between x and y was found, and not solved for y; `lost` are constant solutions beside it."""

    def __init__(self, equation: Implicit, lost: tuple[sp.Expr, ...]) -> None:
        super().__init__("an equation between x and y")
        self.equation, self.lost = equation, lost
