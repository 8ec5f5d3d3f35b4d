"""Sums with letters in them: of polynomials times powers, and of binomials, compared with the terms added one by one."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction
from math import comb

from tests.core.lines import code, conditions, exact
from tests.rounds import rounds

CLOSED = [
    ("a r^k for k from 0 to n", "a*(1 - r^(n + 1))/(1 - r)", ["r != 1"]),
    ("a r^(k-1) for k from 1 to n", "a*(1 - r^n)/(1 - r)", ["r != 1"]),
    ("k x^k for k from 1 to n", "x*(n*x^(n + 1) - x^n*(n + 1) + 1)/(1 - x)^2", ["x != 1"]),
    ("1/x^k for k from 1 to n", "(1 - 1/x^n)/(x - 1)", ["x != 1"]),
    ("e^(a k) for k from 0 to n", "(1 - e^(a*(n + 1)))/(1 - e^a)", ["a != 0"]),
    ("choose(n, k) for k from 0 to n", "2^n", []),
    ("k choose(n, k) for k from 0 to n", "n*2^(n - 1)", []),
    ("choose(n, k) x^k for k from 0 to n", "(x + 1)^n", []),
    ("choose(n, k) a^k b^(n-k) for k from 0 to n", "(a + b)^n", []),
    ("a r^k for k from 0 to oo", "a/(1 - r)", ["-1 < r < 1"]),
    ("k x^k for k from 0 to oo", "x/(1 - x)^2", ["-1 < x < 1"]),
    ("k^2 x^k for k from 1 to oo", "x*(x + 1)/(1 - x)^3", ["-1 < x < 1"]),
    ("x^(2k) for k from 0 to oo", "1/(1 - x^2)", ["-1 < x < 1"]),
    ("x^k/k for k from 1 to oo", "-ln(1 - x)", ["x >= -1"]),
    ("1/x^k for k from 1 to oo", "1/(x - 1)", ["x < -1 or x > 1"]),
]
ROUNDS = rounds(8)


class PowerSums(unittest.TestCase):
    def test_closed_forms(self) -> None:
        for line, wanted, needs in CLOSED:
            with self.subTest(line):
                self.assertEqual((exact(f"sum of {line}"), conditions(f"sum of {line}")), (wanted, needs))

    def test_ends_are_the_terms_added(self) -> None:
        rng = random.Random(11)
        for _ in range(ROUNDS):
            p, q, r = rng.randint(-3, 3), rng.randint(1, 4), rng.randint(0, 2)
            low, high = rng.randint(0, 3), rng.randint(4, 9)
            x = Fraction(rng.choice([-3, -2, -1, 2, 3, 5]), rng.choice([1, 2, 3]))
            if x == 1:
                continue
            line = f"S(n) = sum of ({p} + {q} k^{r}) x^k for k from {low} to n"
            with self.subTest(line, high=high, x=x):
                wanted = sum(((p + q * Fraction(k) ** r) * x ** k for k in range(low, high + 1)), Fraction(0))
                self.assertEqual(exact(line, f"S({high}) at x = {x}"), str(wanted))

    def test_binomials_are_the_terms_added(self) -> None:
        rng = random.Random(12)
        for _ in range(ROUNDS):
            x, power, n = Fraction(rng.choice([-3, -2, 2, 3]), rng.choice([1, 2, 5])), rng.randint(0, 2), rng.randint(1, 7)
            if x == -1:  # the closed form has a power of 1 + x under the bar, for it holds for n = 0 and 1 too
                continue
            line = f"B(n) = sum of k^{power} choose(n, k) x^k for k from 0 to n"
            with self.subTest(line, n=n, x=x):
                wanted = sum((Fraction(k) ** power * comb(n, k) * x ** k for k in range(n + 1)), Fraction(0))
                self.assertEqual(exact(line, f"B({n}) at x = {x}"), str(wanted))

    def test_a_product_is_no_sum(self) -> None:
        self.assertEqual(code("product of x^k for k from 1 to oo"), "not-supported")

    def test_outside_its_range_a_power_series_diverges(self) -> None:
        for value, wanted in (("2", "diverges"), ("-1", "diverges"), ("1", "diverges"), ("1/2", None)):
            with self.subTest(value):
                self.assertEqual(code("f(x) = sum of k x^k for k from 0 to oo", f"f({value})"), wanted)
        self.assertEqual(exact("f(x) = sum of x^k/k for k from 1 to oo", "f(-1)"), "-ln(2)")
        self.assertEqual(code("sum of (-1)^k choose(n, k) for k from 0 to n"), "not-supported")
