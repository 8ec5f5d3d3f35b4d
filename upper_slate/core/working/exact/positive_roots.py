r"""Roots of positive surds: opened into sums of simpler roots where that is possible, else kept as a nested root.

For \(\sqrt{P + Q\sqrt c}\) with \(P^2 - cQ^2 = d^2\): \(\sqrt{(P + d)/2} \pm \sqrt{(P - d)/2}\), where P, Q and d may
themselves hold other radicals (A. Borodin et al., Decreasing the nesting depth of expressions, 1985).
For \(\sqrt[3]{a + b\sqrt c}\) with \(a^2 - b^2 c = m^3\): \(x + y\sqrt c\) with x a rational root of \(4x^3 - 3mx = a\).
"""

from __future__ import annotations

from fractions import Fraction
from math import gcd, lcm
from typing import Final

from flint import fmpq, fmpz_poly

from .decide import Undecided, surd_sign
from .surd import ZERO, Nested, Surd, TooLarge, _from_exponents, factored, root_of_rational

_HALF: Final = Surd.rational(Fraction(1, 2))


def positive_root(surd: Surd, degree: int) -> Surd | None:
    """The positive root of a positive number; None where it cannot be written."""
    if surd.is_rational:
        return root_of_rational(surd.as_fmpq, degree)
    if len(surd.terms) == 1:
        (monomial, q), = surd.terms.items()
        if not any(isinstance(g, Nested) for g, _ in monomial):
            return root_of_rational(q, degree) * _from_exponents({g: e / degree for g, e in monomial}) if q > 0 else None
    opened = _opened(surd, degree)
    return opened if opened is not None else _nested(surd, degree)


def _opened(surd: Surd, degree: int) -> Surd | None:
    if surd.has_nested:
        return None
    if degree == 2:
        return sqrt_opened(surd)
    if degree == 3:
        return _cube_root_opened(surd)
    if degree % 2 == 0:
        half = sqrt_opened(surd)
        return None if half is None else _opened(half, degree // 2) if len(half.terms) > 1 else positive_root(half, degree // 2)
    return None


def _nested(surd: Surd, degree: int) -> Surd:
    """Square (cube, …) factors of the content come out; what is left becomes a generator of its own."""
    outside, inside = _content_out(surd, degree)
    if inside.has_nested and sum(1 for _ in inside.terms) > 6:
        raise TooLarge
    nested = Nested(tuple(sorted(inside.terms.items(), key=lambda t: repr(t[0]))), degree)
    return Surd({((nested, Fraction(1, degree)),): fmpq(outside)})


def _content_out(surd: Surd, degree: int) -> tuple[fmpq, Surd]:
    """Writes the surd as c^n·rest with rational c and rest whole and with no n-th power in its content."""
    numerators = gcd(*(int(q.p) for q in surd.terms.values()))
    denominator = lcm(*(int(q.q) for q in surd.terms.values()))
    # make the denominator an n-th power: d = under^n / rest
    under, extra = 1, 1
    for prime, power in factored(denominator) if denominator > 1 else []:
        up = -(-power // degree)
        under *= prime ** up
        extra *= prime ** (up * degree - power)
    over = 1
    for prime, power in factored(numerators * extra) if numerators * extra > 1 else []:
        over *= prime ** (power // degree)
    c = fmpq(over, under)
    return c, Surd({m: q / c ** degree for m, q in surd.terms.items()})


# -- square roots ----------------------------------------------------------------------------------------------------


def sqrt_opened(surd: Surd, depth: int = 4) -> Surd | None:
    """A sum of roots of fractions whose square is the positive surd, or None."""
    if depth == 0 or surd.has_nested:
        return None
    if surd.is_rational:
        return root_of_rational(surd.as_fmpq, 2)
    if len(surd.terms) == 1:
        (monomial, q), = surd.terms.items()
        return root_of_rational(q, 2) * _from_exponents({g: e / 2 for g, e in monomial}) if q > 0 else None
    found = _sqrt_split(surd, depth)
    if found is not None:
        return found
    # a common radical in front: sqrt(√c·A) = ⁴√c·sqrt(A)
    for monomial in sorted(surd.terms, key=len):
        if monomial and all(e == Fraction(1, 2) for _, e in monomial):
            front = Surd({monomial: fmpq(1)})
            rest = surd * front.inverse()
            inner = _sqrt_split(rest, depth) if len(rest.terms) > 1 else None
            if inner is not None:
                return inner * _from_exponents({g: e / 2 for g, e in monomial})
    return None


def _sqrt_split(surd: Surd, depth: int) -> Surd | None:
    """Tries each radical √c: surd = P + Q√c."""
    primes = sorted({g for m in surd.terms for g, _ in m}, key=repr, reverse=True)
    if any(e != Fraction(1, 2) for m in surd.terms for _, e in m):
        return None
    for prime in primes:
        with_root = Surd({m: q for m, q in surd.terms.items() if any(g == prime for g, _ in m)})
        without = surd - with_root
        if without.is_zero or with_root.is_zero:
            continue
        norm = without * without - with_root * with_root
        try:
            if norm.terms and surd_sign(norm) < 0:
                continue
            d = sqrt_opened(norm, depth - 1) if norm.terms else ZERO
        except Undecided:
            continue
        if d is None:
            continue
        high, low = (without + d) * _HALF, (without - d) * _HALF
        if surd_sign(high) < 0 or surd_sign(low) < 0:
            continue
        first = sqrt_opened(high, depth - 1)
        second = sqrt_opened(low, depth - 1)
        if first is None or second is None:
            continue
        for candidate in (first + second, first - second):
            if candidate * candidate == surd:
                return candidate if surd_sign(candidate) > 0 else -candidate
    return None


# -- cube roots ------------------------------------------------------------------------------------------------------


def _cube_root_opened(surd: Surd) -> Surd | None:
    if len(surd.terms) != 2 or () not in surd.terms:
        return None
    (monomial,) = (m for m in surd.terms if m)
    if any(e != Fraction(1, 2) for _, e in monomial):
        return None
    a, b = surd.terms[()], surd.terms[monomial]
    c = fmpq(1)
    for generator, _ in monomial:
        c *= fmpq(generator)
    norm = a * a - b * b * c
    m = root_of_rational(abs(norm), 3)
    if not m.is_rational:
        return None
    m_value = m.as_fmpq if norm >= 0 else -m.as_fmpq
    for x in _rational_roots(fmpq(4), -3 * m_value, -a):
        square = (x * x - m_value) / c
        for y in _signed_square_root(square):
            candidate = Surd({(): x, monomial: y})
            if candidate * candidate * candidate == surd:
                return candidate
    return None


def _rational_roots(cubic: fmpq, linear: fmpq, constant: fmpq) -> list[fmpq]:
    """Rational roots of cubic·x³ + linear·x + constant."""
    scale = int(cubic.q) * int(linear.q) * int(constant.q)
    polynomial = fmpz_poly([int((constant * scale).p), int((linear * scale).p), 0, int((cubic * scale).p)])
    _, factors = polynomial.factor()
    return [fmpq(-int(f[0]), int(f[1])) for f, _ in factors if f.degree() == 1]


def _signed_square_root(q: fmpq) -> list[fmpq]:
    if q < 0:
        return []
    value = root_of_rational(q, 2)
    return [value.as_fmpq, -value.as_fmpq] if value.is_rational else []
