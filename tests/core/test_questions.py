"""Section 7 of the language: questions."""

from __future__ import annotations

import unittest

from .lines import code, result

#: question, verdict, conditions
VERDICTS: tuple[tuple[str, str, list[str]], ...] = (
    ("sqrt(147) = 7 sqrt(3) ?", "equal", []),
    ("1/(2 sqrt(5) - 3) = (3 + 2 sqrt(5))/11 ?", "equal", []),
    ("cbrt(2 + sqrt(5)) + cbrt(2 - sqrt(5)) = 1 ?", "equal", []),
    ("sqrt(2) + sqrt(3) = pi ?", "not-equal", []),
    ("e^(pi sqrt(163)) = 262537412640768744 ?", "not-equal", []),
    ("16 arctan(1/5) - 4 arctan(1/239) = pi ?", "equal", []),
    ("arctan(1) + arctan(2) + arctan(3) = pi ?", "equal", []),
    ("log(100) = 2 ?", "equal", []),
    ("(x + 4)^2 = x^2 + 8x + 16 ?", "equal", []),
    ("(x + 4)^2 = x^2 + 16 ?", "not-equal", []),
    ("a^2 - b^2 = (a - b)(a + b) ?", "equal", []),
    ("(x^2 - 1)/(x - 1) = x + 1 ?", "equal-where-defined", ["x != 1"]),
    ("x/x = 1 ?", "equal-where-defined", ["x != 0"]),
    ("1/(1/x) = x ?", "equal-where-defined", ["x != 0"]),
    ("sin(2x) = 2 sin x cos x ?", "equal", []),
    ("sin(3x) = 3 sin x - 4 sin(x)^3 ?", "equal", []),
    ("sin(x + y) = sin x cos y + cos x sin y ?", "equal", []),
    ("cos(x)^4 - sin(x)^4 = cos(2x) ?", "equal", []),
    ("1 + tan(x)^2 = sec(x)^2 ?", "equal", []),
    ("tan x = sin x/cos x ?", "equal", []),
    ("cosh(x)^2 - sinh(x)^2 = 1 ?", "equal", []),
    ("e^(x + y) = e^x e^y ?", "equal", []),
    ("4^x = (2^x)^2 ?", "equal", []),
    ("e^(i x) = cos x + i sin x ?", "equal", []),
    ("e^(x + i y) = e^x (cos y + i sin y) ?", "equal", []),
    ("cos x = (e^(i x) + e^(-i x))/2 ?", "equal", []),
    ("e^(i x) = cos x - i sin x ?", "not-equal", []),
    ("a^x a^y = a^(x + y) ?", "equal", []),
    ("n! (n + 1) = (n + 1)! ?", "equal", []),
    ("sqrt(x^2) = |x| ?", "equal", []),
    ("sqrt(x^2) = x ?", "not-equal", []),
    ("|x y| = |x| |y| ?", "equal", []),
    ("|x - 1| + |1 - x| = 2|x - 1| ?", "equal", []),
    ("cbrt(x^3) = x ?", "equal", []),
    ("ln(x^2) = 2 ln(x) ?", "equal-where-defined", ["x > 0"]),
    ("sqrt(x^2 - 1) = sqrt(x - 1) sqrt(x + 1) ?", "equal-where-defined", ["x >= 1"]),
    ("sqrt(x) + 1 = (x - 1)/(sqrt(x) - 1) ?", "equal-where-defined", ["x != 1"]),
    ("(1 + sqrt(x))(1 - sqrt(x)) = 1 - x ?", "equal-where-defined", ["x >= 0"]),
    ("arcsin(x) + arccos(x) = pi/2 ?", "equal-where-defined", ["-1 <= x <= 1"]),
    ("[1, 2] = [1, 2] ?", "equal", []),
    ("[1, 2] = [1, 3] ?", "not-equal", []),
    ("2 < 3 ?", "true", []),
    ("pi > 22/7 ?", "not-true", []),
    ("x^2 + 1 > 0 ?", "true", []),
    ("x^2 > 0 ?", "not-true", []),
    ("x^2 + y^2 >= 2 x y ?", "true", []),
    ("x + 1/x >= 2 ?", "not-true", []),
    ("sqrt(x) >= 0 ?", "true-where-defined", ["x >= 0"]),
    ("ln x < x ?", "true-where-defined", ["x > 0"]),
    ("e^x > x ?", "true", []),
    ("sin x <= 1 ?", "true", []),
    ("x != x + 1 ?", "true", []),
    ("-1 < sin x < 1 ?", "not-true", []),
)

