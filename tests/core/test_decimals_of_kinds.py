"""Decimals of every kind of result, compared with digits worked out by balls from the numbers themselves."""

from __future__ import annotations

import itertools
import random
import re
import unittest
from collections.abc import Callable

from flint import arb, ctx, fmpq

from .lines import decimal, exact, result


def digits(value: arb, places: int) -> str:
    """A number rounded half away from zero to so many decimal places, from a ball that is narrow enough to tell."""
    scale = fmpq(10) ** places
    sign = "-" if value < 0 else ""
    whole = (abs(value) * arb(scale) + arb(fmpq(1, 2))).floor().unique_fmpz()
    assert whole is not None, "the ball is too wide"
    text = str(whole).rjust(places + 1, "0")
    return (
        f"{sign if int(whole) else ''}{text[:-places]}.{text[-places:]}"
        if places
        else f"{sign}{text}"
    )


class WithBalls(unittest.TestCase):
    def setUp(self) -> None:
        self.before = ctx.prec
        ctx.prec = 600

    def tearDown(self) -> None:
        ctx.prec = self.before


#: what is typed, the same number as a ball
NUMBERS: tuple[tuple[str, Callable[[], arb]], ...] = (
    ("sqrt(2)", lambda: arb(2).sqrt()),
    ("sqrt(2) + sqrt(3)", lambda: arb(2).sqrt() + arb(3).sqrt()),
    ("1/(2 sqrt(5) - 3)", lambda: 1 / (2 * arb(5).sqrt() - 3)),
    ("cbrt(7) - 2", lambda: arb(7).root(3) - 2),
    ("pi", arb.pi),
    ("e^2", lambda: arb(2).exp()),
    ("ln(10)", lambda: arb(10).log()),
    ("sin(1)", lambda: arb(1).sin()),
    ("arctan(2)", lambda: arb(2).atan()),
    ("pi^2/6 - e/2", lambda: arb.pi() ** 2 / 6 - arb(1).exp() / 2),
    ("2^sqrt(2)", lambda: arb(2) ** arb(2).sqrt()),
    ("sinh(1) cosh(1)", lambda: arb(1).sinh() * arb(1).cosh()),
    ("-22/7", lambda: -arb(22) / 7),
    ("sqrt(10001) - 100", lambda: arb(10001).sqrt() - 100),
)


class Numbers(WithBalls):
    def test_to_every_number_of_places(self) -> None:
        for text, value in NUMBERS:
            for places in (1, 5, 20, 50):
                with self.subTest(text=text, places=places):
                    self.assertEqual(
                        decimal(f"{text} to {places} dp"), f"≈ {digits(value(), places)}"
                    )

    def test_random_fractions(self) -> None:
        pick = random.Random(7)
        for _ in range(40):
            p, q = pick.randint(-999, 999), pick.randint(1, 99)
            places = pick.randint(1, 12)
            with self.subTest(p=p, q=q, places=places):
                found = decimal(f"({p})/{q} to {places} dp")
                sign, text = found.split()
                self.assertEqual(text, digits(arb(fmpq(p, q)), places))
                self.assertEqual(sign, "=" if (fmpq(p, q) * fmpq(10) ** places).q == 1 else "≈")

    def test_ties_go_away_from_zero(self) -> None:
        for line, wanted in (
            ("1/8 to 2 dp", "≈ 0.13"),
            ("-1/8 to 2 dp", "≈ -0.13"),
            ("5/2 to 0 dp", "≈ 3"),
            ("-5/2 to 0 dp", "≈ -3"),
            ("2.675 to 2 dp", "≈ 2.68"),
            ("1.005 to 2 dp", "≈ 1.01"),
        ):
            with self.subTest(line):
                self.assertEqual(decimal(line), wanted)


