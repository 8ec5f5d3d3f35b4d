"""The quick exact ways (polynomials from the tree, partial fractions, Bernoulli's polynomials, power series at a point) against wider ones."""

from __future__ import annotations

import random
import unittest

import mpmath
import sympy as sp

from tests.rounds import rounds
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.core.working.calculus.limits import _by_series
from upper_slate.core.working.calculus.rational_sums import endless_sum_of_quotient, sum_of_polynomial
from upper_slate.core.working.context import Context
from upper_slate.core.working.evaluate import Evaluator
from upper_slate.core.working.exact.partial_fractions import partial_fractions
from upper_slate.core.working.exact.rational_functions import expression, quotient_of
from upper_slate.core.working.ground.polynomials import multiplied_out
from upper_slate.core.working.tidy.tidy import MAX_EXPANDED, tidy

from .lines import code, exact, result

x, y, k = sp.Symbol("x", real=True), sp.Symbol("y", real=True), sp.Symbol("k", real=True)
ROUNDS = rounds(24)


class Polynomials(unittest.TestCase):
    def _line(self, draw: random.Random, depth: int) -> str:
        """A polynomial as somebody might type it."""
        if depth == 0 or draw.random() < 0.3:
            return draw.choice(("x", "y", "2", "3", "1/2", "7", "x^2", "z"))
        one, other = self._line(draw, depth - 1), self._line(draw, depth - 1)
        return draw.choice((f"({one} + {other})", f"({one} - {other})", f"{one}*{other}", f"({one})({other})", f"({one})^{draw.randint(1, 4)}", f"-({one})/{draw.randint(2, 5)}"))

    def test_from_the_tree_as_by_the_evaluator(self) -> None:
        draw, compared = random.Random(4), 0
        for _ in range(4 * ROUNDS):
            line = self._line(draw, 3)
            tree = read_line(line, KnownNames()).body
            assert tree is not None
            quick = multiplied_out(Context(), tree, MAX_EXPANDED)
            if quick is not None:
                compared += 1
                self.assertEqual(quick, tidy(Evaluator(Context()).of(tree)), line)
        self.assertGreater(compared, ROUNDS)

    def test_what_means_something_else_is_left_alone(self) -> None:
        for line in ("pi x", "e + x", "0.5 x", "sin x + x", "x/y", "x^-1", "x^x", "(x + 1)^40", "7", "1/2 + 3", "x - x", "x_1 + 2", "(a + b + c + d + f)^2"):
            with self.subTest(line):
                tree = read_line(line, KnownNames()).body
                assert tree is not None
                self.assertIsNone(multiplied_out(Context(), tree, MAX_EXPANDED))

    def test_sums_are_put_together_as_the_library_does(self) -> None:
        """Part by part, since equal expressions must be equal objects of the library."""
        draw, letters = random.Random(3), (x, y, sp.sin(x), sp.log(y))
        for _ in range(ROUNDS):
            terms = (sp.Rational(draw.randint(-9, 9), draw.choice((1, 2, 3))) * sp.Mul(*(n ** draw.randint(0, 3) for n in draw.sample(letters, 3))) for _ in range(draw.randint(1, 6)))
            wanted = sp.Add(*terms)
            found = quotient_of(wanted, of_functions=True)
            if found is not None:
                made = expression(found.over, found.letters, int(found.under.leading_coefficient()))
                self.assertEqual((made, made.args, hash(made)), (wanted, wanted.args, hash(wanted)))


