"""Random functions, worked out by pairs of balls (value and gradient) from the generated tree, never from the typed text."""

from __future__ import annotations

import random
import unittest
from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

from flint import arb, ctx, fmpq

from .lines import decimal, result


@dataclass(frozen=True)
class Dual:
    """A value and its gradient: sums, products and chains by the rules of a first course."""

    value: arb
    slope: arb

    def __add__(self, other: Dual) -> Dual:
        return Dual(self.value + other.value, self.slope + other.slope)

    def __mul__(self, other: Dual) -> Dual:
        return Dual(self.value * other.value, self.slope * other.value + self.value * other.slope)

    def __truediv__(self, other: Dual) -> Dual:
        over = self.slope * other.value - self.value * other.slope
        return Dual(self.value / other.value, over / other.value**2)

    def through(self, f: Callable[[arb], arb], slope: Callable[[arb], arb]) -> Dual:
        return Dual(f(self.value), slope(self.value) * self.slope)


@dataclass(frozen=True)
class Made:
    """A function as it is typed, and as it is worked out here."""

    text: str
    at: Callable[[Dual], Dual]


def constant(n: int) -> Dual:
    return Dual(arb(n), arb(0))


LEAVES: tuple[Made, ...] = (
    Made("x", lambda x: x),
    Made("x^2", lambda x: x * x),
    Made("3", lambda x: constant(3)),
    Made("(x + 2)", lambda x: x + constant(2)),
    Made("(2x - 1)", lambda x: constant(2) * x + constant(-1)),
    Made("(x^2 + 1)", lambda x: x * x + constant(1)),
)

#: how a function of u is typed round it, and its rule
WRAPS: tuple[tuple[str, Callable[[Dual], Dual]], ...] = (
    ("sin({u})", lambda u: u.through(arb.sin, arb.cos)),
    ("cos({u})", lambda u: u.through(arb.cos, lambda v: -v.sin())),
    ("e^({u}/4)", lambda u: (u / constant(4)).through(arb.exp, arb.exp)),
    ("arctan({u})", lambda u: u.through(arb.atan, lambda v: 1 / (1 + v**2))),
    (
        "sqrt(({u})^2 + 3)",
        lambda u: (u * u + constant(3)).through(arb.sqrt, lambda v: 1 / (2 * v.sqrt())),
    ),
    ("ln(({u})^2 + 2)", lambda u: (u * u + constant(2)).through(arb.log, lambda v: 1 / v)),
    ("1/(({u})^2 + 5)", lambda u: constant(1) / (u * u + constant(5))),
)


def made(pick: random.Random, depth: int) -> Made:
    """A random function, smooth for all real numbers."""
    if depth == 0:
        return pick.choice(LEAVES)
    kind = pick.randint(0, 2)
    one = made(pick, depth - 1)
    if kind == 0:
        pattern, rule = pick.choice(WRAPS)
        return Made(pattern.format(u=one.text), lambda x: rule(one.at(x)))
    other = made(pick, depth - 1)
    if kind == 1:
        return Made(f"({one.text} + {other.text})", lambda x: one.at(x) + other.at(x))
    return Made(f"({one.text})*({other.text})", lambda x: one.at(x) * other.at(x))


def near(text: str, value: arb) -> bool:
    """Whether 25 significant digits are those of a ball."""
    mantissa, _, power = text.replace("^", "").partition("*10")
    digits = mantissa.replace(".", "")
    places = len(mantissa.partition(".")[2])
    found = arb(fmpq(int(digits))) / arb(10) ** places * arb(10) ** int(power or 0)
    return bool(abs(found - value) <= abs(value) * arb(10) ** -23 + arb(10) ** -40)


