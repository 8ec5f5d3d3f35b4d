"""Polynomials and quotients of them with rational coefficients, in FLINT's own form: expanded, reduced and factored many times faster than as trees.

Expressions go in and come out as SymPy has them. None stands for what is no such quotient: then the slower, wider way is taken.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache, reduce
from operator import mul
from typing import Final, Self

import sympy as sp
from flint import Ordering, fmpq_mpoly, fmpz_mpoly, fmpz_mpoly_ctx
from sympy.core.add import _addsort
from sympy.core.mul import _keep_coeff, _mulsort
from sympy.polys.polyutils import _sort_gens

#: Larger powers, and products and powers with more terms, are left to those who look at their size first.
_MAX_EXPONENT: Final = 500
_MAX_TERMS: Final = 5_000


#: Functions of which algebra knows nothing: no power of one is another.
_LIKE_LETTERS: Final = (sp.sin, sp.cos, sp.tan, sp.cot, sp.sec, sp.csc, sp.sinh, sp.cosh, sp.tanh, sp.asin, sp.acos, sp.atan, sp.log)


class _Other(Exception):
    """Something else than a quotient of polynomials, or too large."""


@dataclass(frozen=True)
class Quotient:
    """over/under in some letters, with whole coefficients; in lowest terms after `reduced`. Functions may stand as letters do."""

    letters: tuple[sp.Expr, ...]
    over: fmpz_mpoly
    under: fmpz_mpoly

    @property
    def is_polynomial(self) -> bool:
        return bool(self.under.is_constant())

    @property
    def has_a_common_factor(self) -> bool:
        """Whether numerator and denominator have a factor with a letter in common."""
        return not self.over.gcd(self.under).is_constant()

    def is_the_same_as(self, expr: sp.Expr) -> bool:
        """Whether an expression is this quotient, wherever both have a value."""
        other = quotient_of(expr)
        if other is not None and other.letters == self.letters:
            return bool(self.over * other.under == other.over * self.under)
        own = expression(self.over, self.letters) / expression(self.under, self.letters)
        return is_zero(own - expr) is True

    def reduced(self) -> Self:
        """Without a common factor, and the first coefficient below the bar positive."""
        common = self.over.gcd(self.under)
        over, under = (self.over, self.under) if common.is_one() else (divmod(self.over, common)[0], divmod(self.under, common)[0])
        if under.leading_coefficient() < 0:
            over, under = -over, -under
        return type(self)(self.letters, over, under)


def quotient_of(expr: sp.Expr, of_functions: bool = False) -> Quotient | None:
    """The quotient that an expression is; None where it has other parts, or would be too large. With `of_functions` each function in it is taken for a letter."""
    found: set[sp.Expr] = set()
    _collect(expr, found, of_functions)
    if not found:
        return None
    letters = tuple(found) if len(found) == 1 else tuple(_sort_gens(found))
    context = fmpz_mpoly_ctx.get(tuple(f"x{k}" for k in range(len(letters))), Ordering.lex)
    try:
        over, under = _read(expr, dict(zip(letters, context.gens(), strict=True)), context.constant(1))
    except _Other:
        return None
    return Quotient(letters, over, under)


def _collect(expr: sp.Expr, found: set[sp.Expr], of_functions: bool) -> None:
    if expr.is_Symbol or (of_functions and isinstance(expr, _LIKE_LETTERS)):
        found.add(expr)
    elif expr.is_Add or expr.is_Mul or expr.is_Pow:
        for part in expr.args[:1] if expr.is_Pow else expr.args:
            _collect(part, found, of_functions)


def _read(expr: sp.Expr, letters: dict[sp.Expr, fmpz_mpoly], one: fmpz_mpoly) -> tuple[fmpz_mpoly, fmpz_mpoly]:
    """Numerator and denominator, not reduced."""
    if expr.is_Rational:
        return one * int(expr.p), one * int(expr.q)
    if expr in letters:
        return letters[expr], one
    if expr.is_Pow and expr.exp.is_Integer and abs(int(expr.exp)) <= _MAX_EXPONENT:
        over, under = _read(expr.base, letters, one)
        exponent = int(expr.exp)
        if exponent < 0:
            over, under, exponent = under, over, -exponent
        if not under or _power_terms(len(over), exponent) > _MAX_TERMS or _power_terms(len(under), exponent) > _MAX_TERMS:
            raise _Other
        return over**exponent, under**exponent
    if expr.is_Mul:
        parts = [_read(arg, letters, one) for arg in expr.args]
        return _product(over for over, _ in parts), _product(under for _, under in parts)
    if expr.is_Add:
        parts = [_read(arg, letters, one) for arg in expr.args]
        under = reduce(_least_common_multiple, (below for _, below in parts))
        return sum((above * divmod(under, below)[0] for above, below in parts), one * 0), under
    raise _Other


def _power_terms(terms: int, exponent: int) -> int:
    """At most how many terms a power has, as far as it matters."""
    return 1 if terms == 1 else int(sp.binomial(min(terms, 40) + exponent - 1, exponent)) if exponent <= 60 or terms == 2 else _MAX_TERMS + 1


def _product(factors: object) -> fmpz_mpoly:
    def times(left: fmpz_mpoly, right: fmpz_mpoly) -> fmpz_mpoly:
        if len(left) * len(right) > _MAX_TERMS:
            raise _Other
        return mul(left, right)

    return reduce(times, factors)  # type: ignore[call-overload]


def _least_common_multiple(left: fmpz_mpoly, right: fmpz_mpoly) -> fmpz_mpoly:
    return left if left == right else left * divmod(right, left.gcd(right))[0]


def expression(polynomial: fmpz_mpoly, letters: tuple[sp.Expr, ...], divisor: int = 1) -> sp.Expr:
    """The sum of the terms, each divided by a number."""
    return _sum_of(((powers, _ratio(int(c), divisor)) for powers, c in polynomial.to_dict().items()), letters)


def expression_of(polynomial: fmpq_mpoly, letters: tuple[sp.Expr, ...]) -> sp.Expr:
    """The sum of the terms."""
    return _sum_of(((powers, _ratio(int(c.p), int(c.q))) for powers, c in polynomial.to_dict().items()), letters)


def _sum_of(parts: Iterable[tuple[tuple[int, ...], sp.Rational]], letters: tuple[sp.Expr, ...]) -> sp.Expr:
    """The terms are different products of powers of different letters, so the library need not look whether they can be joined: they are only put in its order."""
    number: sp.Expr | None = None
    terms: list[sp.Expr] = []
    for powers, ratio in parts:
        factors = [_power(letter, int(k)) for letter, k in zip(letters, powers, strict=True) if k]
        if not factors:
            number = ratio
        elif len(factors) == 1 and ratio is sp.S.One:
            terms.append(factors[0])
        else:
            _mulsort(factors)
            terms.append(sp.Mul._from_args(factors if ratio is sp.S.One else [ratio, *factors], is_commutative=True))
    if len(terms) + (number is not None) < 2:
        return terms[0] if terms else number or sp.S.Zero
    _addsort(terms)
    return sp.Add._from_args(terms if number is None else [number, *terms], is_commutative=True)


def _ratio(over: int, under: int) -> sp.Rational:
    return sp.Integer(over) if under == 1 else sp.Rational(over, under)


@lru_cache(maxsize=2_000)
def _power(letter: sp.Expr, exponent: int) -> sp.Expr:
    return letter**exponent


def is_zero(expr: sp.Expr) -> bool | None:
    """Whether a quotient of polynomials is 0 wherever it has a value; None for what is none."""
    if expr.is_Rational:
        return bool(expr == 0)
    found = quotient_of(expr)
    return None if found is None else not found.over


def expanded(expr: sp.Expr) -> sp.Expr | None:
    """A polynomial as a sum of terms; None for what is none."""
    found = quotient_of(expr)
    return expression(found.over, found.letters, int(found.under.leading_coefficient())) if found is not None and found.is_polynomial else None


def factored(polynomial: fmpz_mpoly, letters: tuple[sp.Expr, ...]) -> sp.Expr:
    """The product of irreducible factors, each with a positive first coefficient, and of the number that is left."""
    if not polynomial:
        return sp.S.Zero
    number, factors = _factors(polynomial, letters)
    return _keep_coeff(sp.Integer(number), sp.Mul(*(sp.Pow(factor, exponent) for factor, exponent in factors)))


def over_factored(numerator: sp.Expr, denominator: fmpz_mpoly, letters: tuple[sp.Expr, ...]) -> sp.Expr:
    """The quotient with a factored denominator, put together at once."""
    number, factors = _factors(denominator, letters)
    below = (sp.Pow(factor, -exponent) for factor, exponent in factors)
    return sp.Mul(*(numerator,) if number == 1 else (sp.Rational(1, number), numerator), *below)


def _factors(polynomial: fmpz_mpoly, letters: tuple[sp.Expr, ...]) -> tuple[int, list[tuple[sp.Expr, int]]]:
    """The number, and irreducible factors with a positive first coefficient and their exponents."""
    number, factors = polynomial.factor()
    coefficient = int(number)
    found = []
    for factor, exponent in factors:
        if factor.leading_coefficient() < 0:
            factor, coefficient = -factor, coefficient * (-1) ** int(exponent)
        found.append((expression(factor, letters), int(exponent)))
    return coefficient, found


def factored_expression(expr: sp.Expr, of_functions: bool = False) -> sp.Expr | None:
    """A polynomial as the product of its factors; None for what is none. With `of_functions` functions in it are taken for letters."""
    found = quotient_of(expr, of_functions)
    if found is None or not found.is_polynomial:
        return None
    found = found.reduced()
    number, product = sp.Rational(1, int(found.under.leading_coefficient())), factored(found.over, found.letters)
    coefficient, factors = product.as_coeff_Mul()
    return _keep_coeff(number * coefficient, factors)


def terms_factored(total: sp.Expr) -> sp.Expr | None:
    """A sum with what all its terms have in common in front of a bracket; None where they have nothing, or it is no polynomial with whole coefficients."""
    if total.args[0] in (sp.S.One, sp.S.NegativeOne):  # beside 1 nothing is common
        return None
    found = quotient_of(total)
    if found is None or not found.under.is_one() or len(found.over) < 2:
        return None
    common = found.over.term_content()
    if common.is_one():
        return None
    return _keep_coeff(expression(common, found.letters), expression(divmod(found.over, common)[0], found.letters))


def have_a_common_factor(over: sp.Expr, under: sp.Expr) -> bool | None:
    """Whether two polynomials have a factor with a letter in common; None where one is no polynomial."""
    both = quotient_of(sp.Mul(over, sp.Pow(under, -1, evaluate=False), evaluate=False))
    return None if both is None else both.has_a_common_factor
