"""Properties, checked against an independent computation: balls worked out from the generated tree, never from the text."""

from __future__ import annotations

import random
import unittest
from fractions import Fraction

from flint import arb, ctx, fmpq

from tests.rounds import rounds
from upper_slate.core.language.plain import plain
from upper_slate.core.language.tree import Bracket, Call, Node, Number, Power, Product, Sum
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames

from .lines import decimal, exact, result


def _ball(node: Node) -> arb:
    """The value of a generated tree."""
    match node:
        case Number():
            return arb(fmpq(int(node.text)))
        case Bracket():
            return _ball(node.body)
        case Sum():
            total = arb(0)
            for sign, term in zip(node.signs, node.terms, strict=True):
                total = total + _ball(term) if sign == "+" else total - _ball(term)
            return total
        case Product():
            total = _ball(node.factors[0])
            for sign, factor in zip(node.operators[1:], node.factors[1:], strict=True):
                total = total / _ball(factor) if sign == "/" else total * _ball(factor)
            return total
        case Power():
            return _ball(node.base) ** int(node.exponent.text)  # type: ignore[attr-defined]
        case Call(name="sqrt"):
            return _ball(node.arguments[0]).sqrt()
        case Call(name="cbrt"):
            return _ball(node.arguments[0]).root(3)
    raise TypeError(node)


def _number(rng: random.Random) -> Node:
    return Number(str(rng.randint(1, 30)))


def _radical(rng: random.Random, depth: int) -> Node:
    """A positive expression of sums, products, quotients and roots."""
    if depth == 0:
        return (
            _number(rng)
            if rng.random() < 0.4
            else Call(rng.choice(("sqrt", "sqrt", "sqrt", "cbrt")), (_number(rng),))
        )
    parts = (_radical(rng, depth - 1), _radical(rng, depth - 1))
    kind = rng.randrange(4)
    if kind == 0:
        return Bracket(Sum(parts, ("+", "+")))
    if kind == 1:
        return Product(parts, ("", "*"))
    if kind == 2:
        return Product((parts[0], Bracket(parts[1])), ("", "/"))
    return Power(Bracket(parts[0]), Number(str(rng.randint(2, 3))))

#: Rounds of what is slow; more of them with the environment variable.
ROUNDS = rounds(12)


class Properties(unittest.TestCase):
    def setUp(self) -> None:
        self.rng = random.Random(20_261)
        ctx.prec = 400

    def tearDown(self) -> None:
        ctx.prec = 53

    def test_radicals_have_the_value_of_the_tree(self) -> None:
        for _ in range(120):
            tree = _radical(self.rng, 2)
            text = plain(tree)
            with self.subTest(text=text):
                found = result(text)
                self.assertIsNone(found["error"], found["error"])
                again = read_line(found["exact"]["text"], KnownNames()).body
                assert again is not None
                self.assertTrue(_overlaps(_value(again), _ball(tree)), found["exact"]["text"])

    def test_typing_the_plain_text_back_gives_the_same(self) -> None:
        for _ in range(60):
            text = exact(plain(_radical(self.rng, 2)))
            with self.subTest(text=text):
                self.assertEqual(exact(text), text)

    def test_decimals_are_rounded_half_away_from_zero(self) -> None:
        for _ in range(200):
            value = Fraction(
                self.rng.randint(-(10**6), 10**6), self.rng.choice((8, 16, 40, 125, 200, 7, 900))
            )
            places = self.rng.randint(0, 4)
            scaled = abs(value) * 10**places
            wanted = Fraction(int(scaled + Fraction(1, 2)), 10**places) * (-1 if value < 0 else 1)
            with self.subTest(value=value, places=places):
                relation, text = decimal(
                    f"({value.numerator})/({value.denominator}) to {places} dp"
                ).split(" ")
                self.assertEqual(Fraction(text), wanted)
                self.assertEqual(relation, "=" if wanted == value else "≈")
                self.assertEqual(len(text.partition(".")[2]), places)

    def test_decimals_of_radicals_contain_the_value(self) -> None:
        for _ in range(60):
            tree = _radical(self.rng, 1)
            places = self.rng.randint(1, 40)
            relation, text = decimal(f"{plain(tree)} to {places} dp").split(" ")
            with self.subTest(text=plain(tree)):
                off = (
                    abs(_ball(tree) - arb(fmpq(int(Fraction(text) * 10**places), 10**places)))
                    * 10**places
                )
                self.assertTrue(off <= 0.5000001)
                if relation == "=":
                    self.assertTrue(
                        (
                            _ball(tree) - arb(fmpq(int(Fraction(text) * 10**places), 10**places))
                        ).contains(0)
                    )

    def test_compositions_and_derivatives_of_polynomials(self) -> None:
        for _ in range(ROUNDS):
            f, g = ([self.rng.randint(-5, 5) for _ in range(3)] for _ in range(2))
            at = Fraction(self.rng.randint(-9, 9), self.rng.randint(1, 4))
            lines = (f"f(x) = {_polynomial(f)}", f"g(x) = {_polynomial(g)}")
            inner = _evaluate(g, at)
            with self.subTest(f=f, g=g, at=at):
                self.assertEqual(Fraction(exact(*lines, f"f(g({at}))")), _evaluate(f, inner))
                self.assertEqual(Fraction(exact(*lines, f"f'({at})")), f[1] + 2 * f[2] * at)
                self.assertEqual(
                    Fraction(exact(*lines, f"(f ∘ g)'({at})")),
                    (f[1] + 2 * f[2] * inner) * (g[1] + 2 * g[2] * at),
                )


def _polynomial(coefficients: list[int]) -> str:
    return " + ".join(f"({c}) x^{k}" for k, c in enumerate(coefficients))


def _evaluate(coefficients: list[int], at: Fraction) -> Fraction:
    return sum((c * at**k for k, c in enumerate(coefficients)), Fraction(0))


def _value(node: Node) -> arb:
    from upper_slate.core.language.tree import Negative

    if isinstance(node, Negative):
        return -_value(node.body)
    if isinstance(node, Call) and node.name == "root":
        return _value(node.arguments[0]).root(int(node.arguments[1].text))  # type: ignore[attr-defined]
    if isinstance(node, Sum):
        total = arb(0)
        for sign, term in zip(node.signs, node.terms, strict=True):
            total = total + _value(term) if sign == "+" else total - _value(term)
        return total
    if isinstance(node, Bracket):
        return _value(node.body)
    if isinstance(node, Product):
        total = _value(node.factors[0])
        for sign, factor in zip(node.operators[1:], node.factors[1:], strict=True):
            total = total / _value(factor) if sign == "/" else total * _value(factor)
        return total
    if isinstance(node, Call):
        inner = _value(node.arguments[0])
        return inner.sqrt() if node.name == "sqrt" else inner.root(3)
    return _ball(node)


def _overlaps(left: arb, right: arb) -> bool:
    return bool((left - right).contains(0)) and bool(
        abs(left - right) < arb(10) ** -60 * (1 + abs(right))
    )


if __name__ == "__main__":
    unittest.main()
