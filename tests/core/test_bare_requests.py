"""Requests without brackets inside lines, roots and logarithms in words, derivatives of integrals with a moving end."""

from __future__ import annotations

import unittest

from tests.core.lines import code, exact, notices, result
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames

QUESTIONS = [
    ("integral of x for x from 0 to 1 = 1/2 ?", "equal"),
    ("limit of sin(x)/x as x -> 0 = 1 ?", "equal"),
    ("sum of k for k = 1 to 10 = 55 ?", "equal"),
    ("sum of k for k from 1 to n = n(n+1)/2 ?", "equal"),
    ("2x = derivative of x^2 ?", "equal"),
    ("derivative of sin x = derivative of cos x ?", "not-equal"),
    ("expand (x+1)^2 = x^2 + 2x + 1 ?", "equal"),
    ("derivative of x^2 at x = 3 = 6 ?", "equal"),
    ("mean of 1, 2, 3 = 2 ?", "equal"),
]
VALUES = [
    ("2 * integral of x for x from 0 to 1", "1"),
    ("1 + limit of sin(x)/x as x -> 0", "2"),
    ("factor x^2 - 1 = 0", "(x - 1)*(x + 1) = 0"),
    ("derivative of derivative of x^3", "6*x"),
    ("factor derivative of x^3 - 3x", "3*(x - 1)*(x + 1)"),
    ("solve derivative of x^3 - 3x = 0", "x = -1 or x = 1"),
    ("roots of derivative of x^3 - 3x", "x = -1 or x = 1"),
    ("tangent to derivative of x^3 at x = 1", "y = 6*x - 3"),
    ("integral of integral of x y for x from 0 to 1 for y from 0 to 1", "1/4"),
    ("series of derivative of sin x at x = 0 to order 3", "1 - x^2/2"),
    ("derivative of sum of x^k for k from 0 to 3", "3*x^2 + 2*x + 1"),
]
SPOKEN = [
    ("square root of 16 + 9", "13", "(16 + 9)"),
    ("square root of (16 + 9)", "5", None),
    ("square root of 16 + square root of 9", "7", None),
    ("log base 2 of 8 + 1", "4", "(8 + 1)"),
    ("2 * square root of 50", "10*sqrt(2)", None),
    ("solve log base 2 of x + log base 2 of (x - 2) = 3", "x = 4", None),
    ("log base 2 of x = 3", "ln(x)/ln(2) = 3", None),
]
MOVING = [
    ("derivative of integral of sin(t^2) for t from 0 to x", "sin(x^2)"),
    ("d/dx integral of e^(t^2) for t from x to x^2", "2*x*e^x^4 - e^x^2"),
    ("second derivative of integral of e^(-t^2) dt from 0 to x", "-2*x*e^(-x^2)"),
    ("derivative of integral of sqrt(1 + t^4) dt from 0 to x at x = 2", "sqrt(17)"),
]


class BareRequests(unittest.TestCase):
    def test_in_questions(self) -> None:
        for line, wanted in QUESTIONS:
            with self.subTest(line):
                self.assertEqual(result(line)["verdict"], wanted)

    def test_in_lines_that_have_a_value(self) -> None:
        for line, wanted in VALUES:
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)

    def test_in_a_step(self) -> None:
        self.assertEqual(result("x^2\n= derivative of x^3/3")["verdict"], "equal")

    def test_what_was_read_before_is_read_as_before(self) -> None:
        for line, wanted in (("gradient of y = 3x + 2", "3"), ("tangent to x^2 at x = 1", "y = 2*x - 1"), ("sum of k for k = 1 to 4", "10"), ("integral of x for x from 0 to 1 =", "1/2")):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertEqual(code("sum of bees = 3"), "unknown-name")
        self.assertEqual(code("the integral of x is big"), "unknown-name")

    def test_the_places_are_those_of_the_line(self) -> None:
        line = "1 + limit of sin(x)/honey as x -> 0"
        error = result(line)["error"]
        assert error is not None
        self.assertEqual(line[error["start"]:error["end"]], "honey")

    def test_while_it_is_typed(self) -> None:
        for line, _ in (*QUESTIONS, *VALUES):
            for end in range(1, len(line)):
                read_line(line[:end], KnownNames(), tolerant=True)


class Spoken(unittest.TestCase):
    def test_roots_and_logarithms_reach_as_far_as_a_product(self) -> None:
        for line, wanted, offer in SPOKEN:
            with self.subTest(line):
                found = result(line)
                self.assertEqual(found["exact"]["text"], wanted)
                self.assertEqual([s["text"] for n in found["notices"] for s in n["suggestions"]], [offer] if offer else [])


class AsCalls(unittest.TestCase):
    def test_what_is_written_in_words_is_offered(self) -> None:
        for line, offer in (
            ("diff(x^2, x)", "derivative of x^2 with respect to x"), ("1 + diff(x^2, x)", "(derivative of x^2 with respect to x)"), ("integrate(x + 1, x)", "integral of x + 1 dx"),
            ("int(x^2, x, 0, 1)", "integral of x^2 for x from 0 to 1"), ("solve(x^2 = 4, x)", "solve x^2 = 4 for x"), ("limit(sin(x)/x, x, 0)", "limit of sin(x)/x as x -> 0"),
            ("lim(1/x, x = oo)", "limit of 1/x as x -> oo"), ("sum(k^2, k, 1, n)", "sum of k^2 for k from 1 to n"), ("taylor(e^x, x, 0, 3)", "series of e^x at x = 0 to order 3"),
            ("prove that sin(x)^2 + cos(x)^2 = 1", "sin(x)^2 + cos(x)^2 = 1 ?"), ("show x^2 >= 0", "x^2 >= 0 ?"),
            ("x^2 = 4, solve for x", "solve x^2 = 4 for x"),
        ):
            with self.subTest(line):
                error = result(line)["error"]
                assert error is not None
                self.assertEqual((error["code"], [s["text"] for s in error["suggestions"]]), ("syntax", [offer]))

    def test_others_stay_what_they_are(self) -> None:
        for line, wanted in (("sum([1, 2, 3])", "6"), ("diff(x^2)", "2*x"), ("solve (x^2 = 4)", "x = -2 or x = 2"), ("show sqrt(50)", "5*sqrt(2)"), ("check = 3", "3")):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertEqual(exact("diff(x, y) = x - y", "diff(5, 2)"), "3")


class Moving(unittest.TestCase):
    def test_by_the_fundamental_theorem(self) -> None:
        for line, wanted in MOVING:
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
                self.assertTrue(any(n.startswith("By the fundamental theorem") for n in notices(line)))

    def test_a_way_on_which_the_integrand_may_fail_is_said(self) -> None:
        told = "It holds where the integral has a value, all the way from one end to the other."
        self.assertIn(told, notices("derivative of integral of sin(t)/t dt from 0 to x"))
        self.assertEqual(exact("derivative of integral of sin(t)/t dt from 0 to x"), "sin(x)/x")
        self.assertNotIn(told, notices("derivative of integral of sin(t^2) dt from 0 to x"))

    def test_an_integrand_with_the_letter_is_not_taken_for_one_without(self) -> None:
        self.assertEqual(code("derivative of integral of e^(x t^2) dt from 0 to x"), "not-supported")
