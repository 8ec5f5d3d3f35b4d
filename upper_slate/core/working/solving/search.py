"""A search for all zeros of an expression in one letter: what it knows, and what it has found."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

import sympy as sp

from ..exact.bridge import settled
from ..ground import judge
from ..ground.values import Requirement
from .families import Family

_DEPTH = 30
_STEPS = 400


class Unsolved(Exception):
    """No rule finds all zeros of this expression."""


@dataclass
class Zeros:
    """Single zeros; families of them; conditions under which everything is a zero; whether none is missing."""

    values: list[sp.Expr] = field(default_factory=list)
    families: list[Family] = field(default_factory=list)
    regions: list[sp.Basic] = field(default_factory=list)
    complete: bool = True

    def join(self, other: Zeros) -> Zeros:
        return Zeros([*self.values, *(v for v in other.values if v not in self.values)], [*self.families, *other.families],
                     [*self.regions, *other.regions], self.complete and other.complete)


#: Finds the zeros of expressions of one kind; None for any other.
Rule = Callable[["Search", sp.Expr], "Zeros | None"]


class Search:
    """Looks for the zeros in one letter.

    `real` leaves aside what is not real; `low` and `high` are the ends of the interval asked for, or infinite. What must hold for
    other letters is collected in `needs`. The rules are tried in their order.
    """

    def __init__(self, rules: tuple[Rule, ...], letter: sp.Symbol, real: bool, low: sp.Expr = -sp.oo, high: sp.Expr = sp.oo) -> None:
        self.rules, self.letter, self.real, self.low, self.high = rules, letter, real, low, high
        self.needs: list[Requirement] = []
        self.depth = self.steps = 0

    def of(self, expr: sp.Expr) -> Zeros:
        """The zeros of an expression. Unsolved where no rule leads to all of them."""
        self.depth += 1
        self.steps += 1
        try:
            if self.depth > _DEPTH or self.steps > _STEPS or sp.count_ops(expr) > 2_000:
                raise Unsolved
            if self.letter not in expr.free_symbols:
                return self._constant(expr)
            for rule in self.rules:
                found = rule(self, expr)
                if found is not None:
                    return found
            raise Unsolved
        except (sp.PolynomialError, NotImplementedError, sp.CoercionFailed):
            raise Unsolved from None
        finally:
            self.depth -= 1

    def inner(self, letter: sp.Symbol) -> Search:
        """A search in another letter that shares what is needed of the rest."""
        other = Search(self.rules, letter, self.real)
        other.needs, other.depth, other.steps = self.needs, self.depth, self.steps
        return other

    def fresh(self, name: str, **assumptions: bool) -> sp.Symbol:
        """A letter that stands for a part of an expression: another one than those of the searches around this one, which a part of a
        part may hold."""
        return sp.Symbol(f"\0{name}{self.depth}", **assumptions)

    def _constant(self, expr: sp.Expr) -> Zeros:
        value = settled(sp.expand(expr))
        if judge.is_closed(value):
            return Zeros(regions=[sp.true]) if judge.is_zero(value) else Zeros()
        if expr.equals(0) or sp.simplify(expr) == 0:
            return Zeros(regions=[sp.true])
        return Zeros()

    def need(self, kind: str, expr: sp.Expr) -> None:
        """Something that other letters must satisfy; a positive number in front says nothing."""
        told = sp.Mul(*(f.args[0] if isinstance(f,
            sp.Abs) and kind == "nonzero" else f for f in sp.Mul.make_args(expr) if not (f.is_positive or (f.is_nonnegative and kind == "nonneg"))))
        requirement = Requirement(kind, told if told.free_symbols else expr)
        if expr.free_symbols and requirement not in self.needs:
            self.needs.append(requirement)

    def union(self, exprs: list[sp.Expr]) -> Zeros:
        total = Zeros()
        for expr in exprs:
            total = total.join(self.of(expr))
        return total

