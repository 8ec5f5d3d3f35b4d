"""Sums of inverse functions that are known angles, and functions of them that are algebraic; each against its decimals."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

import sympy as sp

from upper_slate.core.working.exact.arcs import as_logarithm, known_angle, of_arcs, of_logarithms
from upper_slate.core.working.exact.surd import Surd

from .lines import exact, result

TRIPLES = ((3, 4, 5), (5, 12, 13), (8, 15, 17), (7, 24, 25), (20, 21, 29))


class Angles(unittest.TestCase):
    def test_sums_that_are_known_angles(self) -> None:
        for line, wanted in (
            ("arctan(1) + arctan(2) + arctan(3)", "pi"),
            ("arctan(1/2) + arctan(1/3)", "pi/4"),
            ("4 arctan(1/5) - arctan(1/239)", "pi/4"),
            ("arcsin(3/5) + arccos(3/5)", "pi/2"),
            ("arctan(2 + sqrt(3)) - arctan(2 - sqrt(3))", "pi/3"),
            ("arctan(2) + arctan(3)", "3*pi/4"),
            ("arctan(2) + arctan(4)", "arctan(2) + arctan(4)"),
        ):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertEqual(exact("arctan(1) + arctan(2) + arctan(3)", angles="degrees"), "180")
        self.assertEqual(exact("arctan(1/2) + arctan(1/3)", angles="degrees"), "45")

    def test_random_sums_agree_with_their_decimals(self) -> None:
        drawn = random.Random(4)
        found = 0
        for _ in range(60):
            p, q = drawn.randint(1, 9), drawn.randint(1, 9)
            pairs = [
                sp.atan(sp.Rational(p, q)) + sp.atan(sp.Rational(q - p, q + p)),
                sp.atan(sp.Rational(p, q)) + sp.atan(sp.Rational(q, p)),
                sp.asin(sp.Rational(p, 10)) + sp.acos(sp.Rational(p, 10)),
                sp.atan(sp.Rational(p, q)) - sp.acos(sp.Rational(q, 10)),
                2 * sp.atan(sp.Rational(p, q)) + sp.asin(sp.Rational(q, 10)),
            ]
            for total in pairs:
                angle = known_angle(total)
                if angle is not None:
                    found += 1
                    self.assertLess(abs(sp.N(total - angle, 40)), 1e-35, total)
        self.assertGreater(found, 100)

    def test_functions_of_arcs(self) -> None:
        drawn = random.Random(5)
        for a, b, c in TRIPLES:
            for make in (sp.sin, sp.cos, sp.tan):
                k = drawn.randint(2, 4)
                node = make(k * sp.asin(sp.Rational(a, c)) + sp.atan(sp.Rational(a, b)), evaluate=False)
                plain = of_arcs(node)
                assert plain is not None
                self.assertTrue(plain.is_rational)
                self.assertLess(abs(sp.N(plain - node, 40)), 1e-35)
        self.assertEqual(exact("cos(2 arctan(1/2))"), "3/5")
        self.assertEqual(exact("sin(2 arccos(1/3))"), "4*sqrt(2)/9")
        self.assertEqual(exact("tan(arcsin(3/5) + arcsin(5/13))", angles="degrees"), "56/33")

    def test_hyperbolic_functions_and_logarithms(self) -> None:
        for line, wanted in (
            ("sinh(ln 2)", "3/4"),
            ("cosh(2 ln 3)", "41/9"),
            ("tanh(ln(5)/2)", "2/3"),
            ("arcosh(5/3)", "ln(3)"),
            ("arsinh(3/4)", "ln(2)"),
            ("artanh(1/3)", "ln(2)/2"),
            ("arcosh(2)", "arcosh(2)"),
        ):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertIsNone(of_logarithms(sp.sinh(sp.Symbol("x"))))
        for n in range(2, 12):
            self.assertEqual(as_logarithm("arcosh", Surd.rational(Fraction(n * n + 1, 2 * n))), sp.log(n))

    def test_exact(self) -> None:
        found = result("d/dx sin x", angles="degrees")
        self.assertEqual(found["decimal"]["text"], "0.0174533*cos(x)")
        self.assertTrue(any("π/180" in n["text"] for n in found["notices"]))
        odd = result("sin(pi/6)", angles="degrees")
        self.assertEqual([s["text"] for n in odd["notices"] for s in n["suggestions"]], ["30"])


if __name__ == "__main__":
    unittest.main()
