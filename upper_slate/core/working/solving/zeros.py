"""All zeros of an expression in one letter.

Rules take the expression apart, one after another; each loses no zero. Some let in zeros that the equation does not have
(squaring, case distinctions, denominators cleared), so what is found is put into the equation again by the caller.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

import sympy as sp

from ...problems import LineError
from .. import judge
from ..exact.bridge import settled
from ..values import Requirement
from .families import Family, exact, members

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


class Search:
    """Looks for the zeros in one letter.

    `real` leaves aside what is not real; `low` and `high` are the ends of the interval asked for, or infinite. What must hold for
    other letters is collected in `needs`.
    """

    def __init__(self, letter: sp.Symbol, real: bool, low: sp.Expr = -sp.oo, high: sp.Expr = sp.oo) -> None:
        self.letter, self.real, self.low, self.high = letter, real, low, high
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
            for rule in _rules():
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
        other = Search(letter, self.real)
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
        """Something that other letters must satisfy."""
        requirement = Requirement(kind, expr)
        if expr.free_symbols and requirement not in self.needs:
            self.needs.append(requirement)

    def union(self, exprs: list[sp.Expr]) -> Zeros:
        total = Zeros()
        for expr in exprs:
            total = total.join(self.of(expr))
        return total


Rule = Callable[[Search, sp.Expr], "Zeros | None"]


def _rules() -> tuple[Rule, ...]:
    from .absolute import by_sign, by_steps
    from .exponentials import by_logarithms, one_exponential, two_exponentials
    from .inversion import undone
    from .polynomials import polynomial_zeros
    from .radicals import without_radical
    from .trigonometry import trigonometric

    return (_product, polynomial_zeros, _numerator, by_steps, undone, _collected, _substituted, _factored, by_sign, trigonometric,
            one_exponential, two_exponentials, by_logarithms, without_radical, _expanded)


def _product(search: Search, expr: sp.Expr) -> Zeros | None:
    """A product is zero where a factor is."""
    x = search.letter
    if isinstance(expr, sp.Pow) and x not in expr.exp.free_symbols and expr.exp.is_Rational:
        return search.of(expr.base) if expr.exp > 0 else Zeros()
    if isinstance(expr, sp.Pow) and x not in expr.base.free_symbols:
        return Zeros() if expr.base != 0 else None
    if isinstance(expr, sp.exp):
        return Zeros()
    if not isinstance(expr, sp.Mul):
        return None
    factors = []
    for factor in expr.args:
        if x in factor.free_symbols:
            factors.append(factor)
        elif factor.free_symbols and not factor.is_nonzero:
            exponent = factor.as_base_exp()[1]
            if not (exponent.is_Rational and exponent < 0):
                search.need("nonzero", factor)
    return search.union(factors)


def _numerator(search: Search, expr: sp.Expr) -> Zeros | None:
    """A fraction is zero where its numerator is; the zeros of the denominator fall out when they are put in."""
    together = sp.together(expr)
    over, under = sp.fraction(together)
    if search.letter not in together.free_symbols:  # x/(x - 1) - 1/(x - 1) is 1
        return search.of(together)
    if search.letter in under.free_symbols:
        return search.of(over)
    return search.of(over) if isinstance(over, sp.Mul) and isinstance(expr, sp.Add) and over != expr else None


def _collected(search: Search, expr: sp.Expr) -> Zeros | None:
    """Like terms collected, where that changes anything."""
    expanded = sp.expand_mul(expr)
    return search.of(expanded) if expanded != expr and isinstance(expr, sp.Add) and sp.count_ops(expanded) < sp.count_ops(expr) else None


def _generators(expr: sp.Expr, x: sp.Symbol) -> list[sp.Expr]:
    """Parts through which the letter could come in, larger ones first."""
    found = {p for p in sp.preorder_traversal(expr) if isinstance(p, sp.Expr) and x in p.free_symbols and p != expr and _is_generator(p, x)}
    return sorted(found, key=lambda p: (-sp.count_ops(p), str(p)))


def _is_generator(part: sp.Expr, x: sp.Symbol) -> bool:
    if isinstance(part, sp.Pow):
        return not (part.exp.is_Integer and part.base == x)
    return isinstance(part, sp.Function) and not isinstance(part, sp.Piecewise | sp.floor | sp.ceiling | sp.sign)


def _substituted(search: Search, expr: sp.Expr) -> Zeros | None:
    """Where the letter comes in through one part only, that part is found first."""
    x = search.letter
    for part in _generators(expr, x)[:12]:
        if isinstance(part, sp.Pow) and part.exp.is_Rational and part.base == x and part.exp.q > 1:
            part = x ** sp.Rational(1, sp.ilcm(*(p.exp.q for p in expr.atoms(sp.Pow) if p.base == x and p.exp.is_Rational), 1))
            t = search.fresh("t", real=True)
            lifted = expr.replace(lambda n: isinstance(n, sp.Pow) and n.base == x and n.exp.is_Rational, lambda n: t ** (n.exp / part.exp)).subs(x, t ** part.exp.q)  # noqa: B023
        else:
            if isinstance(part, sp.exp) or (isinstance(part, sp.Pow) and x in part.exp.free_symbols):
                continue  # exponentials have a rule of their own
            t = search.fresh("t", real=True) if search.real else search.fresh("t")
            lifted = expr.subs(part, t)
        if x in lifted.free_symbols or lifted == t:
            continue
        inner = search.inner(t)
        try:
            found = inner.of(lifted)
        except Unsolved:
            continue
        return back(search, found, part, t)
    return None


def back(search: Search, found: Zeros, part: sp.Expr, t: sp.Symbol) -> Zeros:
    """From the values of a part to those of the letter."""
    total = Zeros(complete=found.complete)
    if found.regions:
        raise Unsolved
    for value in found.values:
        if search.real and value.is_real is False:
            continue
        total = total.join(search.of(part - value))
    for family in found.families:
        total = total.join(family_zeros(search, part, family))
    return total


def family_zeros(search: Search, part: sp.Expr, family: Family) -> Zeros:
    """All letters with part = base + period·n for some whole n."""
    from .enclose import bounds_of

    x = search.letter
    if part == x:
        return Zeros(families=[family])
    if part.is_polynomial(x) and sp.degree(part, x) == 1:
        slope, rest = sp.Poly(part, x).all_coeffs()
        search.need("nonzero", slope)
        return Zeros(families=[Family(exact(sp.expand((family.base - rest) / slope)), exact(family.period / slope))])
    if part.free_symbols == {x} and search.real:
        bounds = bounds_of(part, x, search.low, search.high)
        if bounds is not None:
            return search.union([part - member for member in members(family, *bounds)])
    total = search.union([part - exact(family.member(n)) for n in range(-3, 4)])
    total.complete = False
    return total


def _factored(search: Search, expr: sp.Expr) -> Zeros | None:
    """Factors found by algebra, functions taken as letters."""
    if sp.count_ops(expr) > 200 or not isinstance(expr, sp.Add):
        return None
    factored = sp.factor(expr)
    splits = isinstance(factored, sp.Mul) and sum(search.letter in f.free_symbols for f in factored.args) > 1
    return search.of(factored) if splits or isinstance(factored, sp.Pow) else None


def _expanded(search: Search, expr: sp.Expr) -> Zeros | None:
    """Hyperbolic functions as exponentials, logarithms of products as sums."""
    changed = expr
    if expr.has(sp.sinh, sp.cosh, sp.tanh):
        changed = expr.rewrite(sp.exp)
    if changed != expr:
        return search.of(sp.together(sp.expand(changed)))
    return None


__all__ = ["LineError", "Search", "Unsolved", "Zeros", "back", "family_zeros"]
