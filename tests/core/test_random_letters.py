"""One letter, one meaning: random pages of functions, values and compositions that share letters, against a substitution of its own."""

from __future__ import annotations

import random
import unittest

import sympy as sp

from tests.rounds import rounds

from .lines import exact

ROUNDS = rounds(8)
LETTERS = "xtp"
NAMES = "abk"


class Oracle:
    """Names and letters by plain substitution: a name means at its definition what it meant there; a function's own letter comes first."""

    def __init__(self) -> None:
        self.values: dict[str, sp.Expr] = {}
        self.functions: dict[str, tuple[sp.Symbol, sp.Expr]] = {}

    def define(self, name: str, expr: sp.Expr, parameter: str = "") -> None:
        own = {parameter}
        body = expr.subs({sp.Symbol(n): v for n, v in self.values.items() if n not in own}, simultaneous=True)
        if parameter:
            self.functions[name] = (sp.Symbol(parameter), body)
        else:
            self.values[name] = body

    def resolved(self, expr: sp.Expr, bound: frozenset[str] = frozenset()) -> sp.Expr:
        for _ in range(10):
            given = {s: self.values[s.name] for s in expr.free_symbols if s.name in self.values and s.name not in bound}
            if not given:
                return expr
            expr = expr.subs(given, simultaneous=True)
        raise AssertionError("letters lead round in a circle")

    def body(self, name: str) -> tuple[sp.Symbol, sp.Expr]:
        letter, body = self.functions[name]
        return letter, self.resolved(body, frozenset((letter.name,)))

    def at(self, name: str, value: sp.Expr) -> sp.Expr:
        letter, body = self.body(name)
        return body.subs(letter, value)


class RandomPage:
    """A page, line by line, with the answers that the oracle gives."""

    def __init__(self, seed: int) -> None:
        self.random = random.Random(seed)
        self.oracle = Oracle()
        self.lines: list[str] = []

    def expression(self, symbols: list[str]) -> tuple[str, sp.Expr]:
        terms, total = [], sp.Integer(0)
        for _ in range(self.random.randint(1, 3)):
            n = self.random.randint(1, 5)
            factors = [self.random.choice(symbols) for _ in range(self.random.randint(1, 2))]
            terms.append(" ".join([str(n), *factors]))
            total += n * sp.Mul(*(sp.Symbol(f) for f in factors))
        return " + ".join(terms), total

    def value(self, name: str, symbols: list[str]) -> None:
        text, expr = self.expression(symbols)
        self.lines.append(f"{name} = {text}")
        self.oracle.define(name, expr)

    def function(self, name: str, symbols: list[str]) -> None:
        letter = self.random.choice("xt")
        text, expr = self.expression([letter, *symbols])
        self.lines.append(f"{name}({letter}) = {text}")
        self.oracle.define(name, expr, letter)

    def number(self, letter: str) -> None:
        n = self.random.randint(2, 6)
        self.lines.append(f"{letter} = {n}")
        self.oracle.define(letter, sp.Integer(n))

    def build(self) -> None:
        """Some values before the functions, some behind them, and perhaps a number for one of their letters further down."""
        names = self.random.sample(NAMES, 3)
        early = self.random.randint(0, 2)
        for name in names[:early]:
            self.value(name, list(LETTERS))
        for f in "fg":
            self.function(f, [*self.random.sample(names, 2), "p"])
        for name in names[early:]:
            self.value(name, list(LETTERS))
        for letter in self.random.sample(LETTERS, self.random.randint(0, 2)):
            self.number(letter)

    def questions(self) -> list[tuple[str, sp.Expr]]:
        oracle = self.oracle
        x, f = oracle.body("f")
        inner = oracle.at("g", sp.Integer(2))
        return [
            ("f(2)", oracle.at("f", sp.Integer(2))),
            ("f'(3)", sp.diff(f, x).subs(x, 3)),
            ("(f + g)(2)", oracle.at("f", sp.Integer(2)) + inner),
            ("(f g)(2)", oracle.at("f", sp.Integer(2)) * inner),
            ("g(1) - f(1)", oracle.at("g", sp.Integer(1)) - oracle.at("f", sp.Integer(1))),
            ("f(g(2))", f.subs(x, sp.Symbol("0")).subs(sp.Symbol("0"), inner)),
            ("(f ∘ g)(2)", f.subs(x, sp.Symbol("0")).subs(sp.Symbol("0"), inner)),
        ]


class OneMeaning(unittest.TestCase):
    def test_random_pages(self) -> None:
        for seed in range(ROUNDS):
            page = RandomPage(seed)
            page.build()
            for question, wanted in page.questions():
                with self.subTest(lines=page.lines, question=question):
                    found = sp.sympify(exact(*page.lines, question).replace("^", "**"))
                    self.assertEqual(sp.expand(found - page.oracle.resolved(wanted)), 0, f"{found} is not {sp.expand(wanted)}")

    def test_renaming_the_letters_of_functions_changes_nothing(self) -> None:
        for one, other in (("x", "t"), ("a", "x"), ("t", "a")):
            lines = (f"f({one}) = 2 {one} + p", f"g({other}) = {other}^2 - q")
            self.assertEqual(exact(*lines, "(f + g)(3)"), "p - q + 15")
            self.assertEqual(exact(*lines, "(f ∘ g)(3)"), "p - 2*q + 18")
            self.assertEqual(exact(*lines, "(g ∘ f)(1)"), exact("(p + 2)^2 - q"))


if __name__ == "__main__":
    unittest.main()
