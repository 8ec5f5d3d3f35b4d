r"""Exact algebraic numbers as a student writes them: rational multiples of radicals, added up.

A surd is \(\sum_k q_k m_k\) with rational \(q_k \ne 0\) and monomials \(m_k = \prod_j g_j^{e_j}\), \(0 < e_j < 1\). A
generator \(g_j\) is a prime, -1 (so that \(i = (-1)^{1/2}\)), or a positive surd under a root that could not be opened.
Products of fractional powers of distinct primes are linearly independent over the rationals (A. S. Besicovitch, 1940),
so without nested generators two surds are equal exactly when their terms are.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import lru_cache
from math import lcm
from typing import Final, Union

from flint import fmpq, fmpq_mat, fmpz

#: Above this many terms a number is no longer written out; the caller keeps it as it stands.
MAX_TERMS: Final = 64
#: Whole numbers have at most this many binary digits (100,000 decimal ones).
MAX_BITS: Final = 332_200
#: Radicands with more digits than this are not factored completely: only small square factors are taken out.
_FACTOR_DIGITS: Final = 60


class TooLarge(Exception):
    """The exact number would be longer than the limits allow."""


@dataclass(frozen=True)
class Nested:
    """A positive surd that stands under an n-th root which cannot be opened."""

    terms: tuple[tuple[Monomial, fmpq], ...]
    degree: int

    def __hash__(self) -> int:
        return hash((self.degree, tuple((m, str(q)) for m, q in self.terms)))


Generator = Union[int, Nested]
Monomial = tuple[tuple[Generator, Fraction], ...]

_ONE: Final[Monomial] = ()


def _generator_key(generator: Generator) -> tuple[int, int, str]:
    if isinstance(generator, int):
        return (0 if generator > 0 else 2, generator, "")
    return (1, generator.degree, repr(generator.terms))


class Surd:
    """An exact number; immutable. Build with `Surd.rational`, `root_of`, and arithmetic."""

    __slots__ = ("_hash", "terms")

    def __init__(self, terms: Mapping[Monomial, fmpq]) -> None:
        self.terms: dict[Monomial, fmpq] = {m: q for m, q in terms.items() if q != 0}
        self._hash: int | None = None

    # -- making ----------------------------------------------------------------------------------------------------

    @classmethod
    def rational(cls, numerator: int | fmpz | fmpq | Fraction, denominator: int = 1) -> Surd:
        if isinstance(numerator, Fraction):
            return cls({_ONE: fmpq(numerator.numerator, numerator.denominator)})
        return cls({_ONE: fmpq(numerator) / denominator})

    # -- asking ----------------------------------------------------------------------------------------------------

    @property
    def is_zero(self) -> bool:
        """Whether it is zero by its terms; decisive when there is no nested root (see `decide`)."""
        return not self.terms

    @property
    def is_rational(self) -> bool:
        return not self.terms or (len(self.terms) == 1 and _ONE in self.terms)

    @property
    def as_fmpq(self) -> fmpq:
        """The value of a rational surd."""
        assert self.is_rational
        return self.terms.get(_ONE, fmpq(0))

    @property
    def is_integer(self) -> bool:
        return self.is_rational and self.as_fmpq.q == 1

    def as_int(self) -> int:
        assert self.is_integer
        return int(self.as_fmpq.p)

    @property
    def has_imaginary(self) -> bool:
        return any(g == -1 for m in self.terms for g, _ in m)

    @property
    def has_nested(self) -> bool:
        return any(isinstance(g, Nested) for m in self.terms for g, _ in m)

    def parts(self) -> tuple[Surd, Surd]:
        """Real and imaginary part."""
        real: dict[Monomial, fmpq] = {}
        imaginary: dict[Monomial, fmpq] = {}
        for monomial, q in self.terms.items():
            rest = tuple(p for p in monomial if p[0] != -1)
            (real if len(rest) == len(monomial) else imaginary)[rest] = q
        return Surd(real), Surd(imaginary)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Surd) and self.terms == other.terms

    def __hash__(self) -> int:
        if self._hash is None:
            self._hash = hash(frozenset((m, int(q.p), int(q.q)) for m, q in self.terms.items()))
        return self._hash

    def __repr__(self) -> str:
        return f"Surd({self.terms})"

    # -- arithmetic ------------------------------------------------------------------------------------------------

    def __neg__(self) -> Surd:
        return Surd({m: -q for m, q in self.terms.items()})

    def __add__(self, other: Surd) -> Surd:
        terms = dict(self.terms)
        for monomial, q in other.terms.items():
            terms[monomial] = terms.get(monomial, fmpq(0)) + q
        return Surd(terms)

    def __sub__(self, other: Surd) -> Surd:
        return self + -other

    def __mul__(self, other: Surd) -> Surd:
        if self.is_rational or other.is_rational:
            number, surd = (self, other) if self.is_rational else (other, self)
            factor = number.as_fmpq
            return _checked(Surd({m: q * factor for m, q in surd.terms.items()}))
        terms: dict[Monomial, fmpq] = {}
        for left, p in self.terms.items():
            for right, q in other.terms.items():
                for monomial, r in _times(left, right).terms.items():
                    terms[monomial] = terms.get(monomial, fmpq(0)) + p * q * r
            if len(terms) > MAX_TERMS:
                raise TooLarge
        return _checked(Surd(terms))

    def inverse(self) -> Surd:
        """One over it, with a rational denominator. ZeroDivisionError for zero."""
        if self.is_rational:
            return Surd.rational(1 / self.as_fmpq)
        if len(self.terms) == 1:
            (monomial, q), = self.terms.items()
            flipped = Surd.rational(1 / q)
            for generator, exponent in monomial:
                flipped = flipped * _power_of(generator, -exponent)
            return flipped
        nested = next((g for m in self.terms for g, _ in m if isinstance(g, Nested)), None)
        if nested is not None:
            return self._inverse_over(nested)
        return self._inverse_by_basis()

    def _inverse_over(self, nested: Nested) -> Surd:
        """Multiplies by the conjugate over a nested square root: 1/(P + Q r) = (P - Q r)/(P² - Q² r²)."""
        if nested.degree != 2:
            raise TooLarge
        with_root = Surd({m: q for m, q in self.terms.items() if any(g == nested for g, _ in m)})
        without = self - with_root
        conjugate = without - with_root
        norm = self * conjugate
        if norm.is_zero:
            raise ZeroDivisionError
        return conjugate * norm.inverse()

    def _inverse_by_basis(self) -> Surd:
        """Solves x·self = 1 in the rational span of the products of its radicals."""
        basis = self._span()
        index = {m: k for k, m in enumerate(basis)}
        n = len(basis)
        matrix = fmpq_mat(n, n)
        for column, monomial in enumerate(basis):
            product = self * Surd({monomial: fmpq(1)})
            for row, q in product.terms.items():
                matrix[index[row], column] = q
        target = fmpq_mat(n, 1)
        target[index[_ONE], 0] = 1
        solution = matrix.solve(target)
        return _checked(Surd({m: fmpq(solution[k, 0]) for k, m in enumerate(basis)}))

    def _span(self) -> list[Monomial]:
        found, frontier = {_ONE}, [_ONE]
        while frontier:
            fresh = []
            for monomial in frontier:
                for step in self.terms:
                    (reached,) = _times(monomial, step).terms or (_ONE,)
                    if reached not in found:
                        found.add(reached)
                        fresh.append(reached)
            if len(found) > MAX_TERMS:
                raise TooLarge
            frontier = fresh
        return list(found)

    def __truediv__(self, other: Surd) -> Surd:
        return self * other.inverse()

    def __pow__(self, exponent: int) -> Surd:
        if exponent < 0:
            return (self ** -exponent).inverse()
        if self.is_rational:
            q = self.as_fmpq
            height = max(int(abs(q.p)).bit_length(), int(q.q).bit_length())
            if height > 1 and (height - 1) * exponent > MAX_BITS:
                raise TooLarge
            return Surd.rational(q ** exponent)
        if len(self.terms) == 1:
            (monomial, q), = self.terms.items()
            result = Surd.rational(q) ** exponent
            for generator, e in monomial:
                result = result * _power_of(generator, e * exponent)
            return result
        height = sum(abs(int(q.p)).bit_length() + int(q.q).bit_length() for q in self.terms.values())
        if height * exponent > MAX_BITS:
            raise TooLarge
        result, square = Surd.rational(1), self
        while exponent:
            if exponent & 1:
                result = result * square
            exponent >>= 1
            if exponent:
                square = square * square
        return result

    def conjugate(self) -> Surd:
        """The complex conjugate."""
        real, imaginary = self.parts()
        return real - imaginary * I


def _checked(surd: Surd) -> Surd:
    if any(abs(int(q.p)).bit_length() > MAX_BITS or int(q.q).bit_length() > MAX_BITS for q in surd.terms.values()):
        raise TooLarge
    return surd


@lru_cache(maxsize=20_000)
def _times(left: Monomial, right: Monomial) -> Surd:
    """The product of two monomials; carried powers come out in front."""
    exponents: dict[Generator, Fraction] = dict(left)
    for generator, exponent in right:
        exponents[generator] = exponents.get(generator, Fraction(0)) + exponent
    return _from_exponents(exponents)


def _power_of(generator: Generator, exponent: Fraction) -> Surd:
    return _from_exponents({generator: exponent})


def _from_exponents(exponents: Mapping[Generator, Fraction]) -> Surd:
    factor, kept, outside = fmpq(1), [], []
    for generator, exponent in exponents.items():
        whole = exponent.numerator // exponent.denominator
        rest = exponent - whole
        if whole:
            if isinstance(generator, int):
                factor *= fmpq(generator) ** whole
            else:
                outside.append(Surd(dict(generator.terms)) ** whole)
        if rest:
            kept.append((generator, rest))
    kept.sort(key=lambda pair: _generator_key(pair[0]))
    result = Surd({tuple(kept): factor})
    for surd in outside:
        result = result * surd
    return result


ZERO: Final = Surd({})
ONE: Final = Surd.rational(1)
I: Final = Surd({((-1, Fraction(1, 2)),): fmpq(1)})  # noqa: E741 - i, as everyone writes it


def factored(number: int) -> Iterable[tuple[int, int]]:
    """Prime factors with multiplicities. A part too long to factor counts as one "prime" if it is no perfect power."""
    whole = fmpz(number)
    if len(str(abs(number))) <= _FACTOR_DIGITS:
        return [(int(p), int(e)) for p, e in whole.factor()]
    found = [(int(p), int(e)) for p, e in whole.factor(trial_limit=10_000)]
    rest = 1
    small = []
    for p, e in found:
        if p < 10 ** 8:
            small.append((p, e))
        else:
            rest *= p ** e
    if rest == 1:
        return small
    for k in range(rest.bit_length(), 1, -1):
        base = int(fmpz(rest).root(k))
        if base ** k == rest:
            return [*small, (base, k)]
    return [*small, (rest, 1)]


def root_of_rational(q: fmpq, degree: int) -> Surd:
    """The real n-th root of a rational number ≥ 0 (n ≥ 1), with no power under the root and none in a denominator."""
    if q == 0:
        return ZERO
    exponents: dict[Generator, Fraction] = {}
    for number, sign in ((int(q.p), 1), (int(q.q), -1)):
        if number != 1:
            for prime, power in factored(number):
                exponents[prime] = exponents.get(prime, Fraction(0)) + Fraction(sign * power, degree)
    return _from_exponents(exponents)


def denominators(surd: Surd) -> int:
    """The least common denominator of the coefficients."""
    return lcm(*(int(q.q) for q in surd.terms.values())) if surd.terms else 1
