"""Sentences of everyday arithmetic: each is answered by how it is written here, and what is offered comes to what was meant."""

from __future__ import annotations

import unittest

from upper_slate.core.reading.sentences.written import written_here

from .lines import page, result

#: sentence, how it is written here, what that comes to
SENTENCES = (
    ("increase 50 by 20%", "50*(1 + 20%)", "60"),
    ("Reduce 80 by 15 percent.", "80*(1 - 15%)", "68"),
    ("50 increased by 7", "50 + 7", "57"),
    ("x + 1 decreased by 10%", "(x + 1)*(1 - 10%)", "0.9*x + 0.9"),
    ("two thirds", "2/3", "2/3"),
    ("three quarters of 12", "3/4*12", "9"),
    ("half of x + 3", "1/2*(x + 3)", "(x + 3)/2"),
    ("a third of 9", "1/3*9", "3"),
    ("2 thirds of 9", "2/3*9", "6"),
    ("what percentage of 80 is 20?", "20/80 as a percentage", "25%"),
    ("20 as a percentage of 80", "20/80 as a percentage", "25%"),
    ("what fraction of 20 is 5", "5/20", "1/4"),
    ("twice 7", "2*7", "14"),
    ("triple x + 1", "3*(x + 1)", "3*x + 3"),
    ("the reciprocal of 3/4", "1/(3/4)", "4/3"),
    ("square of x + 1", "(x + 1)^2", "x^2 + 2*x + 1"),
    ("the difference between 9 and 4", "9 - 4", "5"),
    ("the product of 3 and 4", "3*4", "12"),
    ("subtract 3 from 10", "10 - 3", "7"),
    ("add 3 to 4", "4 + 3", "7"),
    ("multiply x + 1 by 4", "(x + 1)*4", "4*x + 4"),
    ("divide 12 by 4", "12/4", "3"),
    ("3 less than 10", "10 - 3", "7"),
    ("the sum of numbers from 1 to 100", "sum of n for n from 1 to 100", "5050"),
    ("sum of the first 5 squares", "sum of n^2 for n from 1 to 5", "55"),
    ("2x + 3 = 7, solve for x", "solve 2x + 3 = 7 for x", "x = 2"),
    ("function f(x) = x + 1", "f(x) = x + 1", "x + 1"),
    ("is 91 a prime number?", "factor 91", "7*13"),
    ("find the value of x when 2x + 3 = 7", "solve 2x + 3 = 7 for x", "x = 2"),
    ("if x = 3, find x^2 + 1", "x^2 + 1 at x = 3", "10"),
    ("evaluate x^2 + 1 when x = 3", "x^2 + 1 at x = 3", "10"),
)
#: sentence, the two lines that it is written in, what the second comes to
TWO_LINES = (
    ("given that x > 0, simplify sqrt(x^2)", "assume x > 0", "simplify sqrt(x^2)", "x"),
    ("simplify sqrt(x^2) given x < 0", "assume x < 0", "simplify sqrt(x^2)", "-x"),
    ("given f(x) = x^2, find f(3)", "f(x) = x^2", "f(3)", "9"),
)


class Everyday(unittest.TestCase):
    def test_what_is_offered_comes_to_what_was_meant(self) -> None:
        for sentence, written, value in SENTENCES:
            with self.subTest(sentence):
                error = result(sentence)["error"]
                self.assertEqual((error["suggestion"]["text"], error["message"]), (written, f"Here this is written “{written}”."))
                found = result(error["suggestion"]["text"])
                self.assertEqual((found["exact"] or found["decimal"])["text"], value)

    def test_conditions_and_definitions_go_above(self) -> None:
        for sentence, above, below, value in TWO_LINES:
            with self.subTest(sentence):
                self.assertEqual(result(sentence)["error"]["suggestion"]["text"], f"{above}\n{below}")
                self.assertEqual(page(above, below).lines[1].outcome.result["exact"]["text"], value)

    def test_what_has_a_meaning_keeps_it(self) -> None:
        """What can be read is not asked for in other words; nor is what cannot be read either way."""
        for line, value in (("find x if 2x + 3 = 7", "x = 2"), ("the sum of 3 and 4", "7"), ("remainder when 17 is divided by 5", "2")):
            self.assertEqual(result(line)["exact"]["text"], value)
        lines = page("half = 1/2", "half + 1").lines
        self.assertEqual(lines[1].outcome.result["exact"]["text"], "3/2")
        self.assertNotIn("Here this is written", result("Add honey to the jar")["error"]["message"])
        for text in ("x less than 3", "", "half" * 100, "add", "the of and"):
            with self.subTest(text):
                self.assertEqual(written_here(text), [])


if __name__ == "__main__":
    unittest.main()
