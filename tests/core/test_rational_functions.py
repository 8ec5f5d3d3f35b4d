"""Quotients of polynomials in FLINT's form, compared with what SymPy's own algebra makes of the same expressions."""

from __future__ import annotations

import random
import unittest

import sympy as sp

from upper_slate.core.working.exact.rational_functions import expanded, expression, factored, factored_expression, have_a_common_factor, quotient_of, terms_factored
from upper_slate.core.working.tidy.tidy import tidy_expression

x, y, a = sp.symbols("x y a", real=True)
LETTERS = (x, y, a)


def drawn(rng: random.Random, depth: int, divides: bool) -> sp.Expr:
    """A random expression of sums, products, powers and, where it `divides`, quotients."""
    if depth == 0:
        return rng.choice((*LETTERS, x, sp.Integer(rng.randint(-6, 7)), sp.Rational(rng.randint(-5, 5), rng.randint(1, 4))))
    parts = [drawn(rng, depth - 1, divides) for _ in range(2)]
    kind = rng.choice(("sum", "sum", "product", "power", "quotient" if divides else "product"))
    if kind == "sum":
        return sp.Add(*parts)
    if kind == "product":
        return sp.Mul(*parts)
    if kind == "power":
        return parts[0] ** rng.randint(2, 3)
    return parts[0] if parts[1].is_zero else parts[0] / parts[1]


def bases(product: sp.Expr) -> set[frozenset[sp.Expr]]:
    """The factors with letters, each with its negative."""
    return {frozenset({base, sp.expand(-base)}) for base, _ in (f.as_base_exp() for f in sp.Mul.make_args(product)) if base.free_symbols}


class Quotients(unittest.TestCase):
    def test_polynomials_are_expanded_and_factored_as_by_the_library(self) -> None:
        rng = random.Random(11)
        tried = 0
        for _ in range(150):
            expr = drawn(rng, rng.randint(1, 4), divides=False)
            if not expr.free_symbols:
                continue
            tried += 1
            with self.subTest(str(expr)):
                self.assertEqual(expanded(expr), sp.expand(expr))
                mine = factored_expression(expr)
                assert mine is not None
                self.assertEqual(sp.expand(mine), sp.expand(expr))
                self.assertEqual(bases(mine), bases(sp.factor(expr)))  # -1 may stand in front or within
        self.assertGreater(tried, 100)

    def test_quotients_are_reduced_as_by_the_library(self) -> None:
        rng = random.Random(12)
        tried = 0
        for _ in range(250):
            expr = drawn(rng, rng.randint(2, 4), divides=True)
            if not expr.free_symbols or expr.has(sp.zoo, sp.nan, sp.oo):
                continue
            over, under = sp.fraction(sp.cancel(sp.together(expr)))
            quotient = quotient_of(expr)
            with self.subTest(str(expr)):
                assert quotient is not None
                found = quotient.reduced()
                mine = expression(found.over, found.letters), expression(found.under, found.letters)
                self.assertEqual(sp.expand(mine[0] * under - over * mine[1]), 0)
                self.assertEqual(sp.total_degree(mine[1], *LETTERS), sp.total_degree(under, *LETTERS))
                tried += 1
        self.assertGreater(tried, 150)

    def test_what_is_no_quotient_of_polynomials_is_left_alone(self) -> None:
        for expr in (sp.sqrt(x) + 1, sp.exp(x), sp.sin(x), x**y, sp.Integer(3), sp.oo * x, sp.pi * x, (x + y + 1) ** 400, x**1000, sp.sqrt(2) * x):
            with self.subTest(str(expr)):
                self.assertIsNone(quotient_of(expr))
        self.assertIsNone(expanded(1 / x))
        self.assertIsNone(factored_expression(1 / x))

    def test_functions_may_stand_as_letters(self) -> None:
        found = quotient_of((sp.sin(x) ** 2 - 1) / (sp.sin(x) + 1), of_functions=True)
        assert found is not None
        self.assertEqual(expression(found.reduced().over, found.letters), sp.sin(x) - 1)
        self.assertIsNone(quotient_of(sp.exp(2 * x) + sp.exp(x), of_functions=True))  # one is a power of the other

    def test_common_factors(self) -> None:
        self.assertTrue(have_a_common_factor(x**2 - 1, x + 1))
        self.assertFalse(have_a_common_factor(x**2 + 1, x + 1))
        self.assertIsNone(have_a_common_factor(sp.sqrt(x), x))
        self.assertEqual(terms_factored(4 * x**2 * y + 6 * x * y), 2 * x * y * (2 * x + 3))
        self.assertIsNone(terms_factored(x + 1))

    def test_the_factors_of_zero_and_of_numbers(self) -> None:
        found = quotient_of(x - x + 6 * (x + 1) - 6 * x)
        self.assertIsNone(found)  # it is 6: no letter is left
        quotient = quotient_of(sp.Mul(x, 0, evaluate=False) + x)
        assert quotient is not None
        self.assertEqual(factored(quotient.over - quotient.over, quotient.letters), 0)


class Tidied(unittest.TestCase):
    """One fraction bar, whole coefficients, lowest terms: as a textbook prints it."""

    CASES = (
        ((x**2 - 9) / (x - 3), x + 3),
        ((x / 2 + 3) / (x + 1), sp.Mul(sp.Rational(1, 2), x + 6, 1 / (x + 1))),
        (4 / (3 * (2 * x / 3 - sp.Rational(1, 2))), 8 / (4 * x - 3)),
        (1 / (1 / x - 1), -x / (x - 1)),
        (x + 1 / x, x + 1 / x),
        ((x**3 - 8) / (x**2 - 4), (x**2 + 2 * x + 4) / (x + 2)),
        ((a * x + a * y) / (x**2 - y**2), a / (x - y)),
    )

    def test_cases(self) -> None:
        for given, wanted in self.CASES:
            with self.subTest(str(given)):
                self.assertEqual(tidy_expression(given), wanted)

    def test_it_stays_the_same_function(self) -> None:
        rng = random.Random(13)
        for _ in range(150):
            expr = drawn(rng, rng.randint(2, 4), divides=True)
            if expr.has(sp.zoo, sp.nan, sp.oo):
                continue
            with self.subTest(str(expr)):
                self.assertEqual(sp.expand(sp.fraction(sp.together(tidy_expression(expr) - expr))[0]), 0)


if __name__ == "__main__":
    unittest.main()
