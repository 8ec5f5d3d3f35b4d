"""Assumptions in the words of people who have read nothing, and what follows from the bounds in them."""

from __future__ import annotations

import unittest

from tests.core.lines import code, conditions, exact, notices, outcome, result

#: What is written, and the facts by letter that it comes to (bounds left out).
SAID = [
    ("assume x > 0", {"x": {"positive"}}),
    ("assume that x > 0", {"x": {"positive"}}),
    ("assume(x > 0)", {"x": {"positive"}}),
    ("suppose x is positive", {"x": {"positive"}}),
    ("let x > 0", {"x": {"positive"}}),
    ("let n be a positive integer", {"n": {"positive", "integer"}}),
    ("assume n is an integer", {"n": {"integer"}}),
    ("assume n is a natural number", {"n": {"integer", "nonnegative"}}),
    ("assume n ∈ N", {"n": {"integer", "nonnegative"}}),
    ("assume n >= 1, integer", {"n": {"positive", "integer"}}),
    ("assume x non-negative", {"x": {"nonnegative"}}),
    ("assume a > 0, a < 1, b is a real number", {"a": {"positive"}, "b": set()}),
    ("assume a positive", {"a": {"positive"}}),
    ("assume a, b, c positive", {"a": {"positive"}, "b": {"positive"}, "c": {"positive"}}),
    ("assume a, b and c are positive", {"a": {"positive"}, "b": {"positive"}, "c": {"positive"}}),
    ("assume x > 0 and y > 0", {"x": {"positive"}, "y": {"positive"}}),
    ("assume x, y > 0", {"x": {"positive"}, "y": {"positive"}}),
    ("assume x > 0, n integer", {"x": {"positive"}, "n": {"integer"}}),
    ("assume x in (0, oo)", {"x": {"positive"}}),
    ("assume x in [-1, 0]", {"x": {"nonpositive"}}),
    ("assume x real", {"x": set()}),
    ("assume |r| < 1", {"r": set()}),
    ("assume 0 < r < 1", {"r": {"positive"}}),
]
BOUNDS = [("assume |r| < 1", "r", [">", "<"]), ("assume x in [2, 5)", "x", [">=", "<"]), ("assume x in (-oo, 3]", "x", ["<="]), ("assume 1 <= x <= 2", "x", [">=", "<="])]
NONE = ["assume a < b", "assume x^2 < 4", "assume x", "assume x >", "assume x is tall"]


def _facts(line: str) -> dict[str, list[str]]:
    return outcome(line).assumptions


class Said(unittest.TestCase):
    def test_in_words(self) -> None:
        for line, wanted in SAID:
            with self.subTest(line):
                found = {letter: {fact for fact in facts if " " not in fact} for letter, facts in _facts(line).items()}
                self.assertEqual(found, wanted)

    def test_bounds(self) -> None:
        for line, letter, signs in BOUNDS:
            with self.subTest(line):
                self.assertEqual([fact.split()[0] for fact in _facts(line)[letter] if " " in fact], signs)

    def test_what_is_none_has_an_error_at_its_place(self) -> None:
        for line in NONE:
            with self.subTest(line):
                error = result(line)["error"]
                assert error is not None
                self.assertIn(error["code"], ("syntax", "unknown-name"))

    def test_a_definition_and_a_sentence_stay_what_they_are(self) -> None:
        self.assertEqual(result("let a = 5")["kind"], "definition")
        self.assertEqual(result("assume = 3")["kind"], "definition")
        error = result("assume that the bees come home")["error"]
        assert error is not None
        self.assertEqual([s.get("as") for s in error["suggestions"]], ["note"])


class WhatFollows(unittest.TestCase):
    def test_conditions_that_are_assumed_are_not_said_again(self) -> None:
        for assumed, line, wanted in (
            ("assume |r| < 1", "sum of r^k for k from 0 to oo", []),
            ("assume 0 <= r < 1", "sum of r^k for k from 0 to oo", []),
            ("assume r < 1", "sum of r^k for k from 0 to oo", ["-1 < r < 1"]),
            ("assume x >= 2", "(x^2 - 1)/(x - 1)", []),
            ("assume x >= 1", "(x^2 - 1)/(x - 1)", ["x != 1"]),
        ):
            with self.subTest(line, assumed=assumed):
                self.assertEqual(conditions(assumed, line), wanted)

    def test_a_functions_own_letter_keeps_its_condition(self) -> None:
        self.assertEqual(conditions("assume x > 0", "f(x) = x/x"), conditions("f(x) = x/x"))

    def test_powers_of_a_letter_of_either_sign(self) -> None:
        for assumed, line, wanted in (
            ("assume |r| < 1", "limit of r^n as n -> oo", "0"), ("assume -1 < r < 1", "limit of 3 + n r^n as n -> oo", "3"),
            ("assume -1/2 < r < 0", "limit of (1 - r^n)/(1 - r) as n -> oo", "1/(1 - r)"), ("assume 0 < r < 1", "limit of n^2 r^n as n -> oo", "0"),
        ):
            with self.subTest(line, assumed=assumed):
                self.assertEqual(exact(assumed, line), wanted)
        for assumed in ("assume r > 0", "assume -1 <= r < 1", "assume |r| < 2"):
            self.assertEqual(code(assumed, "limit of r^n as n -> oo"), "not-supported", assumed)

    def test_powers_of_numbers_below_zero_go_through_whole_numbers(self) -> None:
        for line, wanted in (("(-1/2)^n", "0"), ("3 + (-2)^n/3^n", "3"), ("(n + (-1)^n)/n", "1")):
            with self.subTest(line):
                self.assertEqual(exact(f"limit of {line} as n -> oo"), wanted)
                self.assertIn("n goes through the whole numbers.", notices(f"limit of {line} as n -> oo"))
        error = result("limit of (1 + (-1)^n)/2 as n -> oo")["error"]
        assert error is not None
        self.assertEqual((error["code"], error["message"]), ("no-limit", "There is no limit: for even n the values tend to 1, for odd n to 0."))