#: question, where it fails, both sides there
COUNTEREXAMPLES = (
    ("(x + 4)^2 = x^2 + 16 ?", {"x": "1"}, "25", "17"),
    ("sqrt(x^2) = x ?", {"x": "-1"}, "1", "-1"),
    ("(a + b)^2 = a^2 + b^2 ?", {"a": "1", "b": "1"}, "4", "2"),
    ("sin x = x ?", {"x": "pi/2"}, "1", "pi/2"),
    ("x^2 > 0 ?", {"x": "0"}, "0", "0"),
    ("-1 < sin x < 1 ?", {"x": "pi/2"}, "1", "1"),
)


class Questions(unittest.TestCase):
    def test_verdicts(self) -> None:
        for line, verdict, conditions in VERDICTS:
            with self.subTest(line):
                found = result(line)
                self.assertEqual(found["kind"], "question")
                self.assertEqual(found["verdict"], verdict)
                self.assertEqual(found["conditions"], conditions)

    def test_counterexamples_are_small_and_exact(self) -> None:
        for line, at, left, right in COUNTEREXAMPLES:
            with self.subTest(line):
                self.assertEqual(
                    result(line)["counterexample"], {"at": at, "left": left, "right": right}
                )

    def test_sampling_alone_never_proves(self) -> None:
        found = result("sin(sin(x) + 1) = sin(sin(x) + 1 + floor(0 x + 1/2)) ?")
        self.assertNotEqual(found["verdict"], "not-equal")
        found = result("(a b)^n = a^n b^n ?")
        self.assertEqual(found["verdict"], "not-settled")
        self.assertTrue(any("points" in n["text"] for n in found["notices"]))

    def test_assumptions_and_values_count(self) -> None:
        self.assertEqual(result("assume x > 0", "sqrt(x^2) = x ?")["verdict"], "equal")
        self.assertEqual(result("assume x > 0", "x + 1/x >= 2 ?")["verdict"], "true")
        self.assertEqual(result("x = 3", "x^2 = 9 ?")["verdict"], "equal")

    def test_functions_are_compared_by_what_they_give(self) -> None:
        lines = ("f(x) = x + 1", "g(x) = 2x", "f(g(x)) = g(f(x)) ?")
        self.assertEqual(result(*lines)["verdict"], "not-equal")
        lines = ("f(x) = (x + 1)^2", "g(t) = t^2 + 2t + 1", "f = g ?")
        self.assertEqual(result(*lines)["verdict"], "equal")

    def test_complex_numbers_have_other_rules(self) -> None:
        self.assertEqual(
            result("(x + i)(x - i) = x^2 + 1 ?", numbers="complex")["verdict"], "equal"
        )
        self.assertEqual(result("sqrt(x^2) = x ?", numbers="complex")["verdict"], "not-equal")
        self.assertEqual(code("x^2 >= 0 ?", numbers="complex"), "not-supported")

    def test_degrees(self) -> None:
        self.assertEqual(result("sin(x + 90) = cos x ?", angles="degrees")["verdict"], "equal")

    def test_a_side_without_a_value_is_an_error(self) -> None:
        self.assertEqual(code("1/0 = 1 ?"), "division-by-zero")

    def test_chains_are_as_good_as_their_weakest_link(self) -> None:
        for line, verdict in (
            ("2 = 4/2 = 6/3 ?", "equal"),
            ("2 = 4/2 = 3 ?", "not-equal"),
            ("x = x^2/x = x ?", "equal-where-defined"),
            ("(x + 1)^2 = x^2 + 2x + 1 = (1 + x)^2 ?", "equal"),
            ("1 < 2 < 3 ?", "true"),
            ("1 < 3 < 2 ?", "not-true"),
            ("1 = 1 < 2 ?", "true"),
        ):
            with self.subTest(line):
                self.assertEqual(result(line)["verdict"], verdict)

    def test_lists_item_by_item(self) -> None:
        for line, verdict in (
            ("[x, 2x] = [x, x + x] ?", "equal"),
            ("[x/x, 2] = [1, 2] ?", "equal-where-defined"),
            ("[1, 2] = [1, 2, 3] ?", "not-equal"),
            ("[[1, 2], [3, 4]] = [[1, 2], [3, 4]] ?", "equal"),
            ("[[1, 2], [3, 4]]^2 = [[7, 10], [15, 22]] ?", "equal"),
            ("[[1, 2], [3, 4]]^2 = [[1, 4], [9, 16]] ?", "not-equal"),
        ):
            with self.subTest(line):
                self.assertEqual(result(line)["verdict"], verdict)

    def test_a_question_is_no_result_for_later_lines(self) -> None:
        self.assertEqual(code("2 = 2 ?", "cell 1 + 1"), "needs-above")
