"""The parts that solving is made of, each on its own."""

from __future__ import annotations

import random
import unittest

import sympy as sp
from flint import arb, fmpq

from upper_slate.core.problems import LineError
from upper_slate.core.working.binding.statement import Statement, Trial
from upper_slate.core.working.context import Context
from upper_slate.core.working.exact import balls
from upper_slate.core.working.exact.enclosed import ComplexRoot, EnclosedIntegral, EnclosedRoot, complex_roots
from upper_slate.core.working.ground.values import Requirement
from upper_slate.core.working.questions.identity import proves_identity
from upper_slate.core.working.solving.enclose import real_zeros
from upper_slate.core.working.solving.equation import Range
from upper_slate.core.working.solving.families import Family, in_order, members, merged, rational_ratio, reduced
from upper_slate.core.working.solving.inequality import Cuts
from upper_slate.core.working.solving.missed import misses
from upper_slate.core.working.solving.ranges import NoRange, excludes_zero, range_of
from upper_slate.core.working.solving.regions import Piece, between, condition_of, true_pieces
from upper_slate.core.working.solving.search import Unsolved
from upper_slate.core.working.solving.zeros import zeros_in

from .lines import result

x = sp.Symbol("x", real=True)
pi = sp.pi


class EnclosedNumbers(unittest.TestCase):
    def test_digits_follow_from_the_interval(self) -> None:
        root = EnclosedRoot(sp.Lambda(x, x**2 - 2), sp.Integer(1), sp.Integer(2))
        for bits in (64, 300, 2_000):
            with balls.precision(bits):
                self.assertTrue((root.enclosure() - arb(2).sqrt()).contains(0))
                self.assertLess(root.enclosure().rad(), arb(2) ** -(bits // 2))

    def test_a_root_is_a_number_of_known_sign(self) -> None:
        root = EnclosedRoot(sp.Lambda(x, x**3 + x + 1), sp.Integer(-1), sp.Integer(0))
        self.assertTrue(root.is_number)
        self.assertTrue(root.is_negative)
        self.assertEqual(root.free_symbols, set())
        self.assertAlmostEqual(float(sp.N(root)), -0.6823278038280193)

    def test_complex_roots_in_order(self) -> None:
        roots = complex_roots((1, 0, -1, -1))
        self.assertEqual(len(roots), 2)
        self.assertLess(float(roots[0].imag.mid()), float(roots[1].imag.mid()))
        root = ComplexRoot(sp.Lambda(x, x**3 - x - 1), sp.Integer(1))
        with balls.precision(100):
            z = root.enclosure()
            self.assertTrue((z**3 - z - 1).contains(0))

    def test_an_integral_is_enclosed(self) -> None:
        value = EnclosedIntegral(sp.Lambda(x, sp.exp(x)), sp.Integer(0), sp.Integer(1))
        with balls.precision(200):
            self.assertTrue((value.enclosure() - (arb(1).exp() - 1)).contains(0))


class Families(unittest.TestCase):
    def test_representatives_lie_in_one_period(self) -> None:
        self.assertEqual(reduced(-pi / 3, 2 * pi), 5 * pi / 3)
        self.assertEqual(reduced(sp.Integer(400), sp.Integer(360)), 40)
        self.assertEqual(reduced(pi / 6, 2 * pi, 2 * pi), 13 * pi / 6)

    def test_evenly_spaced_families_are_one(self) -> None:
        self.assertEqual(
            merged([Family(sp.S.Zero, 2 * pi), Family(pi, 2 * pi)]), [Family(sp.S.Zero, pi)]
        )
        found = merged([Family(pi / 6 + k * 2 * pi / 3, 2 * pi) for k in range(3)])
        self.assertEqual(found, [Family(pi / 6, 2 * pi / 3)])

    def test_unrelated_families_stay_apart(self) -> None:
        found = merged([Family(sp.S.Zero, pi), Family(pi / 3, 2 * pi)])
        self.assertEqual(found, [Family(sp.S.Zero, pi), Family(pi / 3, 2 * pi)])

    def test_members_of_an_interval(self) -> None:
        family = Family(pi / 6, pi)
        self.assertEqual(list(members(family, sp.S.Zero, 2 * pi)), [pi / 6, 7 * pi / 6])
        self.assertEqual(list(members(family, pi / 6, pi / 6)), [pi / 6])
        with self.assertRaises(LineError):
            list(members(Family(sp.S.Zero, sp.S.One), sp.S.Zero, sp.Integer(10**6)))

    def test_ratios_are_exact_or_none(self) -> None:
        self.assertEqual(rational_ratio(sp.log(4), sp.log(2)), 2)
        self.assertEqual(rational_ratio(sp.sqrt(8), sp.sqrt(2)), 2)
        self.assertIsNone(rational_ratio(sp.log(3), sp.log(2)))

    def test_order_is_exact(self) -> None:
        values = [sp.sqrt(2) + sp.sqrt(3), sp.Rational(22, 7), pi, sp.sqrt(5 + 2 * sp.sqrt(6))]
        ordered = in_order(values)
        self.assertEqual([ordered[0], ordered[-1]], [pi, values[0]])
        self.assertEqual(len(ordered), 3)  # two of them are one number


class Ranges(unittest.TestCase):
    def test_bounds_hold_at_random_points(self) -> None:
        pick = random.Random(11)
        for expr in (
            x**3 - x,
            sp.sin(x) + x / 3,
            sp.exp(-(x**2)),
            sp.log(x + 9),
            sp.atan(x),
            sp.sqrt(x + 7),
        ):
            for _ in range(10):
                low = sp.Rational(pick.randint(-60, 60), 10)
                high = low + sp.Rational(pick.randint(1, 40), 10)
                bottom, top = range_of(expr, x, low, high)
                for k in range(6):
                    at = low + (high - low) * sp.Rational(k, 5)
                    value = float(sp.N(expr.subs(x, at)))
                    self.assertLessEqual(float(bottom) - 1e-9, value)
                    self.assertGreaterEqual(float(top) + 1e-9, value)

    def test_endless_intervals(self) -> None:
        self.assertEqual(excludes_zero(sp.exp(x) - 1, x, sp.Integer(1), sp.oo), 1)
        self.assertEqual(excludes_zero(sp.log(x) - 2, x, sp.S.Zero, sp.S.One), -1)
        self.assertEqual(excludes_zero(x - sp.cos(x), x, sp.Integer(2), sp.oo), 1)
        self.assertEqual(excludes_zero(sp.sin(x), x, sp.Integer(1), sp.oo), 0)

    def test_no_values_no_bounds(self) -> None:
        with self.assertRaises(NoRange):
            range_of(sp.log(x), x, sp.Integer(-2), sp.Integer(-1))


class Boxes(unittest.TestCase):
    def test_every_root_of_a_made_up_product_is_found(self) -> None:
        pick = random.Random(5)
        for _ in range(8):
            roots = sorted({sp.Rational(pick.randint(-40, 40), 8) for _ in range(4)})
            expr = sp.Mul(*(x - r for r in roots)) * (2 + sp.cos(x))
            found = real_zeros(expr, x, sp.Integer(-6), sp.Integer(6))
            with self.subTest(roots):
                self.assertEqual(len(found.values), len(roots))
                for value, root in zip(sorted(found.values, key=sp.N), roots, strict=True):
                    self.assertAlmostEqual(float(sp.N(value)), float(root))

    def test_completeness_needs_a_reason(self) -> None:
        self.assertTrue(real_zeros(sp.exp(x) - x - 2, x, -sp.oo, sp.oo).complete)
        self.assertFalse(real_zeros(x * sp.sin(x) - 1, x, -sp.oo, sp.oo).complete)

    def test_a_zero_that_is_touched_is_found_at_simple_numbers_and_claimed_nowhere_else(self) -> None:
        found = real_zeros((sp.cos(x) - 1) * sp.exp(x), x, sp.Integer(-1), sp.Integer(1))
        self.assertEqual((found.values, found.complete), ([0], True))
        third = real_zeros(sp.sin(x) - x, x, sp.Integer(-1), sp.Integer(1))
        self.assertEqual((third.values, third.complete), ([0], True))
        other = real_zeros((sp.exp(x) - 3) ** 2, x, sp.Integer(0), sp.Integer(2))
        self.assertFalse(other.complete)


class Doubts(unittest.TestCase):
    """At a number that is known by balls a requirement holds, fails, or is not told; only the first counts."""

    def trial(self, kind: str, expr: sp.Expr) -> Trial:
        return Trial(Context(), x, Statement("and"), [Requirement(kind, expr)])

    def test_three_answers(self) -> None:
        root = EnclosedRoot(sp.Lambda(x, x**2 - 2), sp.Integer(1), sp.Integer(2))
        for kind, expr, has_meaning, surely_not in (
            ("nonneg", x, True, False),
            ("nonneg", x - 2, False, True),
            ("nonneg", x**2 - 2, True, False),  # exactly on the edge: its own root
            ("nonneg", x**3 - 2 * x, True, False),  # a multiple of it
            ("positive", x**2 - 2, False, True),
            ("nonneg", sp.sin(x**2 - 2), False, False),  # balls do not tell
            ("unit", x**2 - 1, True, False),
            ("positive", x - 1, True, False),
            ("nonzero", x - 1, True, False),
            ("nonzero", x**2 - 2, False, True),
            ("nonzero", sp.sin(x**2 - 2), False, False),
            ("unit", x, False, True),
            ("unit", x / 2, True, False),
            ("inside-one", x / 3, True, False),
            ("above-one", x, True, False),
            ("above-one", x / 2, False, True),
        ):
            with self.subTest((kind, expr)):
                trial = self.trial(kind, expr)
                self.assertEqual(trial.has_meaning(root), has_meaning)
                self.assertEqual(trial.surely_without_meaning(root), surely_not)


class Cutting(unittest.TestCase):
    """The points at which an expression may change: zeros of what stands in sizes, extremes, signs and cases."""

    def cuts(self, expr: sp.Expr, low: int = -5, high: int = 5) -> list[sp.Expr]:
        where = Range(sp.Integer(low), sp.Integer(high), True, True, True)
        found = Cuts(Trial(Context(), x, Statement("and"), []), where)
        found.corners(expr)
        return in_order(found.points)

    def test_corners(self) -> None:
        for expr, points in (
            (sp.Abs(x - 1) + sp.Abs(x + 2), [-2, 1]),
            (sp.Max(x, 3), [3]),
            (sp.Min(x**2, 4), [-2, 2]),
            (sp.sign(x - 4), [4]),
            (sp.Piecewise((x, x < 1), (x**2, x < 2), (sp.S.Zero, True)), [1, 2]),
            (x**2 + 1, []),
        ):
            with self.subTest(expr):
                self.assertEqual(self.cuts(expr), points)

    def test_roundings_are_cut_at_every_step(self) -> None:
        self.assertEqual(self.cuts(sp.floor(x), 0, 3), [0, 1, 2, 3])
        self.assertEqual(self.cuts(sp.floor(2 * x), 0, 1), [0, sp.Rational(1, 2), 1])

    def test_angles_are_cut_in_the_interval(self) -> None:
        self.assertEqual(self.cuts(sp.Abs(sp.sin(x)), 0, 4), [0, pi])


class Regions(unittest.TestCase):
    def test_pieces_join_at_points_that_hold(self) -> None:
        pieces = true_pieces([sp.S.One], lambda v, c: True, -sp.oo, sp.oo, False, False)
        self.assertEqual(pieces, [Piece(-sp.oo, sp.oo, False, False)])
        pieces = true_pieces([sp.S.One], lambda v, c: v != 1, -sp.oo, sp.oo, False, False)
        self.assertEqual(condition_of(x, pieces), sp.Ne(x, 1, evaluate=False))

    def test_a_simple_point_between(self) -> None:
        for low, high in (
            (sp.sqrt(2), sp.Rational(3, 2)),
            (-sp.oo, -sp.sqrt(7)),
            (pi, sp.oo),
            (sp.S.Zero, sp.Rational(1, 1000)),
        ):
            value = between(low, high)
            self.assertTrue(low < value < high)
            self.assertTrue(value.is_Rational)


class ZeroSearch(unittest.TestCase):
    def test_every_zero_is_among_what_is_found(self) -> None:
        """Equations made from a known zero: it must not be lost, whatever else comes along."""
        pick = random.Random(3)
        shapes = (
            lambda c: sp.sqrt(x + c**2) - (abs(c) + 1),
            lambda c: sp.exp(2 * x) - sp.exp(x) * (sp.exp(c) + 1) + sp.exp(c),
            lambda c: sp.Abs(x - c) - 3,
            lambda c: sp.log(x + 10) + sp.log(x + 11) - sp.log((c + 10) * (c + 11)),
            lambda c: (x - c) * (x**2 + x + 1),
        )
        for shape in shapes:
            for _ in range(5):
                c = sp.Integer(pick.randint(-4, 6))
                expr = shape(c)
                with self.subTest(expr):
                    found = zeros_in(x, True).of(expr)
                    true = [v for v in found.values if abs(sp.N(expr.subs(x, v), 30)) < 1e-20]
                    self.assertTrue(true, found)

    def test_no_rule_says_so(self) -> None:
        with self.assertRaises(Unsolved):
            zeros_in(x, True).of(sp.exp(x) - x - 2)


class Missed(unittest.TestCase):
    """The guard on the rules: zeros that are certainly there and were not found."""

    everywhere = (-float("inf"), float("inf"))

    def test_a_zero_that_is_not_among_the_solutions(self) -> None:
        five_more = sp.sqrt(x + 5) - sp.sqrt(x) - 1
        for expr, values, families, wanted in (
            (five_more, [], [], True),
            (five_more, [sp.Integer(4)], [], False),
            (five_more, [sp.Integer(5)], [], True),
            (sp.exp(x) - 3 * x, [], [], True),
            (sp.sin(x) - sp.Rational(1, 2), [], [Family(sp.pi / 6, 2 * sp.pi)], True),
            (
                sp.sin(x) - sp.Rational(1, 2),
                [],
                [Family(sp.pi / 6, 2 * sp.pi), Family(5 * sp.pi / 6, 2 * sp.pi)],
                False,
            ),
            (1 / x, [], [], False),  # it changes its sign at a pole
            (sp.tan(x), [], [Family(sp.S.Zero, sp.pi)], False),
            (sp.sign(x), [], [], False),
        ):
            with self.subTest(expr, values=values):
                self.assertEqual(misses(expr, x, *self.everywhere, values, families, []), wanted)

    def test_a_zero_outside_the_domain_or_the_range_is_none(self) -> None:
        expr = sp.exp(x) - 1
        self.assertTrue(misses(expr, x, *self.everywhere, [], [], []))
        self.assertFalse(misses(expr, x, *self.everywhere, [], [], [Requirement("nonzero", x)]))
        self.assertFalse(misses(expr, x, 1.0, 5.0, [], [], []))

    def test_planted_solutions_are_found(self) -> None:
        pick = random.Random(41)
        for _ in range(25):
            place = pick.randint(0, 6)
            rises = [pick.choice((1, 2, 3, 5)) for _ in range(2)]
            roots = [pick.randint(0, 5) for _ in range(2)]
            sides = [f"sqrt({a}x + {r * r - a * place})" for a, r in zip(rises, roots, strict=True)]
            for sign, total in (("+", sum(roots)), ("-", roots[0] - roots[1])):
                line = f"solve {sides[0]} {sign} {sides[1]} = {total}"
                with self.subTest(line):
                    found = result(line)
                    if found["solutions"]["list"] is None:  # true of a whole range
                        continue
                    values = [entry["x"]["exact"]["text"] for entry in found["solutions"]["list"]]
                    self.assertIn(str(place), values)
                    self.assertTrue(found["solutions"]["complete"])


class Identities(unittest.TestCase):
    def test_proved(self) -> None:
        a, b = sp.symbols("a b", real=True)
        for expr in (
            (a + b) ** 3 - a**3 - 3 * a**2 * b - 3 * a * b**2 - b**3,
            sp.sin(a) ** 2 + sp.cos(a) ** 2 - 1,
            sp.sin(2 * a) - 2 * sp.sin(a) * sp.cos(a),
            sp.cos(a - b) - sp.cos(a) * sp.cos(b) - sp.sin(a) * sp.sin(b),
            sp.exp(a) * sp.exp(b) - sp.exp(a + b),
            sp.Abs(a * b) - sp.Abs(a) * sp.Abs(b),
            sp.sqrt(a**2) - sp.Abs(a),
            sp.log(a**2) - 2 * sp.log(sp.Abs(a)),
        ):
            with self.subTest(expr):
                self.assertTrue(proves_identity(expr, [], True))

    def test_what_is_false_is_never_proved(self) -> None:
        """Random expressions that differ from 0 somewhere, which balls show."""
        pick = random.Random(99)
        pool = [
            x,
            x**2,
            sp.sin(x),
            sp.cos(x),
            sp.exp(x),
            sp.sqrt(x**2),
            sp.Abs(x - 1),
            sp.sin(2 * x),
        ]
        for _ in range(60):
            expr = sum(
                pick.randint(-2, 2) * pick.choice(pool) * pick.choice(pool) for _ in range(3)
            )
            if not expr.free_symbols:
                continue
            with balls.precision(100):
                values = [balls.ball(expr, {x: arb(fmpq(n, 7))}) for n in (-9, -3, 2, 5, 11)]
            if any(balls.lies_surely_apart(v) for v in values):
                with self.subTest(expr):
                    self.assertFalse(proves_identity(expr, [], True))


if __name__ == "__main__":
    unittest.main()
