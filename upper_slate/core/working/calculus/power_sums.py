"""Sums of p(k)·q^k with a polynomial p, where q holds letters, and of binomials times such powers: by the closed form of the geometric
series and the binomial theorem, to which q·d/dq is applied once for each power of k.

Source: any textbook on finite differences; Σ q^k = (q^a - q^(b+1))/(1 - q), Σ C(n, k) q^k = (1 + q)^n.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

import sympy as sp

#: Higher powers of k have closed forms that nobody reads.
_MOST_DEGREE = 4


@dataclass(frozen=True)
class PowerTerm:
    """`polynomial`(k)·`ratio`^k."""

    polynomial: sp.Expr
    ratio: sp.Expr


def power_terms(expr: sp.Expr, k: sp.Symbol) -> list[PowerTerm] | None:
    """The expression as such terms; None where it is no sum of them."""
    found: dict[sp.Expr, sp.Expr] = {}
    for term in sp.Add.make_args(sp.expand(expr, power_base=False, power_exp=False)):
        ratio, polynomial = sp.S.One, sp.S.One
        for factor in sp.Mul.make_args(term):
            base, exponent = factor.as_base_exp()
            if k in base.free_symbols or k not in exponent.free_symbols:
                polynomial *= factor
                continue
            if not exponent.is_polynomial(k) or sp.degree(exponent, k) != 1:
                return None
            slope, rest = sp.Poly(exponent, k).all_coeffs()
            ratio, polynomial = ratio * base ** slope, polynomial * base ** rest
        if not polynomial.is_polynomial(k) or sp.degree(polynomial, k) > _MOST_DEGREE:
            return None
        ratio = sp.powsimp(ratio)
        found[ratio] = found.get(ratio, sp.S.Zero) + polynomial
    return [PowerTerm(polynomial, ratio) for ratio, polynomial in found.items()]


def finite_sum(term: PowerTerm, k: sp.Symbol, low: sp.Expr, high: sp.Expr) -> sp.Expr:
    """The sum from low to high, for a ratio other than 1."""
    if k not in term.polynomial.free_symbols:
        count = sp.expand(high - low + 1)
        if (under := _turned(term.ratio)) is not None:
            return sp.Mul(term.polynomial * under ** (1 - low), (1 - under ** -count) / (under - 1))
        return sp.Mul(term.polynomial * term.ratio ** low, (1 - term.ratio ** count) / (1 - term.ratio))
    return _applied(term, k, lambda q: (q ** low - q ** (high + 1)) / (1 - q), lambda found, q: _in_powers(found, q, high))


def _turned(ratio: sp.Expr) -> sp.Expr | None:
    """x for the ratio 1/x, whose sums stand over x - 1."""
    return 1 / ratio if isinstance(ratio, sp.Pow) and ratio.exp == -1 else None


def endless_sum(term: PowerTerm, k: sp.Symbol, low: sp.Expr) -> sp.Expr:
    """The sum from low up, for a ratio between -1 and 1."""
    if k not in term.polynomial.free_symbols:
        if (under := _turned(term.ratio)) is not None:
            return term.polynomial * under ** (1 - low) / (under - 1)
        return term.polynomial * term.ratio ** low / (1 - term.ratio)

    def shape(found: sp.Expr, q: sp.Symbol) -> sp.Expr:
        over, degree = _over_powers(found, q)
        return sp.factor(over) / (1 - q) ** degree

    return _applied(term, k, lambda q: q ** low / (1 - q), shape)


def sum_of_binomials(expr: sp.Expr, k: sp.Symbol, n: sp.Expr) -> sp.Expr | None:
    """Σ of C(n, k) times such terms, for k from 0 to n; None where it is none. A ratio of -1 is refused: 0^n is 1 for n = 0 only."""
    rest = sp.expand(expr / sp.binomial(n, k))
    terms = None if rest.has(sp.binomial) else power_terms(rest, k)
    if terms is None or any(sp.expand(term.ratio + 1) == 0 for term in terms):
        return None
    found = sp.Add(*(_applied(term, k, lambda q: (1 + q) ** n, lambda found, q: sp.powsimp(sp.factor(sp.powsimp(found)))) for term in terms))
    return sp.powsimp(found, force=True).replace(lambda e: isinstance(e, sp.Pow) and e.exp == n, lambda e: sp.cancel(e.base) ** n)


def _applied(term: PowerTerm, k: sp.Symbol, plain: Callable[[sp.Expr], sp.Expr], shape: Callable[[sp.Expr, sp.Symbol], sp.Expr]) -> sp.Expr:
    """p(q·d/dq) of the sum of q^k, at the ratio."""
    q = sp.Dummy("q", positive=True)
    steps = _by_slopes(plain(q), q)
    found = sp.Add(*(coefficient * step for coefficient, step in zip(reversed(sp.Poly(term.polynomial, k).all_coeffs()), steps, strict=False)))
    return shape(found, q).subs(q, term.ratio)


def _by_slopes(first: sp.Expr, q: sp.Symbol) -> Iterator[sp.Expr]:
    while True:
        yield first
        first = q * sp.diff(first, q)


def _over_powers(expr: sp.Expr, q: sp.Symbol) -> tuple[sp.Expr, int]:
    """A fraction as what stands over a power of 1 - q, and that power."""
    over, under = sp.fraction(sp.factor(expr))
    degree = int(sp.degree(under, q))
    return sp.expand(over / sp.cancel(under / (1 - q) ** degree)), degree


def _in_powers(expr: sp.Expr, q: sp.Symbol, high: sp.Expr) -> sp.Expr:
    """A fraction over a power of 1 - q; above it stand powers of q with factors that hold the number of terms."""
    held = sp.Dummy("h", positive=True)
    over, degree = _over_powers(sp.expand(sp.expand_power_exp(expr)).subs(q ** high, held), q)
    parts = sp.Poly(over, q, held).terms()
    lowest = min((i for (i, _), _ in parts), default=0)
    inside = sp.S.Zero
    for (i, j), coefficient in parts:
        power = q ** (i - lowest) if j == 0 else q ** sp.expand(high * j + i - lowest)
        minus = coefficient.could_extract_minus_sign()
        inside += sp.Mul(-1 if minus else 1, sp.factor(-coefficient if minus else coefficient), power)
    return q ** lowest * inside / (1 - q) ** degree
