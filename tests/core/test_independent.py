"""Answers compared with computations that share nothing with the core: fractions, balls and counting."""

from __future__ import annotations

import itertools
import math
import random
import unittest
from fractions import Fraction

from flint import arb, ctx, fmpq

from .lines import decimal, exact, result


def text_of(q: Fraction) -> str:
    return str(q)


class LinearSystems(unittest.TestCase):
    def test_against_cramers_rule(self) -> None:
        pick = random.Random(41)
        for _ in range(30):
            a, b, c, d = (pick.randint(-6, 6) for _ in range(4))
            e, f = pick.randint(-9, 9), pick.randint(-9, 9)
            determinant = a * d - b * c
            if determinant == 0 or (a == b == 0) or (c == d == 0):
                continue
            x, y = Fraction(e * d - b * f, determinant), Fraction(a * f - e * c, determinant)
            line = f"solve ({a}) x + ({b}) y = {e}, ({c}) x + ({d}) y = {f} for x, y"
            with self.subTest(line):
                self.assertEqual(exact(line), f"x = {text_of(x)} and y = {text_of(y)}")

    def test_three_letters_by_putting_in(self) -> None:
        pick = random.Random(42)
        for _ in range(12):
            rows = [[pick.randint(-4, 4) for _ in range(3)] for _ in range(3)]
            values = [Fraction(pick.randint(-9, 9), pick.randint(1, 4)) for _ in range(3)]
            determinant = sum(
                (1 if sum(p[i] > p[j] for i in range(3) for j in range(i + 1, 3)) % 2 == 0 else -1)
                * math.prod(rows[i][p[i]] for i in range(3))
                for p in itertools.permutations(range(3))
            )
            if determinant == 0:
                continue
            sides = [sum(r * v for r, v in zip(row, values, strict=True)) for row in rows]
            equations = ", ".join(
                f"({row[0]}) x + ({row[1]}) y + ({row[2]}) z = {side}"
                for row, side in zip(rows, sides, strict=True)
            )
            wanted = " and ".join(f"{n} = {v}" for n, v in zip("xyz", values, strict=True))
            with self.subTest(equations):
                self.assertEqual(exact(f"solve {equations} for x, y, z"), wanted)


class Inequalities(unittest.TestCase):
    def test_products_by_their_signs_at_many_points(self) -> None:
        """The condition must hold at exactly those points at which the product has the sign."""
        pick = random.Random(43)
        for _ in range(15):
            roots = [pick.randint(-5, 5) for _ in range(pick.randint(1, 3))]
            sign = pick.choice(("<", "<=", ">", ">="))
            product = "".join(f"(x - ({r}))" for r in roots)
            condition = exact(f"solve {product} {sign} 0 for x")
            for tenth in range(-65, 66, 5):
                at = Fraction(tenth, 10)
                value = math.prod(at - r for r in roots)
                holds = {"<": value < 0, "<=": value <= 0, ">": value > 0, ">=": value >= 0}[sign]
                with self.subTest(product=product, sign=sign, at=at, condition=condition):
                    self.assertEqual(_holds(condition, at), holds)


def _holds(condition: str, at: Fraction) -> bool:
    """A condition in x with whole numbers, read by this test alone."""
    if condition == "no solution":
        return False
    if condition == "every real number":
        return True
    return any(
        all(_chain(part, at) for part in piece.split(" and ")) for piece in condition.split(" or ")
    )


def _chain(text: str, at: Fraction) -> bool:
    words = text.split()
    values = [at if w == "x" else Fraction(w) for w in words[::2]]
    tests = {
        "<": lambda a, b: a < b,
        "<=": lambda a, b: a <= b,
        ">": lambda a, b: a > b,
        ">=": lambda a, b: a >= b,
        "=": lambda a, b: a == b,
        "!=": lambda a, b: a != b,
    }
    return all(
        tests[sign](a, b) for sign, a, b in zip(words[1::2], values, values[1:], strict=False)
    )


class Limits(unittest.TestCase):
    def test_rational_functions_at_infinity_by_degrees(self) -> None:
        pick = random.Random(44)
        for _ in range(15):
            m, n = pick.randint(0, 3), pick.randint(0, 3)
            a, b = pick.choice((-3, -2, 2, 5)), pick.choice((-4, 3, 7))
            line = f"limit of (({a}) x^{m} + 1)/(({b}) x^{n} + x^0) as x -> oo"
            over, under = Fraction(a + (m == 0)), Fraction(b + (n == 0))
            if under == 0:
                continue
            if m < n:
                wanted = "0"
            elif m == n:
                wanted = text_of(over / under)
            else:
                wanted = "oo" if over / under > 0 else "-oo"
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)

    def test_difference_quotients_of_powers(self) -> None:
        for n in range(1, 8):
            for at in (-2, 1, 3):
                line = f"limit of (x^{n} - ({at})^{n})/(x - ({at})) as x -> {at}"
                with self.subTest(line):
                    self.assertEqual(exact(line), str(n * at ** (n - 1)))


class Sums(unittest.TestCase):
    def test_powers_by_adding_up(self) -> None:
        for power in range(5):
            for low, high in ((1, 10), (0, 25), (-4, 4), (7, 7)):
                line = f"sum of n^{power} for n from {low} to {high}"
                with self.subTest(line):
                    wanted = sum(n**power for n in range(low, high + 1))
                    self.assertEqual(exact(line), str(wanted))

    def test_geometric_sums(self) -> None:
        for ratio in (Fraction(1, 2), Fraction(-1, 3), Fraction(2, 5), Fraction(9, 10)):
            line = f"sum of ({ratio})^n for n from 0 to oo"
            with self.subTest(line):
                self.assertEqual(exact(line), text_of(1 / (1 - ratio)))

    def test_factorials_and_binomials(self) -> None:
        for n in range(9):
            self.assertEqual(exact(f"product of k for k from 1 to {n}"), str(math.factorial(n)))
            self.assertEqual(exact(f"sum of choose({n}, k) for k from 0 to {n}"), str(2**n))