class Containers(WithBalls):
    def test_lists_and_matrices_entry_by_entry(self) -> None:
        for line, values in (
            ("[sqrt(2), 1/3, 4] to 8 dp", [arb(2).sqrt(), arb(1) / 3, arb(4)]),
            ("[[pi, 1/7], [2, e]] to 6 dp", [arb.pi(), arb(1) / 7, arb(2), arb(1).exp()]),
        ):
            places = int(line.split()[-2])
            found = re.findall(r"-?\d+\.\d+", decimal(line))
            with self.subTest(line):
                self.assertEqual(found, [digits(v, places) for v in values])

    def test_solutions(self) -> None:
        for line, values in (
            ("solve x^2 = 5 for x", [-arb(5).sqrt(), arb(5).sqrt()]),
            ("solve e^x = 7", [arb(7).log()]),
            ("solve x^3 = 2", [arb(2).root(3)]),
            ("solve cos(x) = 1/3 for x in [0, 3]", [(arb(1) / 3).acos()]),
        ):
            with self.subTest(line):
                found = re.findall(r"-?\d+\.\d+", decimal(f"{line} to 30 dp"))
                self.assertEqual(found, [digits(v, 30) for v in values])

    def test_enclosed_roots_solve_their_equation_to_the_last_digit(self) -> None:
        """The value rounded down and up by one unit of the last place lie on both sides of the root."""
        for line, value in (
            ("solve x^5 = x + 1", lambda x: x**5 - x - 1),
            ("solve x = cos x", lambda x: x - x.cos()),
            ("solve x e^x = 2 for x in [0, 3]", lambda x: x * x.exp() - 2),
            ("solve ln x = 3 - x", lambda x: x.log() - 3 + x),
        ):
            with self.subTest(line):
                (text,) = re.findall(r"-?\d+\.\d+", decimal(f"{line} to 40 dp"))
                near = fmpq(int(text.replace(".", ""))) / fmpq(10) ** 40
                unit = fmpq(1) / fmpq(10) ** 40
                below, above = value(arb(near - unit)), value(arb(near + unit))
                self.assertTrue((below < 0 and above > 0) or (below > 0 and above < 0))

    def test_inequalities(self) -> None:
        self.assertEqual(
            decimal("solve x^2 < 2 to 12 dp"),
            f"≈ {digits(-arb(2).sqrt(), 12)} < x < {digits(arb(2).sqrt(), 12)}",
        )


class WithLetters(WithBalls):
    def test_numbers_are_rounded_and_letters_stay(self) -> None:
        for line, wanted in (
            ("3x/2 + sqrt(5)", "≈ 1.5*x + 2.23607"),
            ("pi r^2", "≈ 3.14159*r^2"),
            ("x/4 + 1/2", "= 0.25*x + 0.5"),
            ("sin(x)/3", "≈ 0.333333*sin(x)"),
            ("sqrt(2) x y", "≈ 1.41421*x*y"),
        ):
            with self.subTest(line):
                self.assertEqual(decimal(line), wanted)

    def test_with_a_value_put_in_they_come_near_the_exact_result(self) -> None:
        pick = random.Random(8)
        for line in ("sqrt(3) x^2 - x/7", "(x + pi)/3", "x^3/11 + e x - 1/9"):
            rounded = decimal(f"{line} to 12 sf").split(" ", 1)[1]
            for _ in range(4):
                at = pick.randint(-9, 9)
                with self.subTest(line=line, at=at):
                    one = float(decimal(f"({line}) at x = {at} to 11 sf").split()[1].split("*")[0])
                    other = float(
                        decimal(f"({rounded}) at x = {at} to 11 sf").split()[1].split("*")[0]
                    )
                    self.assertAlmostEqual(one, other, places=7)


class Signs(unittest.TestCase):
    def test_the_relation_tells_the_truth(self) -> None:
        """= exactly where the digits are the number, for all fractions with small denominators."""
        for p, q in itertools.product(range(1, 12), range(1, 26)):
            value = fmpq(p, q)
            finite = value * fmpq(10) ** 5
            line = f"{p}/{q} to 5 dp"
            found = result(line)["decimal"]
            if found is None:
                self.assertEqual(exact(line), str(value))
                continue
            with self.subTest(line):
                self.assertEqual(found["relation"], "=" if finite.q == 1 else "≈")


if __name__ == "__main__":
    unittest.main()