class RandomFunctions(unittest.TestCase):
    def setUp(self) -> None:
        self.before = ctx.prec
        ctx.prec = 400
        self.pick = random.Random(314)

    def tearDown(self) -> None:
        ctx.prec = self.before

    def _point(self) -> tuple[str, arb]:
        p, q = self.pick.randint(-12, 12), self.pick.randint(1, 7)
        return f"({p}/{q})", arb(fmpq(p, q))

    def _shows(self, cells: tuple[str, ...], value: arb) -> None:
        found = result(*cells)
        self.assertIsNone(found["error"], (cells, found["error"]))
        text = (found["decimal"] or found["exact"])["text"]
        self.assertTrue(near(text, value), (cells, text, value))

    def test_values(self) -> None:
        for _ in range(25):
            f = made(self.pick, 2)
            at, number = self._point()
            with self.subTest(f=f.text, at=at):
                wanted = f.at(Dual(number, arb(1))).value
                self._shows((f"f(x) = {f.text}", f"f({at}) to 25 sf"), wanted)

    def test_gradients(self) -> None:
        for _ in range(25):
            f = made(self.pick, 2)
            at, number = self._point()
            with self.subTest(f=f.text, at=at):
                wanted = f.at(Dual(number, arb(1))).slope
                self._shows((f"f(x) = {f.text}", f"f'({at}) to 25 sf"), wanted)

    def test_compositions(self) -> None:
        for _ in range(20):
            f, g = made(self.pick, 1), made(self.pick, 1)
            at, number = self._point()
            with self.subTest(f=f.text, g=g.text, at=at):
                wanted = f.at(g.at(Dual(number, arb(1)))).value
                cells = (f"f(x) = {f.text}", f"g(x) = {g.text}", f"(f ∘ g)({at}) to 25 sf")
                self._shows(cells, wanted)

    def test_gradients_of_compositions(self) -> None:
        for _ in range(15):
            f, g = made(self.pick, 1), made(self.pick, 1)
            at, number = self._point()
            with self.subTest(f=f.text, g=g.text, at=at):
                wanted = f.at(g.at(Dual(number, arb(1)))).slope
                cells = (
                    f"f(x) = {f.text}",
                    f"g(x) = {g.text}",
                    "h = f ∘ g",
                    f"h'({at}) to 25 sf",
                )
                self._shows(cells, wanted)

    def test_arithmetic_of_functions(self) -> None:
        for _ in range(12):
            f, g = made(self.pick, 1), made(self.pick, 1)
            at, number = self._point()
            x = Dual(number, arb(1))
            for sign, value in (
                ("+", f.at(x).value + g.at(x).value),
                ("-", f.at(x).value - g.at(x).value),
                ("*", f.at(x).value * g.at(x).value),
            ):
                with self.subTest(f=f.text, g=g.text, sign=sign, at=at):
                    cells = (f"f(x) = {f.text}", f"g(x) = {g.text}", f"(f {sign} g)({at}) to 25 sf")
                    self._shows(cells, value)


class GeneralSolutions(unittest.TestCase):
    """Each member of a general solution solves its equation, and none in a few turns is missing: sign changes are counted."""

    EQUATIONS: tuple[tuple[str, Callable[[arb], arb]], ...] = (
        ("sin(x) = 1/2", lambda x: x.sin() - arb(1) / 2),
        ("cos(2x) = 1/2", lambda x: (2 * x).cos() - arb(1) / 2),
        ("sin(2x) = cos x", lambda x: (2 * x).sin() - x.cos()),
        ("sin(3x) = sin x", lambda x: (3 * x).sin() - x.sin()),
        ("sin x + cos x = 1", lambda x: x.sin() + x.cos() - 1),
        ("sqrt(3) sin x + cos x = 1", lambda x: arb(3).sqrt() * x.sin() + x.cos() - 1),
        ("2 sin(x)^2 + 3 cos x = 0", lambda x: 2 * x.sin() ** 2 + 3 * x.cos()),
        ("sin(x + pi/4) = 1/2", lambda x: (x + arb.pi() / 4).sin() - arb(1) / 2),
        ("cos(3x) = cos x", lambda x: (3 * x).cos() - x.cos()),
    )

    def test_in_an_interval_by_counting_sign_changes(self) -> None:
        steps = 3_000
        for equation, value in self.EQUATIONS:
            low, high = fmpq(-31, 10), fmpq(157, 10)
            found = result(f"solve {equation} for x in [-31/10, 157/10]")["solutions"]
            signs = [value(arb(low + (high - low) * k / steps)) > 0 for k in range(steps + 1)]
            changes = sum(a != b for a, b in pairwise(signs))
            numbers = [arb((s["x"]["decimal"] or s["x"]["exact"])["text"]) for s in found["list"]]
            with self.subTest(equation):
                self.assertTrue(found["complete"])
                for number in numbers:
                    self.assertTrue(abs(value(number)) < arb("1e-3"))
                touching = [n for n in numbers if self._touches(value, n)]
                self.assertEqual(len(numbers) - len(touching), changes)

    @staticmethod
    def _touches(value: Callable[[arb], arb], at: arb) -> bool:
        """Whether the function has one sign on both sides of a zero."""
        step = arb("0.003")
        return bool((value(at - step) > 0) == (value(at + step) > 0))

    def test_decimals_of_members(self) -> None:
        self.assertEqual(
            decimal("solve sin(x) = 1/2 for x in [0, 3] to 4 dp"), "≈ x = 0.5236 or x = 2.6180"
        )


if __name__ == "__main__":
    unittest.main()