class Integrals(unittest.TestCase):
    def test_polynomials_by_fractions(self) -> None:
        pick = random.Random(45)
        for _ in range(15):
            coefficients = [pick.randint(-5, 5) for _ in range(4)]
            low, high = sorted((Fraction(pick.randint(-6, 6), 2), Fraction(pick.randint(-6, 6), 2)))
            body = " + ".join(f"({c}) x^{k}" for k, c in enumerate(coefficients))
            wanted = sum(
                Fraction(c, k + 1) * (high ** (k + 1) - low ** (k + 1))
                for k, c in enumerate(coefficients)
            )
            line = f"integral of {body} for x from {low} to {high}"
            with self.subTest(line):
                self.assertEqual(exact(line), text_of(wanted))

    def test_elementary_ones_by_balls(self) -> None:
        ctx.prec = 300
        for line, value in (
            ("integral of e^x for x from 0 to 2", arb(2).exp() - 1),
            ("integral of 1/x for x from 2 to 7", (arb(7) / 2).log()),
            ("integral of sin(x) for x from 0 to 1", 1 - arb(1).cos()),
            ("integral of sqrt(x) for x from 1 to 3", arb(2) / 3 * (arb(27).sqrt() - 1)),
            ("integral of 1/(1 + x^2) for x from 0 to 2", arb(2).atan()),
            ("integral of 2^x for x from 0 to 1", 1 / arb(2).log()),
        ):
            with self.subTest(line):
                sign, text = decimal(f"{line} to 40 dp").split()
                self.assertEqual(sign, "≈")
                whole, tail = text.split(".")
                found = arb(fmpq(int(whole + tail), 10**40))
                self.assertTrue(abs(found - value) < arb(fmpq(1, 10**40)))
        ctx.prec = 53


class Questions(unittest.TestCase):
    def test_made_up_identities_are_proved_and_broken_ones_refuted(self) -> None:
        """(x + a)(x + b) multiplied out by fractions; one coefficient changed makes it false."""
        pick = random.Random(46)
        for _ in range(20):
            a, b = pick.randint(-7, 7), pick.randint(-7, 7)
            left = f"(x + ({a}))(x + ({b}))"
            with self.subTest(left):
                good = f"{left} = x^2 + ({a + b}) x + ({a * b}) ?"
                self.assertEqual(result(good)["verdict"], "equal")
                bad = f"{left} = x^2 + ({a + b}) x + ({a * b + 1}) ?"
                found = result(bad)
                self.assertEqual(found["verdict"], "not-equal")
                at = Fraction(found["counterexample"]["at"]["x"])
                self.assertEqual(Fraction(found["counterexample"]["left"]), (at + a) * (at + b))

    def test_steps_of_linear_equations(self) -> None:
        pick = random.Random(47)
        for _ in range(20):
            a, root, b = pick.choice((-3, -2, 2, 5)), pick.randint(-6, 6), pick.randint(-9, 9)
            c = a * root + b
            cell = f"({a}) x + ({b}) = {c}\n<=> ({a}) x = {c - b}\n<=> x = {root}"
            lines = [r["verdict"] for r in _results(cell)[1:]]
            with self.subTest(cell):
                self.assertEqual(lines, ["follows", "follows"])
            wrong = f"({a}) x + ({b}) = {c}\n<=> x = {root + 1}"
            with self.subTest(wrong):
                self.assertEqual(_results(wrong)[1]["verdict"], "does-not-follow")


def _results(cell: str) -> list[dict[str, object]]:
    from .lines import page

    return [line.outcome.result for line in page(cell).lines]


class Extremes(unittest.TestCase):
    def test_parabolas_have_their_vertex(self) -> None:
        pick = random.Random(48)
        for _ in range(15):
            a, h, k = pick.choice((-2, -1, 1, 3)), pick.randint(-5, 5), pick.randint(-5, 5)
            line = f"turning points of ({a}) (x - ({h}))^2 + ({k})"
            with self.subTest(line):
                (row,) = result(line)["solutions"]["list"]
                kind = "minimum" if a > 0 else "maximum"
                self.assertEqual(
                    (row["x"]["exact"]["text"], row["y"]["exact"]["text"], row["type"]),
                    (str(h), str(k), kind),
                )

    def test_greatest_values_by_trying_many_points(self) -> None:
        pick = random.Random(49)
        for _ in range(10):
            coefficients = [pick.randint(-3, 3) for _ in range(4)]
            if not any(coefficients[1:]):
                continue
            body = " + ".join(f"({c}) x^{k}" for k, c in enumerate(coefficients))
            line = f"greatest value of {body} for x from -2 to 3 to 12 sf"
            greatest = (
                float(decimal(line).split()[1]) if result(line)["decimal"] else float(exact(line))
            )
            tried = max(
                sum(c * (n / 400) ** k for k, c in enumerate(coefficients))
                for n in range(-800, 1201)
            )
            with self.subTest(line):
                self.assertGreaterEqual(greatest, tried - 1e-9)
                self.assertAlmostEqual(greatest, tried, delta=1e-3)


if __name__ == "__main__":
    unittest.main()
