"""Partial fractions of quotients of polynomials in one letter over the rational numbers, where all zeros of the denominator are rational."""

from __future__ import annotations

import sympy as sp
from flint import fmpq, fmpq_poly, fmpq_series

from .rational_functions import quotient_of


def in_one_letter(expr: sp.Expr, letter: sp.Symbol) -> tuple[fmpq_poly, fmpq_poly] | None:
    """Numerator and denominator in lowest terms, the lowest coefficient first; None for what is no such quotient."""
    if expr.is_Rational:
        return fmpq_poly([fmpq(int(expr.p), int(expr.q))]), fmpq_poly([1])
    found = quotient_of(expr)
    if found is None or found.letters != (letter,):
        return None
    found = found.reduced()
    over, under = ({powers[0]: int(c) for powers, c in part.to_dict().items()} for part in (found.over, found.under))
    return fmpq_poly([over.get(k, 0) for k in range(max(over, default=0) + 1)]), fmpq_poly([under.get(k, 0) for k in range(max(under) + 1)])


def rational_poles(under: fmpq_poly) -> list[tuple[int, int, int]] | None:
    """(a, b, m) for each factor (a x + b)^m of a polynomial with whole coefficients, a > 0; None where there are factors of a higher degree."""
    found = []
    for factor, count in under.numer().factor()[1]:
        if factor.degree() > 1:
            return None
        a, b = int(factor[1]), int(factor[0])
        found.append((abs(a), b if a > 0 else -b, int(count)))
    return found


def principal_part(over: fmpq_poly, under: fmpq_poly, pole: fmpq, count: int) -> list[tuple[int, fmpq]]:
    """(j, c) for each c/(x - pole)^j of the partial fractions: the first coefficients of the function times (x - pole)^count, developed about the pole."""
    shift = fmpq_poly([pole, 1])
    rest = fmpq_poly(under(shift).coeffs()[count:])
    series = fmpq_series(over(shift).coeffs(), prec=count) / fmpq_series(rest.coeffs(), prec=count)
    return [(count - k, series[k]) for k in range(count) if series[k]]


def partial_fractions(expr: sp.Expr, letter: sp.Symbol) -> list[sp.Expr] | None:
    """The terms: of the polynomial in front, and c/(a x + b)^j with whole a and b; None where a zero of the denominator is not rational."""
    found = in_one_letter(expr, letter)
    poles = None if found is None else rational_poles(found[1])
    if found is None or poles is None:
        return None
    front, over = divmod(found[0], found[1])
    terms = [rational(c) * letter**k for k, c in enumerate(front.coeffs()) if c]
    for a, b, count in poles:
        terms += [rational(c * a**j) * (a * letter + b) ** -j for j, c in principal_part(over, found[1], fmpq(-b, a), count)]
    return terms


def rational(number: fmpq) -> sp.Rational:
    """The same number as the library for expressions has it."""
    return sp.Rational(int(number.p), int(number.q))
