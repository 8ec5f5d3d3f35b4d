"""An equation in two letters as a picture: the curves on which its factors are zero, and points that stand alone."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import sympy as sp

from ...problems import LineError
from ..binding.statement import Atom, Statement
from ..context import Context
from ..exact.decide import Undecided
from ..ground.values import Point, Requirement, Window, expression
from ..patience import OutOfPatience, patience
from ..solving.systems import solve_system
from .bounds import as_float
from .contour import Contour
from .domain import Domain

#: A point on a curve is no point that stands alone; nearer than this share of the window they are one.
_NEAR: Final = 0.02
_MOST_DEGREE: Final = 8
_SECONDS: Final = 1.0


@dataclass(frozen=True)
class Equation:
    """The difference of both sides in two letters, across and up, and what its line needs."""

    difference: sp.Expr
    x: sp.Symbol
    y: sp.Symbol
    requirements: tuple[Requirement, ...] = ()

    def lines(self, window: Window) -> tuple[tuple[Point, ...], ...]:
        """Its curves as polylines."""
        return self.drawn(window)[0]

    def drawn(self, window: Window) -> tuple[tuple[tuple[Point, ...], ...], bool]:
        """The same, and whether it may be true in places that were not drawn."""
        domain = Domain(self.requirements, self.x, self.y)
        contours = [Contour(factor, self.x, self.y, domain, window) for factor in self.factors()]
        lines = tuple(line for contour in contours for line in contour.lines())
        return lines, any(contour.is_unsure for contour in contours)

    def factors(self) -> list[sp.Expr]:
        """What is zero where the equation is true, each once: a square does not change its sign."""
        expr = self.difference
        if expr.is_rational_function(self.x, self.y):
            expr = sp.fraction(sp.together(expr))[0]
        if expr.is_polynomial(self.x, self.y):
            found = [factor for factor, _ in sp.factor_list(expr)[1]] if expr.free_symbols else [expr]
        else:
            found = [_bare(factor) for factor in sp.Mul.make_args(sp.factor_terms(expr))]
        return [factor for factor in dict.fromkeys(found) if factor.free_symbols] or [self.difference]

    def points_alone(self, context: Context, lines: tuple[tuple[Point, ...], ...], window: Window) -> tuple[Point, ...]:
        """Points where a polynomial is zero without changing its sign, and no curve goes through; none where they cannot be found."""
        found: list[Point] = []
        for factor in self.factors():
            if not factor.is_polynomial(self.x, self.y) or sp.total_degree(factor) > _MOST_DEGREE or sp.total_degree(factor) < 2:
                continue
            try:
                with patience(_SECONDS):
                    rows = meetings_of_equations(context, [factor, sp.diff(factor, self.x), sp.diff(factor, self.y)], self.x, self.y)
            except OutOfPatience:
                continue
            found += [(as_float(x), as_float(y)) for x, y in rows or []]
        wide, high = window[1] - window[0], window[3] - window[2]
        near = [p for line in lines for p in line]
        return tuple(p for p in found if not any(abs(p[0] - q[0]) < _NEAR * wide and abs(p[1] - q[1]) < _NEAR * high for q in near))


def _bare(factor: sp.Expr) -> sp.Expr:
    """What is zero where a power or a size is."""
    base, exponent = factor.as_base_exp()
    if exponent.is_Rational and exponent > 0:
        factor = base
    return factor.args[0] if isinstance(factor, sp.Abs) else factor


def meetings_of_equations(context: Context, differences: list[sp.Expr], x: sp.Symbol, y: sp.Symbol) -> list[tuple[sp.Expr, sp.Expr]] | None:
    """Real common zeros; None where they could not all be found."""
    statements = [Statement("", atom=Atom(expr, "=", (expr, sp.S.Zero))) for expr in differences if expr != 0]
    try:
        with context.collecting():
            rows = solve_system(context, (x.name, y.name), statements, []).solutions
    except (LineError, Undecided, NotImplementedError, sp.PolynomialError, RecursionError):
        return None
    pairs = [tuple(expression(value) for _, value in row.values) for row in rows]
    if any(value.free_symbols for pair in pairs for value in pair):  # a whole curve
        return None
    return [(pair[0], pair[1]) for pair in pairs if all(value.is_real for value in pair)]
