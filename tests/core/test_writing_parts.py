"""How conditions, solutions and special numbers are written, stored and read again."""

from __future__ import annotations

import unittest

import sympy as sp

from upper_slate.core.language.plain import plain
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.working.context import Context
from upper_slate.core.working.exact.bridge import settled
from upper_slate.core.working.exact.enclosed import ComplexRoot, EnclosedIntegral, EnclosedRoot
from upper_slate.core.working.ground import codec
from upper_slate.core.working.ground.values import FunctionValue, ListValue, RelationValue, Requirement, Solution, SolutionsValue
from upper_slate.core.writing.decimals import Digits
from upper_slate.core.writing.expressions import NoExactForm
from upper_slate.core.writing.relations import condition_tree
from upper_slate.core.writing.solutions import decimal_solutions, exact_solutions, solutions_data
from upper_slate.core.writing.style import PLAIN
from upper_slate.core.writing.text import text_of, tree_of

x = sp.Symbol("x", real=True)
n = sp.Symbol("n", integer=True)
SIX = Digits(6, "sf")


def written(condition: sp.Basic) -> str:
    return plain(condition_tree(condition, lambda e: tree_of(e, PLAIN)))


def held(make: type, left: sp.Expr, right: sp.Expr) -> sp.Basic:
    return make(left, right, evaluate=False)


class Conditions(unittest.TestCase):
    def test_single_relations_keep_the_letter_on_the_left(self) -> None:
        for make, right, wanted in (
            (sp.Lt, sp.Integer(3), "x < 3"),
            (sp.Ge, sp.sqrt(2), "x >= sqrt(2)"),
            (sp.Ne, sp.Rational(1, 2), "x != 1/2"),
            (sp.Eq, sp.pi, "x = pi"),
        ):
            with self.subTest(wanted):
                self.assertEqual(written(held(make, x, right)), wanted)
        self.assertEqual(written(held(sp.Lt, sp.Integer(3), x)), "x > 3")

    def test_bounded_pieces_are_chains(self) -> None:
        both = sp.And(held(sp.Le, x, sp.Integer(2)), held(sp.Gt, x, sp.Integer(-2)), evaluate=False)
        self.assertEqual(written(both), "-2 < x <= 2")

    def test_pieces_rise(self) -> None:
        low = held(sp.Lt, x, sp.Integer(-1))
        high = held(sp.Ge, x, sp.Integer(3))
        between = sp.And(held(sp.Gt, x, sp.S.Zero), held(sp.Lt, x, sp.S.One), evaluate=False)
        self.assertEqual(
            written(sp.Or(high, between, low, evaluate=False)), "x < -1 or 0 < x < 1 or x >= 3"
        )

    def test_excluded_points_are_joined_by_and(self) -> None:
        points = sp.And(
            held(sp.Ne, x, sp.Integer(2)), held(sp.Ne, x, sp.Integer(-2)), evaluate=False
        )
        self.assertEqual(written(points), "x != -2 and x != 2")

    def test_ends_with_a_period(self) -> None:
        piece = sp.And(
            held(sp.Gt, x, sp.pi / 6 + 2 * sp.pi * n),
            held(sp.Lt, x, 5 * sp.pi / 6 + 2 * sp.pi * n),
            evaluate=False,
        )
        value = SolutionsValue(("x",), (), True, "n", piece)
        found = exact_solutions(value, PLAIN)
        assert found is not None
        self.assertEqual(found.text, "pi/6 + 2*pi*n < x < 5*pi/6 + 2*pi*n")


