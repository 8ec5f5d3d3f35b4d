"""Exact numbers by themselves: arithmetic, roots, angles, decisions, data form; judged by balls."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

import sympy as sp
from flint import acb, arb, fmpq

from upper_slate.core.line.conventions import Conventions
from upper_slate.core.working.context import Context
from upper_slate.core.working.exact.angles import angle_of, arc_degrees, cos_sin, tangent
from upper_slate.core.working.exact.balls import ball, precision, surd_ball
from upper_slate.core.working.exact.bridge import from_sympy, to_sympy
from upper_slate.core.working.exact.decide import surd_is_zero, surd_sign
from upper_slate.core.working.exact.roots import absolute, power, root
from upper_slate.core.working.exact.surd import ONE, I, Surd, TooLarge
from upper_slate.core.working.ground import codec, judge
from upper_slate.core.working.ground.values import FunctionValue, ListValue, RelationValue, Requirement

R = Surd.rational


def sqrt(n: int) -> Surd:
    found = root(R(n), 2)
    assert found is not None
    return found


def some(rng: random.Random) -> Surd:
    """A random sum of radicals."""
    total = R(Fraction(rng.randint(-9, 9), rng.randint(1, 5)))
    for n in rng.sample((2, 3, 5, 6, 7, 10), 2):
        total = total + R(rng.randint(-4, 4)) * sqrt(n)
    return total


class Arithmetic(unittest.TestCase):
    def setUp(self) -> None:
        self.rng = random.Random(11)

    def test_field_operations_agree_with_balls(self) -> None:
        for _ in range(80):
            a, b = some(self.rng), some(self.rng)
            with precision(300):
                pairs = [
                    (surd_ball(a + b), surd_ball(a) + surd_ball(b)),
                    (surd_ball(a - b), surd_ball(a) - surd_ball(b)),
                    (surd_ball(a * b), surd_ball(a) * surd_ball(b)),
                ]
                if not b.is_zero:
                    pairs.append((surd_ball(a / b), surd_ball(a) / surd_ball(b)))
                for ours, theirs in pairs:
                    self.assertTrue((ours - theirs).contains(0))

    def test_inverses_are_exact(self) -> None:
        for _ in range(40):
            a = some(self.rng)
            if not a.is_zero:
                self.assertEqual(a * a.inverse(), ONE)

    def test_squares_are_opened(self) -> None:
        for _ in range(40):
            a = some(self.rng)
            found = root(a * a, 2)
            assert found is not None
            self.assertTrue(surd_is_zero(found - a) or surd_is_zero(found + a))
            self.assertGreaterEqual(surd_sign(found), 0)

    def test_cubes_are_opened(self) -> None:
        for _ in range(30):
            a = R(self.rng.randint(1, 6)) + R(self.rng.randint(-3, 3)) * sqrt(
                self.rng.choice((2, 3, 5))
            )
            self.assertEqual(root(a * a * a, 3), a)

    def test_signs_and_zero(self) -> None:
        self.assertEqual(surd_sign(sqrt(2) + sqrt(3) - root(R(10), 2)), -1)  # type: ignore[operator]
        self.assertEqual(surd_sign(sqrt(8) - R(2) * sqrt(2)), 0)
        for d in range(0, 360, 3):
            both = cos_sin(Fraction(d))
            assert both is not None
            self.assertTrue(surd_is_zero(both[0] * both[0] + both[1] * both[1] - ONE))

    def test_complex_numbers(self) -> None:
        self.assertEqual(I * I, -ONE)
        self.assertEqual((ONE + I).inverse(), (ONE - I) * R(1, 2))
        self.assertEqual(absolute(R(3) + R(4) * I), R(5))
        self.assertEqual(angle_of(R(-1) + I), 135)
        self.assertEqual(root(R(3) + R(4) * I, 2), R(2) + I)

    def test_powers(self) -> None:
        self.assertEqual(power(R(-8), Fraction(1, 3)), R(-2))
        self.assertEqual(power(R(-8), Fraction(2, 3)), R(4))
        self.assertEqual(power(R(-8), Fraction(1, 3), real=False), ONE + sqrt(3) * I)
        self.assertEqual(power(R(4), Fraction(-1, 2)), R(1, 2))
        with self.assertRaises(TooLarge):
            R(9) ** (10**9)


class Angles(unittest.TestCase):
    def test_sines_cosines_and_tangents_at_every_multiple_of_three_degrees(self) -> None:
        for d in range(-360, 361, 3):
            both = cos_sin(Fraction(d))
            assert both is not None
            with precision(200):
                angle = arb.pi() * fmpq(d, 180)
                self.assertTrue((surd_ball(both[0]) - angle.cos()).contains(0), d)
                self.assertTrue((surd_ball(both[1]) - angle.sin()).contains(0), d)
                if d % 180 != 90 and d % 180 != -90:
                    value = tangent(Fraction(d))
                    assert value is not None
                    self.assertTrue((surd_ball(value) - angle.tan()).contains(0), d)

    def test_and_back(self) -> None:
        for d in range(-87, 88, 3):
            both = cos_sin(Fraction(d))
            assert both is not None
            self.assertEqual(arc_degrees("sin", both[1]), d)
            self.assertEqual(arc_degrees("cos", both[0]), abs(d))

    def test_other_angles_have_none(self) -> None:
        self.assertIsNone(cos_sin(Fraction(1)))
        self.assertIsNone(cos_sin(Fraction(45, 2)))
        self.assertIsNone(arc_degrees("sin", R(1, 3)))


class Bridge(unittest.TestCase):
    def test_surds_go_to_sympy_and_back(self) -> None:
        rng = random.Random(5)
        for _ in range(40):
            a = some(rng)
            self.assertEqual(from_sympy(to_sympy(a)), a)

    def test_what_is_not_algebraic_stays(self) -> None:
        for expr in (sp.pi, sp.E, sp.Symbol("x"), sp.log(2), sp.sin(1), sp.oo):
            self.assertIsNone(from_sympy(expr))

    def test_every_kind_of_value_has_a_data_form(self) -> None:
        context = Context(Conventions())
        x = context.symbol("x")
        cases = sp.Piecewise((x**2, x < 0), (2 * x, True))
        values = [
            sqrt(2) + I,
            sp.pi * x / 2,
            sp.sin(x) + sp.exp(-x) + sp.Abs(x),
            cases,
            ListValue((R(1), sp.pi)),
            RelationValue((x, R(2)), ("<=",)),
            FunctionValue((x,), 1 / x, (Requirement("nonzero", x, over=sp.S.One),), "f"),
            sp.oo,
        ]
        for value in values:
            with self.subTest(value=str(value)):
                self.assertEqual(codec.decode(context, codec.encode(value)), value)


class Judging(unittest.TestCase):
    def test_sign_zero_and_floor_of_transcendental_numbers(self) -> None:
        self.assertEqual(judge.sign(sp.pi - sp.Rational(22, 7)), -1)
        self.assertEqual(judge.sign(sp.exp(sp.pi * sp.sqrt(163)) - 262537412640768744), -1)
        self.assertTrue(judge.is_zero(sp.log(2) + sp.log(3) - sp.log(6)))
        self.assertFalse(judge.is_zero(sp.exp(1) - sp.Rational(2718281828, 10**9)))
        self.assertEqual(judge.floor_of(sp.pi * 10**30), 3141592653589793238462643383279)
        self.assertEqual(judge.floor_of(-sp.pi), -4)

    def test_odd_roots_of_negative_numbers_are_real_in_balls(self) -> None:
        x = sp.Symbol("x", real=True)
        value = ball(x ** sp.Rational(1, 3), {x: arb(-8)})
        self.assertTrue(value.contains(-2) and value.rad() < 1e-9)
        self.assertIsInstance(ball(sp.sqrt(x), {x: arb(-4)}), acb)


if __name__ == "__main__":
    unittest.main()
