"""Lines that ask for too much, or for nothing: each ends with a result or a sentence, none with an exception."""

from __future__ import annotations

import logging
import random
import unittest

from .lines import code, page, result

TOO_LARGE = (
    "9^9^9^9",
    "(10^9)!",
    "2^(10^9)",
    "choose(10^9, 5*10^8)",
    "expand (x + y + z + 1)^500",
    "sum of sin(n^2) for n from 1 to 10^9",
    "product of k for k from 1 to 10^6",
    "solve sin(1000 x) = 0 for x in [0, 1000]",
    "table of x for x from 0 to 10^9 step 1",
    "series of e^x at x = 0 to order 1000",
)

#: short lines that a student might leave standing
HALF_TYPED = (
    "", " ", "// nothing", "(", ")", "()", "[", "]", "[]", "[[]]", "=", "==", "<=>", "=>", "?", "x ?", "= ?",
    "+", "-", "*", "/", "^", "!", "'", "°", "%", "|", "||", "|x", "√", "∛", "2^", "^2", "sin", "sin(", "sin()",
    "f", "f(", "f'", "f''(x)", "d/dx", "d/dx (", "d^2/dx^2", "solve", "solve x", "solve x =", "solve = 3",
    "limit of", "limit of x as x ->", "integral of", "integral of dx", "sum of", "sum of n", "product of n for",
    "series of x", "table of", "table of x at", "graph", "graph x for", "graph points", "area between",
    "turning points of", "greatest value of", "laplace transform of t", "inverse of", "inverse of 3",
    "factor", "simplify", "x to", "x to 3", "x to 3 d", "x at", "x at x", "x at x =", "assume", "assume x", "free",
    "cell", "cell 0", "cell 99", "above", "x if", "x if x <", "1 if x < 0, 2", "a, b", "1;2", "@", "#", "$", "\\",
)  # fmt: skip


class NoLoggedSurprise(unittest.TestCase):
    """The gate that turns the unknown into a sentence logs it: here nothing may be logged."""

    def setUp(self) -> None:
        self.seen: list[str] = []
        self.handler = logging.Handler()
        self.handler.emit = lambda record: self.seen.append(record.getMessage())  # type: ignore[method-assign]
        self.logger = logging.getLogger("upper_slate.core.line.gate")
        self.logger.addHandler(self.handler)
        self.level = self.logger.level
        self.logger.setLevel(logging.INFO)

    def tearDown(self) -> None:
        self.logger.removeHandler(self.handler)
        self.logger.setLevel(self.level)


class Sizes(NoLoggedSurprise):
    def test_too_large_is_estimated_first(self) -> None:
        for line in TOO_LARGE:
            with self.subTest(line):
                self.assertEqual(code(line), "too-large")
        self.assertEqual(self.seen, [])

    def test_half_typed_lines_have_a_sentence(self) -> None:
        for line in HALF_TYPED:
            with self.subTest(line):
                found = page(line).lines
                for worked in found:
                    error = worked.outcome.result["error"]
                    if error:
                        self.assertTrue(error["message"].endswith((".", "?")), error)
                        self.assertLessEqual(0, error["start"])
                        self.assertLessEqual(error["end"], len(line) + 1)
        self.assertEqual(self.seen, [])

    def test_no_sentence_names_a_class_or_a_library(self) -> None:
        words = ("sympy", "flint", "python", "exception", "traceback", "error:", "none", "nan")
        for line in (*TOO_LARGE, *HALF_TYPED):
            for worked in page(line).lines:
                error = worked.outcome.result["error"]
                if error:
                    with self.subTest(line):
                        lowered = error["message"].lower()
                        self.assertFalse([w for w in words if w in lowered.split()], error)

    def test_random_rows_of_tokens_end_with_a_result_or_a_sentence(self) -> None:
        pick = random.Random(2026)
        tokens = (
            "x",
            "y",
            "2",
            "3.5",
            "+",
            "-",
            "*",
            "/",
            "^",
            "(",
            ")",
            "sin",
            "ln",
            "sqrt",
            "=",
            "<",
            "!",
            "|",
            ",",
            "for",
            "to",
            "dx",
            "of",
        )
        for _ in range(150):
            line = " ".join(pick.choice(tokens) for _ in range(pick.randint(1, 9)))
            with self.subTest(line):
                found = result(line)
                self.assertTrue(found["error"] or found["reading"])
        self.assertEqual(self.seen, [])


if __name__ == "__main__":
    unittest.main()
