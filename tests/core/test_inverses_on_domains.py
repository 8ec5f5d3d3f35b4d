"""Inverses of functions that are given on a part of the line: taken back at numbers of the domain, chosen at random."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

from tests.core.lines import code, exact
from tests.rounds import rounds

INVERSES = [
    ("f(x) = x^2 - 4x + 7 if x >= 2", "sqrt(x - 3) + 2"),
    ("f(x) = x^2 - 4x + 7 if x <= 2", "2 - sqrt(x - 3)"),
    ("f(x) = x^2 if x >= 2", "sqrt(x) if x >= 4"),
    ("f(x) = 2x + 1 if 0 <= x <= 3", "(x - 1)/2 if 1 <= x <= 7"),
    ("f(x) = x if x < 0, x^2 otherwise", "x if x < 0, sqrt(x) otherwise"),
    ("f(x) = 1/x if x > 0", "1/x if x > 0"),
]
WITHOUT_NAMES = [
    ("x^2 - 4x + 7 for x >= 2", "sqrt(x - 3) + 2"),
    ("x^2 on [0, 3]", "sqrt(x) if 0 <= x <= 9"),
    ("2x + 1", "(x - 1)/2"),
    ("a x + b", "(x - b)/a"),
    ("(2x + 1)/(x - 3)", "(3*x + 1)/(x - 2)"),
]
ROUNDS = rounds(8)


class InversesOnDomains(unittest.TestCase):
    def test_on_a_stated_domain(self) -> None:
        for line, wanted in INVERSES:
            with self.subTest(line):
                self.assertEqual(exact(line, "inverse of f"), wanted)

    def test_of_expressions(self) -> None:
        for line, wanted in WITHOUT_NAMES:
            with self.subTest(line):
                self.assertEqual(exact(f"inverse of {line}"), wanted)

    def test_what_takes_a_value_twice_has_none(self) -> None:
        for line in ("f(x) = x^2 if x >= -1", "f(x) = x^2 - 4x + 7 if x >= 1", "f(x) = x if x < 2, x^2 - 3x if x >= 2", "f(x) = x if x <= 0, x - 1 if x >= 1"):
            with self.subTest(line):
                self.assertEqual(code(line, "inverse of f"), "undefined-value")
        self.assertEqual(code("inverse of x^2"), "undefined-value")
        self.assertEqual(code("inverse of g"), "not-a-function")

    def test_quadratics_are_taken_back(self) -> None:
        rng = random.Random(21)
        for _ in range(ROUNDS):
            a, h, k = rng.choice([-3, -2, -1, 1, 2, 5]), rng.randint(-4, 4), rng.randint(-5, 5)
            side, start = rng.choice([">=", "<="]), rng.randint(0, 3)
            edge = h + start if side == ">=" else h - start
            line = f"f(x) = {a}(x - ({h}))^2 + {k} if x {side} {edge}"
            at = edge + (1 if side == ">=" else -1) * Fraction(rng.randint(0, 9), rng.randint(1, 4))
            with self.subTest(line, at=at):
                self.assertEqual(exact(line, f"f^-1(f({at}))"), str(at))
                outside = edge + (-1 if side == ">=" else 1) * Fraction(1, 2)
                if start:  # a value that the function takes only outside its domain
                    self.assertIsNotNone(code(line, f"f^-1({a}*({outside} - ({h}))^2 + {k})"))
