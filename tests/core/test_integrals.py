"""Integrals by the substitutions of a textbook, and those with decimals only, against quadrature with mpmath."""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable

import mpmath
import sympy as sp
from flint import arb

from upper_slate.core.working.exact import balls
from upper_slate.core.working.exact.enclosed import EnclosedIntegral

from .lines import exact, result

mp = mpmath.mp
Function = Callable[[mpmath.mpf], mpmath.mpf]

#: an integrand, the same for mpmath, two places on the way between which it has values
INDEFINITE: tuple[tuple[str, Function, float, float], ...] = (
    ("sin(3x) cos(5x)", lambda x: mp.sin(3 * x) * mp.cos(5 * x), 0.2, 1.7),
    ("x sin x cos 2x", lambda x: x * mp.sin(x) * mp.cos(2 * x), 0, 2),
    ("e^x sin x cos 2x", lambda x: mp.exp(x) * mp.sin(x) * mp.cos(2 * x), 0, 1),
    ("1/(x sqrt(x^2 - 1))", lambda x: 1 / (x * mp.sqrt(x * x - 1)), 1.5, 3),
    ("1/(x sqrt(x^2 - 1))", lambda x: 1 / (x * mp.sqrt(x * x - 1)), -3, -1.5),
    ("3/(x sqrt(9x^2 - 4))", lambda x: 3 / (x * mp.sqrt(9 * x * x - 4)), 1, 2),
    ("1/(x sqrt(x^2 + 1))", lambda x: 1 / (x * mp.sqrt(x * x + 1)), 0.5, 2),
    ("1/(x sqrt(1 - x^2))", lambda x: 1 / (x * mp.sqrt(1 - x * x)), -0.9, -0.2),
    ("sqrt(x^2 - 9)/x", lambda x: mp.sqrt(x * x - 9) / x, 3.5, 5),
    ("sqrt(4 - x^2)/x", lambda x: mp.sqrt(4 - x * x) / x, 0.5, 1.5),
    ("sqrt(4 - 9x^2)", lambda x: mp.sqrt(4 - 9 * x * x), -0.5, 0.6),
    ("1/(sqrt x + cbrt x)", lambda x: 1 / (mp.sqrt(x) + mp.cbrt(x)), 0.5, 3),
    ("1/(2 + sin x)", lambda x: 1 / (2 + mp.sin(x)), 0, 20),
    ("1/(5 - 3 sin(2x))", lambda x: 1 / (5 - 3 * mp.sin(2 * x)), -4, 9),
    ("2/(3 - cos x)", lambda x: 2 / (3 - mp.cos(x)), 0, 20),
)
#: an integrand without an antiderivative of the language, the same for mpmath, the ends
DECIMALS_ONLY: tuple[tuple[str, Function, str, str, float, float], ...] = (
    ("sqrt(1 + cos(x)^2)", lambda x: mp.sqrt(1 + mp.cos(x) ** 2), "0", "pi", 0, math.pi),
    ("sqrt(sin x)", lambda x: mp.sqrt(mp.sin(x)), "0", "pi", 0, math.pi),
    ("sqrt(1 + x^3)", lambda x: mp.sqrt(1 + x ** 3), "0", "2", 0, 2),
    ("sin(x)/x", lambda x: mp.sinc(x), "0", "1", 0, 1),
    ("1/ln x", lambda x: 1 / mp.log(x), "2", "3", 2, 3),
    ("ln(sin x)", lambda x: mp.log(mp.sin(x)), "1", "2", 1, 2),
    ("x^x", lambda x: x ** x, "1", "2", 1, 2),
)
x = sp.Symbol("x", real=True)
#: a function with branch cuts beside the way, the ends
BESIDE_A_CUT: tuple[tuple[sp.Expr, sp.Rational, sp.Rational], ...] = (
    (sp.atan(5 * x) / x, sp.Rational(1, 2), sp.Integer(2)),
    (sp.asin(x) ** 3 * sp.exp(x), sp.Integer(0), sp.Rational(1, 2)),
    (sp.asinh(4 * x) * sp.cos(x), sp.Integer(0), sp.Integer(3)),
    (sp.log(x) ** 2 * sp.sqrt(x), sp.Rational(1, 10), sp.Integer(2)),
    ((x + 2) ** sp.Rational(1, 3) * sp.sin(x), sp.Integer(-1), sp.Integer(3)),
    (x ** (x / 2), sp.Rational(1, 5), sp.Integer(3)),
)


class Integrals(unittest.TestCase):
    def test_the_antiderivative_goes_by_the_area(self) -> None:
        """What it gains between two places is the integral there, without a jump on the way."""
        for line, function, low, high in INDEFINITE:
            with self.subTest(line):
                found = exact(f"integral of {line} dx")
                gained = result(f"F(x) = {found.removesuffix(' + C')}", f"F({high}) - F({low}) to 12 sf")["decimal"]["text"]
                wanted = mpmath.quad(function, mpmath.linspace(low, high, 4))
                self.assertAlmostEqual(float(gained), float(wanted), delta=1e-9 * max(1, abs(wanted)))

    def test_without_an_antiderivative_the_digits_are_proved(self) -> None:
        for line, function, low, high, a, b in DECIMALS_ONLY:
            with self.subTest(line):
                found = result(f"integral of {line} for x from {low} to {high}")
                self.assertIsNone(found["exact"])
                wanted = mpmath.quad(function, mpmath.linspace(a, b, 3))
                self.assertAlmostEqual(float(found["decimal"]["text"]), float(wanted), delta=6e-6 * abs(wanted))

    def test_balls_hold_the_integral_beside_branch_cuts(self) -> None:
        for function, low, high in BESIDE_A_CUT:
            with self.subTest(str(function)), mpmath.workdps(30):
                wanted = mpmath.quad(sp.lambdify(x, function, "mpmath"), mpmath.linspace(low, high, 5))
                with balls.precision(70):
                    ball = EnclosedIntegral(sp.Lambda(x, function), low, high).enclosure()
                    self.assertLess(abs(ball - arb(mpmath.nstr(wanted, 25))), arb("1e-17"))
                    self.assertLess(ball.rad(), arb("1e-15"))


if __name__ == "__main__":
    unittest.main()
