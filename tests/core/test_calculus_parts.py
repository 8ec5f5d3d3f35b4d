"""The parts that calculus is made of, each on its own."""

from __future__ import annotations

import random
import unittest

import sympy as sp
from flint import arb, fmpq

from upper_slate.core.problems import LineError
from upper_slate.core.working.binding.bodies import Body
from upper_slate.core.working.calculus.antiderivative import antiderivative
from upper_slate.core.working.calculus.jets import NoJet, jet_of
from upper_slate.core.working.calculus.limits import NoLimit, side_limit
from upper_slate.core.working.calculus.near import has_sides, has_values_near, on_side, sign_near
from upper_slate.core.working.calculus.quasi_polynomials import quasi_polynomial
from upper_slate.core.working.calculus.rules import Pending, derivative_steps
from upper_slate.core.working.calculus.sums import closed_form
from upper_slate.core.working.calculus.taylor import taylor
from upper_slate.core.working.exact import balls
from upper_slate.core.working.exact.bridge import to_sympy

x = sp.Symbol("x", real=True)


class Near(unittest.TestCase):
    def test_signs_close_to_a_point(self) -> None:
        for expr, point, side, sign in (
            (x, sp.S.Zero, 1, 1),
            (x, sp.S.Zero, -1, -1),
            (x**2 - 2, sp.sqrt(2), 1, 1),
            (sp.sin(x), sp.pi, 1, -1),
            (3 - x, sp.oo, 1, -1),
            (x**3, -sp.oo, 1, -1),
        ):
            with self.subTest((expr, point, side)):
                self.assertEqual(sign_near(expr, x, point, side), sign)
        for swinging in (sp.sin(1 / x), sp.cos(1 / x**2), sp.sqrt(-x)):
            with self.assertRaises(LineError):
                sign_near(swinging, x, sp.S.Zero, 1)

    def test_parts_are_decided_on_their_side(self) -> None:
        for expr, side, wanted in (
            (sp.Abs(x), -1, -x),
            (sp.sign(x), 1, sp.S.One),
            (sp.floor(x), -1, sp.S.NegativeOne),
            (sp.ceiling(x), 1, sp.S.One),
            (sp.Max(x, 0), -1, sp.S.Zero),
            (sp.Min(x, 0), -1, x),
            (sp.Piecewise((x, x < 0), (2 * x, True)), 1, 2 * x),
        ):
            with self.subTest((expr, side)):
                self.assertEqual(on_side(expr, x, sp.S.Zero, side), wanted)

    def test_real_odd_roots_on_the_left(self) -> None:
        third = sp.Rational(1, 3)
        self.assertTrue(has_sides(x**third, x))
        self.assertEqual(on_side(x**third, x, sp.S.Zero, -1), -((-x) ** third))
        self.assertEqual(on_side(x ** (2 * third), x, sp.S.Zero, -1), (-x) ** (2 * third))

    def test_whether_there_are_values(self) -> None:
        self.assertTrue(has_values_near(sp.sqrt(x), x, sp.S.Zero, 1))
        self.assertFalse(has_values_near(sp.sqrt(x), x, sp.S.Zero, -1))
        self.assertFalse(has_values_near(sp.log(x), x, -sp.oo, 1))


class SideLimits(unittest.TestCase):
    def test_values(self) -> None:
        for expr, point, side, wanted in (
            (sp.sin(x) / x, sp.S.Zero, 1, sp.S.One),
            (1 / x, sp.S.Zero, -1, -sp.oo),
            (sp.Abs(x) / x, sp.S.Zero, -1, sp.S.NegativeOne),
            (sp.atan(x), -sp.oo, 1, -sp.pi / 2),
            (x * sp.log(x), sp.S.Zero, 1, sp.S.Zero),
        ):
            with self.subTest((expr, point, side)):
                self.assertEqual(side_limit(expr, x, point, side), wanted)

    def test_none(self) -> None:
        with self.assertRaises(NoLimit) as caught:
            side_limit(sp.sin(1 / x), x, sp.S.Zero, 1)
        self.assertTrue(caught.exception.has_values)
        with self.assertRaises(NoLimit) as caught:
            side_limit(sp.log(x), x, sp.S.Zero, -1)
        self.assertFalse(caught.exception.has_values)


class Antiderivatives(unittest.TestCase):
    def test_differentiated_they_are_the_expression_by_balls(self) -> None:
        pick = random.Random(12)
        pool = [
            x**3 - 2 * x,
            sp.sin(2 * x),
            x * sp.exp(x),
            1 / (x + 5),
            (x + 1) / (x**2 + 4),
            sp.log(x + 9),
            sp.sqrt(x + 8),
            sp.cos(x) ** 2,
            1 / (x**2 - 49),
            sp.atan(x),
            x**3 * sp.sin(x / 2 + 1),
            (x**2 - 3) * sp.exp(-2 * x / 3) * sp.cos(3 * x),
            5 * sp.exp(x) - x * sp.sin(4 * x) + sp.cos(4 * x),
        ]
        for expr in pool:
            with self.subTest(expr):
                found, needs = antiderivative(expr, x, True)
                self.assertEqual(needs, [])
                for _ in range(5):
                    at = fmpq(pick.randint(-40, 40), 11)
                    with balls.precision(300):
                        step = arb(2) ** -60
                        rise = balls.ball(found, {x: arb(at) + step}) - balls.ball(
                            found, {x: arb(at) - step}
                        )
                        slope = rise / (2 * step) - balls.ball(expr, {x: arb(at)})
                        self.assertTrue(abs(slope) < arb(2) ** -90, (expr, at, slope))

    def test_quasi_polynomials_by_one_recursion(self) -> None:
        for expr in (x**2 * sp.exp(x), x * sp.cos(3 * x), sp.exp(2 * x) * sp.sin(x) * x):
            with self.subTest(expr):
                found = quasi_polynomial(expr, x)
                assert found is not None
                self.assertEqual(sp.expand(sp.diff(found, x) - expr), 0)
        y = sp.Symbol("y", real=True)
        others = (
            x**2,
            sp.exp(x**2),
            sp.sin(x) * sp.cos(x),
            sp.sin(x) / x,
            sp.exp(x * y),
            x * sp.tan(x),
        )
        for expr in others:
            with self.subTest(expr):
                self.assertIsNone(quasi_polynomial(expr, x))

    def test_what_has_none_is_refused(self) -> None:
        for expr in (sp.exp(x**2), sp.sin(x) / x, sp.exp(x) / x, 1 / sp.log(x)):
            with self.subTest(expr), self.assertRaises(LineError):
                antiderivative(expr, x, True)