class Fractions(unittest.TestCase):
    def _quotient(self, draw: random.Random, halves: bool) -> sp.Expr:
        over = sum(draw.randint(-4, 4) * k**j for j in range(3))
        under = sp.Mul(*((draw.choice((1, 2) if halves else (1, 2, 3)) * k + draw.randint(1, 4)) ** draw.choice((1, 1, 2)) for _ in range(draw.randint(2, 3))))
        return sp.Mul(over, sp.Pow(under, -1))

    def test_partial_fractions_add_up(self) -> None:
        draw = random.Random(5)
        for _ in range(ROUNDS):
            quotient = self._quotient(draw, halves=False)
            terms = partial_fractions(quotient, k)
            assert terms is not None
            self.assertEqual(sp.cancel(sp.Add(*terms) - quotient), 0, quotient)
        self.assertIsNone(partial_fractions(1 / (k**2 + 1), k))
        self.assertIsNone(partial_fractions(x / (k + 1), k))

    def test_endless_sums_by_numbers(self) -> None:
        draw, compared = random.Random(6), 0
        for _ in range(ROUNDS // 3):
            quotient, low = self._quotient(draw, halves=True), draw.randint(0, 3)
            found = endless_sum_of_quotient(quotient, k, low)
            assert found is not None
            over, under = sp.fraction(sp.cancel(quotient))
            self.assertEqual(found == sp.zoo, sp.degree(under, k) - sp.degree(over, k) < 2 and over != 0, quotient)
            if found != sp.zoo:
                compared += 1
                with mpmath.workdps(20):
                    near = mpmath.nsum(sp.lambdify(k, quotient, "mpmath"), [low, mpmath.inf])
                    self.assertLess(abs(near - mpmath.mpf(str(sp.N(found, 25)))), 1e-9, quotient)
        self.assertGreater(compared, 3)

    def test_sums_of_polynomials_are_the_terms_added(self) -> None:
        draw, n = random.Random(7), sp.Symbol("n")
        for _ in range(ROUNDS):
            term = sp.expand(sum(sp.Rational(draw.randint(-5, 5), draw.choice((1, 2, 3))) * k**j for j in range(draw.randint(1, 6))))
            low = draw.randint(-3, 3)
            total = sum_of_polynomial(term, k, sp.Integer(low), n)
            assert total is not None
            for high in (low, low + 1, low + 7):
                self.assertEqual(total.subs(n, high), sum(term.subs(k, j) for j in range(low, high + 1)), term)

    def test_lines(self) -> None:
        for line, wanted in (
            ("sum of 1/n^2 for n from 1 to oo", "pi^2/6"), ("sum of 1/(2n - 1)^2 for n from 1 to oo", "pi^2/8"), ("sum of 1/(n(2n - 1)) for n from 1 to oo", "2*ln(2)"),
            ("sum of 1/(n^2 - 1) for n from 2 to oo", "3/4"), ("sum of k^3 for k from 1 to m", "m^2*(m + 1)^2/4"), ("sum of 1/n^2 for n from -oo to -2", "pi^2/6 - 1"),
        ):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        for line in ("sum of 1/n for n from 1 to oo", "sum of n/(n + 1) for n from 1 to oo", "sum of n^2 for n from 1 to oo"):
            with self.subTest(line):
                self.assertEqual(code(line), "diverges")
        for far in (1 / (k + 10**9) ** 2, 1 / k**500):  # not by as many terms, or digits
            self.assertIsNone(endless_sum_of_quotient(far, k, 1))
        self.assertEqual(result("sum of 1/n^3 for n from 1 to oo")["decimal"]["text"], "1.20206")


class Limits(unittest.TestCase):
    def test_by_the_first_terms_as_by_the_library(self) -> None:
        parts = (sp.sin(x), sp.tan(2 * x), sp.exp(x) - 1, sp.log(1 + x), 1 - sp.cos(x), x, x**2, sp.sqrt(1 + x) - 1, sp.atan(x), x * sp.cos(x), sp.sinh(x) - x)
        draw, compared = random.Random(8), 0
        for _ in range(ROUNDS):
            over, under = draw.sample(parts, 2)
            found = _by_series(sp.Mul(over, 1 / under), x, sp.S.Zero)
            wanted = sp.limit(over / under, x, 0)
            if found is not None:
                compared += 1
                self.assertEqual(found, wanted, over / under)
            else:
                self.assertFalse(wanted.is_finite, over / under)
        self.assertGreater(compared, ROUNDS // 3)

    def test_none_at_a_jump_a_corner_or_an_end(self) -> None:
        for expr, point in ((sp.Abs(x) / x, 0), (1 / x, 0), (sp.sin(1 / x) * x, 0), (sp.sqrt(x) / x, 0), (sp.log(x) * x, 0), (sp.floor(x) / x, 1), (y * sp.sin(x) / x, 0)):
            with self.subTest(expr):
                self.assertIsNone(_by_series(expr, x, sp.Integer(point)))


if __name__ == "__main__":
    unittest.main()