class Solutions(unittest.TestCase):
    def one(self, *values: sp.Expr) -> SolutionsValue:
        return SolutionsValue(("x",), tuple(Solution((("x", settled(v)),)) for v in values), True)

    def test_in_one_line(self) -> None:
        found = exact_solutions(self.one(sp.Integer(-2), sp.sqrt(5)), PLAIN)
        assert found is not None
        self.assertEqual(found.text, "x = -2 or x = sqrt(5)")
        rounded = decimal_solutions(self.one(sp.Integer(-2), sp.sqrt(5)), SIX, PLAIN)
        assert rounded is not None
        self.assertEqual((rounded[0].text, rounded[1]), ("x = -2 or x = 2.23607", False))

    def test_none_in_words(self) -> None:
        found = exact_solutions(self.one(), PLAIN)
        assert found is not None
        self.assertEqual(found.text, "no solution")
        self.assertIsNone(decimal_solutions(self.one(), SIX, PLAIN))

    def test_everything_in_words(self) -> None:
        for condition, words in ((sp.true, "every real number"), (sp.false, "no solution")):
            found = exact_solutions(SolutionsValue(("x",), (), True, None, condition), PLAIN)
            assert found is not None
            self.assertEqual(found.text, words)

    def test_several_letters(self) -> None:
        value = SolutionsValue(
            ("x", "y"),
            (Solution((("x", settled(sp.S.One)), ("y", settled(sp.Integer(2))))),),
            True,
        )
        found = exact_solutions(value, PLAIN)
        assert found is not None
        self.assertEqual(found.text, "x = 1 and y = 2")

    def test_an_enclosed_root_has_no_exact_text(self) -> None:
        root = EnclosedRoot(sp.Lambda(x, x**5 - x - 1), sp.Integer(1), sp.Integer(2))
        with self.assertRaises(NoExactForm):
            text_of(root)
        value = self.one(root)
        self.assertIsNone(exact_solutions(value, PLAIN))
        data = solutions_data(value, SIX, PLAIN)
        self.assertIsNone(data["list"][0]["x"]["exact"])
        self.assertEqual(data["list"][0]["x"]["decimal"]["text"], "1.1673")

    def test_the_json_of_section_9(self) -> None:
        data = solutions_data(self.one(sp.Rational(1, 2)), SIX, PLAIN)
        self.assertTrue(data["complete"])
        self.assertEqual(data["list"][0]["x"]["exact"]["text"], "1/2")
        self.assertEqual(
            data["list"][0]["x"]["decimal"], {"text": "0.5", "latex": "0.5", "relation": "="}
        )
        periodic = SolutionsValue(("x",), (Solution((("x", sp.pi * n),)),), True, "n")
        data = solutions_data(periodic, SIX, PLAIN)
        self.assertEqual((data["letter"], data["list"][0]["x"]["exact"]["text"]), ("n", "pi*n"))


class Storing(unittest.TestCase):
    """Whatever a line comes to can be stored and is the same again."""

    def back(self, value: object) -> object:
        import json

        context = Context(conventions=Conventions())
        return codec.decode(context, json.loads(json.dumps(codec.encode(value))))  # type: ignore[arg-type]

    def test_numbers_and_expressions(self) -> None:
        a = sp.Symbol("a", real=True)
        for value in (
            sp.Rational(22, 7),
            sp.sqrt(2) + sp.cbrt(5),
            sp.pi / 3 + sp.E,
            sp.sin(a) ** 2 / (a + 1),
            sp.log(sp.Abs(a)) + sp.exp(-a),
            sp.Piecewise((a, a < 0), (2 * a, True)),
            sp.oo,
            sp.I * sp.sqrt(3),
            sp.zeta(3),
            sp.factorial(a),
        ):
            with self.subTest(value):
                self.assertEqual(self.back(settled(value)), settled(value))

    def test_lists_functions_relations(self) -> None:
        a = sp.Symbol("a", real=True)
        one, two = settled(sp.S.One), settled(sp.sqrt(2))
        for value in (
            ListValue((one, ListValue((two, one)))),
            FunctionValue((a,), a**2, (Requirement("nonneg", a, "not-real", "root"),), "f"),
            RelationValue((a, two), ("<=",)),
            RelationValue((one, a, two), ("<", "<")),
        ):
            with self.subTest(value):
                self.assertEqual(self.back(value), value)

    def test_solutions(self) -> None:
        for value in (
            SolutionsValue(("x",), (Solution((("x", settled(sp.sqrt(5))),)),), True),
            SolutionsValue(("x",), (), False, None, None, ("There may be more.",)),
            SolutionsValue(("x",), (), True, None, held(sp.Lt, x, sp.Integer(3))),
            SolutionsValue(
                ("x", "y"),
                (Solution((("x", settled(sp.S.One)), ("y", settled(sp.S.Zero))), "maximum"),),
                True,
            ),
        ):
            with self.subTest(value):
                self.assertEqual(self.back(value), value)

    def test_numbers_without_a_closed_form(self) -> None:
        for value in (
            EnclosedRoot(sp.Lambda(x, x**5 - x - 1), sp.Integer(1), sp.Rational(3, 2)),
            ComplexRoot(sp.Lambda(x, x**3 - x - 1), sp.Integer(0)),
            EnclosedIntegral(sp.Lambda(x, sp.exp(x**2)), sp.Integer(0), sp.Integer(1)),
        ):
            with self.subTest(value):
                self.assertEqual(self.back(value), value)

    def test_their_letter_has_no_assumptions(self) -> None:
        """`assume x > 0` must not reach into the letter that such a number is made with."""
        from upper_slate.core.working.context import LetterAssumption

        root = EnclosedRoot(sp.Lambda(x, x**3 + x + 1), sp.Integer(-1), sp.Integer(0))
        context = Context(
            conventions=Conventions(), assumptions={"x": LetterAssumption(positive=True)}
        )
        self.assertEqual(codec.decode(context, codec.encode(root)), root)


if __name__ == "__main__":
    unittest.main()