class ClosedForms(unittest.TestCase):
    def test_against_adding_up(self) -> None:
        n = sp.Symbol("n", real=True)
        for expr, is_product in (
            (n**3, False),
            (2**n, False),
            (n * 3**n, False),
            (1 / (n * (n + 1)), False),
            (n, True),
            (1 + 1 / n, True),
        ):
            found = closed_form(Body(expr, n, []), sp.S.One, is_product)
            with self.subTest(expr):
                assert found is not None
                form, end = found
                for last in (1, 2, 6):
                    terms = [expr.subs(n, k) for k in range(1, last + 1)]
                    wanted = sp.Mul(*terms) if is_product else sp.Add(*terms)
                    self.assertEqual(sp.simplify(form.subs(end, last) - wanted), 0)

    def test_no_closed_form(self) -> None:
        n = sp.Symbol("n", real=True)
        self.assertIsNone(closed_form(Body(sp.sin(n**2), n, []), sp.S.One, False))


class TaylorPolynomials(unittest.TestCase):
    def test_the_error_is_of_the_order_that_is_said(self) -> None:
        for expr, point, order in (
            (sp.exp(x), 0, 4),
            (sp.sin(x), 0, 5),
            (sp.log(1 + x), 0, 3),
            (sp.sqrt(x), 4, 2),
            (1 / (1 - x), 0, 6),
        ):
            value, left_out = taylor(Body(expr, x, []), sp.Integer(point), order)
            polynomial = to_sympy(value)
            power = left_out.exp if isinstance(left_out, sp.Pow) else 1
            with self.subTest(expr):
                self.assertGreater(power, order)
                with balls.precision(400):
                    errors = [
                        abs(balls.ball(expr - polynomial, {x: arb(point) + arb(2) ** -step}))
                        for step in (20, 30)
                    ]
                    ratio = errors[0] / errors[1]
                    exact = arb(2) ** (10 * int(power))
                    self.assertTrue(ratio > exact / 2 and ratio < exact * 2)


class Jets(unittest.TestCase):
    def test_coefficients_against_repeated_derivatives(self) -> None:
        t = sp.Symbol("t", real=True)
        for expr in (
            sp.exp(sp.sin(t)),
            sp.log(2 + t) * sp.cos(t),
            sp.sqrt(4 + t) / (1 - t),
            sp.atan(t) ** 2,
            sp.asin(t / 2) + sp.sinh(t) * sp.tanh(t),
            (3 + t) ** t,
            sp.tan(t + sp.pi / 4),
        ):
            with self.subTest(expr):
                for k, coefficient in enumerate(jet_of(expr, t, 4)):
                    wanted = sp.diff(expr, t, k).subs(t, 0) / sp.factorial(k)
                    self.assertAlmostEqual(
                        float(sp.N(coefficient, 20)), float(sp.N(wanted, 20)), places=12
                    )

    def test_no_power_series_no_jet(self) -> None:
        t = sp.Symbol("t", real=True)
        for expr in (sp.Abs(t), sp.sqrt(t), sp.log(t), 1 / t, sp.floor(t)):
            with self.subTest(expr), self.assertRaises(NoJet):
                jet_of(expr, t, 3)


class Rules(unittest.TestCase):
    def test_every_step_adds_up_to_the_derivative(self) -> None:
        """Each step with its pending parts differentiated by SymPy is the derivative of its left side."""
        for expr in (
            x**2 * sp.sin(x),
            sp.sqrt(x**2 + 1),
            x / (x + 1),
            sp.exp(-(x**2)),
            sp.log(3 * x),
            x**x,
            1 / (x**2 + 1),
            sp.atan(2 * x) ** 3,
            3 * x**2 - 5 * x + 7,
            2**x * sp.tan(x),
        ):
            for step in derivative_steps(expr, x):
                signs = step.signs or (1,) * len(step.terms)
                total = sum(
                    sign
                    * sp.Mul(*(sp.diff(f.part, x) if isinstance(f, Pending) else f for f in term))
                    for sign, term in zip(signs, step.terms, strict=True)
                )
                if step.under is not None:
                    total = total / step.under
                difference = total - sp.diff(step.part, x)
                with self.subTest(expr=expr, rule=step.rule), balls.precision(120):
                    for at in (fmpq(3, 7), fmpq(11, 5)):
                        ball = balls.ball(difference, {x: arb(at)})
                        self.assertTrue(abs(ball) < arb(2) ** -80)


if __name__ == "__main__":
    unittest.main()
