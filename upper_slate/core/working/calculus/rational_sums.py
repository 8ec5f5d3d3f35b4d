"""Sums whose terms are rational functions of the index: of polynomials by Bernoulli's polynomials, and endless ones by partial fractions.

Both are exact from the start, so that nothing is left to prove or to check by numbers.

Source: R. L. Graham, D. E. Knuth, O. Patashnik, Concrete Mathematics, 2nd ed., sections 6.5 (Bernoulli) and 9.6; NIST Digital Library of Mathematical
Functions, 5.15 (polygamma functions at whole and half arguments).
"""

from __future__ import annotations

from typing import Final

import sympy as sp
from flint import fmpq, fmpq_poly

from ..exact.partial_fractions import in_one_letter, principal_part, rational, rational_poles

#: Terms of a higher degree are left to the wider way.
_MOST_DEGREE: Final = 60

#: Poles of a higher order, and those farther below the first term, are left to the wider way: their values are written with as many digits, or fractions.
_MOST_COUNT: Final = 40
_FARTHEST: Final = 400


def sum_of_polynomial(term: sp.Expr, letter: sp.Symbol, low: sp.Expr, high: sp.Expr) -> sp.Expr | None:
    """The sum of a polynomial in the letter with rational coefficients over low, …, high, as a polynomial in high; None for other terms."""
    found = in_one_letter(term, letter)
    if found is None or found[1].degree() > 0 or found[0].degree() > _MOST_DEGREE:
        return None
    total = fmpq_poly([0])
    for power, coefficient in enumerate((found[0] / found[1][0]).coeffs()):
        total += coefficient / (power + 1) * fmpq_poly.bernoulli_poly(power + 1)
    upper = total(fmpq_poly([1, 1]))  # at high + 1
    if low.is_Integer:
        return _expression(upper - total(fmpq(int(low))), high)
    return sp.expand(_expression(upper, high) - _expression(total, low))


def endless_sum_of_quotient(term: sp.Expr, letter: sp.Symbol, low: int) -> sp.Expr | None:
    """The sum over low, low + 1, … of a rational function whose poles are whole numbers and halves below low; zoo where it diverges; None for other terms.

    c/(k + a)^j comes to c·ζ(j, low + a). The terms with j = 1 come to -c·ψ(low + a), where what all have in common goes, since their c add to 0.
    """
    found = in_one_letter(term, letter)
    if found is None:
        return None
    over, under = found
    if under.degree() < 1:
        return None if over == 0 else sp.zoo
    poles = _poles(under, low)
    if poles is None:
        return None
    if over.degree() > under.degree() - 2:
        return sp.zoo
    return sp.Add(*(rational(c) * _tail(low + place, power) for place, count in poles for power, c in principal_part(over, under, -place, count)))


def _poles(under: fmpq_poly, low: int) -> list[tuple[fmpq, int]] | None:
    """(a, m) for each factor (k + a)^m of the denominator, where 2a is whole and k + a is positive from low on; None where there are others."""
    poles = rational_poles(under)
    if poles is None or any(a > 2 or count > _MOST_COUNT or not 0 < low + fmpq(b, a) < _FARTHEST for a, b, count in poles):
        return None
    return [(fmpq(b, a), count) for a, b, count in poles]


def _tail(start: fmpq, power: int) -> sp.Expr:
    """The sum of 1/(start + k)^power over k = 0, 1, …, for a whole or half start above 0; for power 1 what differs from one start to another: -ψ(start) - γ."""
    is_half = start.q == 2
    first = fmpq(1, 2) if is_half else fmpq(1)
    before = sum((1 / (first + k) ** power for k in range(int((start - first).p))), fmpq(0))
    if power == 1:
        return (2 * sp.log(2) if is_half else sp.S.Zero) - rational(before)
    whole = sp.zeta(power)
    return ((2**power - 1) * whole if is_half else whole) - rational(before)


def _expression(polynomial: fmpq_poly, at: sp.Expr) -> sp.Expr:
    return sp.Add(*(rational(c) * at**k for k, c in enumerate(polynomial.coeffs()) if c))
