"""Equations built from chosen roots, also double ones, touching curves, inverse functions, letters: all of the roots, and nothing else, is found."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

from tests.core.lines import result
from tests.rounds import rounds

ROUNDS = rounds(10)


def _number(q: Fraction | int) -> str:
    q = Fraction(q)
    return str(q) if q >= 0 else f"({q})"


def _expanded(roots: list[Fraction]) -> list[Fraction]:
    """The coefficients of (x - r)(x - s)…, the highest first."""
    found = [Fraction(1)]
    for root in roots:
        found = [a - root * b for a, b in zip([*found, Fraction(0)], [Fraction(0), *found], strict=True)]
    return found


def _polynomial(coefficients: list[Fraction]) -> str:
    top = len(coefficients) - 1
    return " + ".join(f"{_number(c)} x^{top - k}" for k, c in enumerate(coefficients))


class MadeEquations(unittest.TestCase):
    def setUp(self) -> None:
        self.rng = random.Random(71)

    def _has(self, equation: str, roots: set[str], letter: str = "x") -> None:
        with self.subTest(equation):
            found = result(f"solve {equation}")
            self.assertIsNone(found["error"])
            self.assertTrue(found["solutions"]["complete"], found["notices"])
            self.assertEqual({s[letter]["exact"]["text"] for s in found["solutions"]["list"]}, roots)

    def test_polynomials_with_repeated_roots(self) -> None:
        for _ in range(ROUNDS):
            roots = [Fraction(self.rng.randint(-6, 6), self.rng.choice([1, 1, 2, 3])) for _ in range(self.rng.randint(1, 3))]
            roots += [self.rng.choice(roots)] * self.rng.randint(0, 1)
            coefficients = _expanded(roots)
            moved = [Fraction(self.rng.randint(-4, 4)) for _ in coefficients]
            left = [a + b for a, b in zip(coefficients, moved, strict=True)]
            self._has(f"{_polynomial(left)} = {_polynomial(moved)}", {str(r) for r in roots})

    def test_a_curve_and_its_tangent(self) -> None:
        """A convex curve meets its tangent once, and does not cross it there."""
        for _ in range(ROUNDS):
            a, k = self.rng.randint(1, 5), self.rng.choice([1, 2, 3, -1, -2])
            kind = self.rng.choice(["exp", "ln", "sqrt", "cosh", "square", "power"])
            match kind:
                case "exp":
                    self._has(f"e^x = e^{a} (1 + x - {a})", {str(a)})
                case "ln":
                    self._has(f"ln x = ln {a} + (x - {a})/{a}", {str(a)})
                case "sqrt":
                    self._has(f"sqrt(x) = {a} + (x - {a * a})/{2 * a}", {str(a * a)})
                case "cosh":
                    self._has(f"cosh({abs(k)}x) = 1", {"0"})
                case "square":
                    self._has(f"{k}x^2 = {2 * k * a}x - {_number(k * a * a)}", {str(a)})
                case "power":
                    self._has(f"2^x = 2^{a} (1 + ln(2) (x - {a}))", {str(a)})

    def test_a_cubic_and_its_tangent_meet_twice(self) -> None:
        for _ in range(ROUNDS // 4 + 1):
            a = self.rng.choice([-3, -2, -1, 1, 2, 3])
            self._has(f"x^3 = {_number(a ** 3)} + {3 * a * a} (x - {_number(a)})", {str(a), str(-2 * a)})

    def test_roots_that_squaring_lets_in_are_left_out(self) -> None:
        for _ in range(ROUNDS):
            root, shift = self.rng.randint(1, 9), self.rng.randint(0, 6)
            side = root - shift  # what the root comes to
            inside = side * side - root
            wanted = {str(root)} if side >= 0 else set()
            other = 2 * shift + 1 - root  # the other root of x + inside = (x - shift)^2
            if other - shift >= 0:
                wanted.add(str(other))
            self._has(f"sqrt(x + {_number(inside)}) = x - {shift}", wanted)

    def test_exponentials(self) -> None:
        for _ in range(ROUNDS):
            a, b = self.rng.sample(range(-2, 5), 2)
            base = self.rng.choice([2, 3, 5])
            p, q = Fraction(base) ** a, Fraction(base) ** b
            self._has(f"{base}^(2x) - {_number(p + q)}*{base}^x + {_number(p * q)} = 0", {str(a), str(b)})

    def test_sums_of_rising_exponentials_have_one(self) -> None:
        for _ in range(ROUNDS // 2):
            bases, root = self.rng.sample([2, 3, 5, 6, 7], 2), self.rng.randint(-2, 3)
            total = sum((Fraction(b) ** root for b in bases), Fraction(0))
            self._has(f"{bases[0]}^x + {bases[1]}^x = {_number(total)}", {str(root)})

    def test_inverse_functions(self) -> None:
        for _ in range(ROUNDS // 2):
            k = self.rng.choice([1, 2, 3, 5])
            kind = self.rng.choice(["arcsin", "arccos", "arctan", "ln", "artanh"])
            value, inside = {"arcsin": ("pi/6", "1/2"), "arccos": ("pi/3", "1/2"), "arctan": ("pi/4", "1"), "ln": ("0", "1"), "artanh": ("0", "0")}[kind]
            shift = self.rng.randint(-3, 3)
            self._has(f"{kind}({k}x + {_number(shift)}) = {value}", {str((Fraction(inside) - shift) / k)})

    def test_letters(self) -> None:
        for a, b, c, d in [self.rng.sample("abcdpqrs", 4) for _ in range(ROUNDS // 2)]:
            found = result(f"solve {a} x + {b} = {c} x + {d} for x")
            with self.subTest(a=a, b=b, c=c, d=d):
                value = found["solutions"]["list"][0]["x"]["exact"]["text"]
                self.assertEqual(found["conditions"], [f"{min(a, c)} != {max(a, c)}"])
                check = result(f"{a} ({value}) + {b} = {c} ({value}) + {d} ?")
                self.assertIn(check["verdict"], ("equal", "equal-where-defined"))


#: That these are all is proved: at edges and poles, far out, by counted signs, by higher derivatives.
PROVED = [
    ("e^(1/x) = x", 1), ("ln(x)^2 = x", 1), ("2^x + 2^(1/x) = 4", 1), ("e^x = |x|", 1), ("|x - 1| = e^x", 1), ("6^x + 1 = 2^x + 3^x", 1), ("2^x + 5^x = 3^x + 4^x", 2),
    ("cosh x = 1 + x^2/2", 1), ("sin x = x - x^3/6", 1), ("x e^x + e^(2x) = 3", 1), ("ln|x| = x", 1),
]


class Proved(unittest.TestCase):
    def test_that_there_are_no_more(self) -> None:
        for line, count in PROVED:
            with self.subTest(line):
                found = result(f"solve {line}")["solutions"]
                self.assertEqual((found["complete"], len(found["list"])), (True, count))


class MadeLimits(unittest.TestCase):
    """c b^x x^p far out: what wins is told by b, then by p."""

    def test_exponentials_against_powers(self) -> None:
        rng = random.Random(72)
        for _ in range(ROUNDS):
            base, power, factor = Fraction(rng.randint(1, 9), rng.randint(1, 4)), rng.randint(-4, 4), rng.choice([-3, -1, 2, 5])
            end = rng.choice(["oo", "-oo"])
            with self.subTest(base=base, power=power, factor=factor, end=end):
                grows = base > 1 if end == "oo" else base < 1
                sign = factor * (-1 if end == "-oo" and power % 2 else 1)
                if base == 1:
                    wanted = str(factor) if power == 0 else "0" if power < 0 else "oo" if sign > 0 else "-oo"
                else:
                    wanted = ("oo" if sign > 0 else "-oo") if grows else "0"
                found = result(f"limit of {_number(factor)} ({base})^x x^({power}) as x -> {end}")
                self.assertEqual(found["exact"]["text"] if found["exact"] else found["error"], wanted)

    def test_powers_of_a_reciprocal_from_each_side(self) -> None:
        rng = random.Random(73)
        for _ in range(ROUNDS):
            base, side = Fraction(rng.randint(1, 9), rng.randint(1, 4)), rng.choice(["+", "-"])
            if base == 1:
                continue
            with self.subTest(base=base, side=side):
                grows = (base > 1) == (side == "+")
                self.assertEqual(result(f"limit of ({base})^(1/x) as x -> 0{side}")["exact"]["text"], "oo" if grows else "0")
