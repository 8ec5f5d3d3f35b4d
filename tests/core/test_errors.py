"""Sentences for what a student mistypes: each with its code and place, and a suggestion that works when it is applied."""

from __future__ import annotations

import unittest

from upper_slate.core.problems import CODES

from .lines import exact, page, result

#: (line, code, the text that is underlined, a piece of the sentence)
MISTAKES = [
    ("(4 + 9", "syntax", "(", "closing bracket"),
    ("4 +* 9", "syntax", "*", "expected before *"),
    ("4 + ", "syntax", "+", "missing after +"),
    ("6 11", "syntax", "6 11", "sign is missing"),
    ("4)", "syntax", ")", "never opened"),
    ("1,000 + 1", "syntax", "1,000", "comma separates"),
    ("f(x) = ", "syntax", "=", "meaning of f is missing"),
    ("3 = = 4", "syntax", "=", "between = and ="),
    ("[1, 2", "syntax", "[", "closing bracket ]"),
    ("(1, 2]", "syntax", "]", "closes a bracket"),
    ("x(1, 2)", "syntax", ",", "no place in these"),
    ("2 ^ ", "syntax", "^", "missing after ^"),
    ("|x", "syntax", "|", "closing bar"),
    ("()", "syntax", "()", "nothing between"),
    ("3 # 4", "syntax", "#", "no meaning here"),
    ("2}", "syntax", "}", "no meaning"),
    ("1.", "syntax", "1.", "digit is missing"),
    ("* 3", "syntax", "*", "expected before *"),
    ("sqrt(3) to 3", "syntax", "3", "number of digits"),
    ("x y at 2", "syntax", "2", "letter and its value"),
    ("f(x, x) = x", "syntax", "x", "stands twice"),
    ("x = 3 = 4", "syntax", "3 = 4", "one ="),
    ("2\u00003", "syntax", "\x00", "invisible"),
    ("cell x", "syntax", "cell", "its number"),
    ("3 ?", "syntax", "3", "relation"),
    ("2nd_weight + 1", "unknown-name", "2nd_weight", "cannot begin with a digit"),
    ("sinx", "unknown-name", "sinx", "sin(x)"),
    ("lnx", "unknown-name", "lnx", "ln(x)"),
    ("pix", "unknown-name", "pix", "pi x"),
    ("hieght + 1", "unknown-name", "hieght", "called hieght"),
    ("f(3)", "unknown-name", "f", "no definition above"),
    ("sqrtt(4)", "unknown-name", "sqrtt", "sqrt"),
    ("pi = 3", "reserved-name", "pi", "number of its own"),
    ("sin = 4", "reserved-name", "sin", "built-in function"),
    ("mod = 4", "reserved-name", "mod", "word of the language"),
    ("f(e) = e", "reserved-name", "e", "number"),
    ("c = c/2", "circular", "c", "leads back"),
    ("f(x) = x f(x - 1)", "circular", "f(x - 1)", "leads back"),
    ("sqrt()", "wrong-arguments", "sqrt()", "sqrt(x)"),
    ("root(3)", "wrong-arguments", "root(3)", "root(x, n)"),
    ("1/0", "division-by-zero", "0", "divided by zero"),
    ("0/0", "undefined-value", "0", "0/0"),
    ("0^-1", "division-by-zero", "0^-1", "negative power"),
    ("oo - oo", "undefined-value", "oo - oo", "oo - oo"),
    ("sqrt(-9)", "not-real", "sqrt(-9)", "3*i"),
    ("ln(-1)", "not-real", "ln(-1)", "pi*i"),
    ("arcsin(2)", "not-real", "arcsin(2)", "between -1 and 1"),
    ("(-2)^(1/2)", "not-real", "(-2)^(1/2)", "not a real number"),
    ("ln(0)", "outside-domain", "ln(0)", "no power of e"),
    ("tan(pi/2)", "outside-domain", "tan(pi/2)", "cosine there is 0"),
    ("(-3)!", "outside-domain", "(-3)!", "whole number"),
    ("(1/2)!", "outside-domain", "(1/2)!", "whole number"),
    ("log(5, 1)", "outside-domain", "log(5, 1)", "not 1"),
    ("gcd(1/2, 3)", "outside-domain", "gcd(1/2, 3)", "whole numbers"),
    ("cell 7 + 1", "no-such-cell", "cell 7", "above this line"),
    ("cell 1", "no-such-cell", "cell 1", "itself"),
    ("above", "no-such-cell", "above", "no result above"),
    ("9^9^9^9", "too-large", "9^9^9", "100,000 digits"),
    ("(10^9)!", "too-large", "(10^9)!", "100,000 digits"),
    ("pi to 60 sf", "too-large", "60", "50"),
    ("expand (a + b + c + d)^400", "too-large", "expand (a + b + c + d)^400", "2,000 terms"),
    ("[1, 2] + [1]", "wrong-arguments", "[1, 2] + [1]", "same shape"),
    ("det [[1, 2], [3]]", "wrong-arguments", "det [[1, 2], [3]]", "rows"),
    ("inverse([[2, 6], [3, 9]])", "division-by-zero", "inverse([[2, 6], [3, 9]])", "determinant"),
    ("x' y'", "not-supported", "", ""),
    ("sin ∘ 3", "not-a-function", "3", "between functions"),
    ("(" * 1000, "too-large", "(", "deep"),
    ("x" * 2001, "syntax", "x", "2,000 characters"),
]
#: What people say that is not read, and the line that is meant: it is offered as a suggestion, and has a result.
SAID_OTHERWISE = [
    ("2/3 of 60", "2/3 * 60"),
    ("cos30", "cos(30)"),
    ("Sin(3)", "sin(3)"),
    ("inv([[2, 1], [5, 3]])", "inverse([[2, 1], [5, 3]])"),
    ("2 Pi", "2 pi"),
    ("lg(100)", "log(100)"),
    ("avg(2, 4)", "mean(2, 4)"),
    ("56 x 8", "56 * 8"),
    ("x =< 3", "x <= 3"),
    ("sin-1(1/2)", "arcsin(1/2)"),
    ("11 % 4", "11 mod 4"),
    ("3,5 + 1", "3.5 + 1"),
    ("a = 6, b = 12", "a = 6\nb = 12"),
]
#: Lines above, then a line that must fail with that code.
IN_CONTEXT = [
    (("1/0", "cell 1 + 1"), "needs-above"),
    (("a = 1/0", "a + 1"), "needs-above"),
    (("f(x) = 7 - x", "f(1, 4)"), "wrong-arguments"),
    (("f(x) = 2x", "f + x"), "wrong-arguments"),
    (("a = 3", "a'"), "not-supported"),
    (("f(x) = sqrt(x - 2)", "f(1)"), "not-real"),
    (("f(x) = 1/x", "f(0)"), "division-by-zero"),
    (("f(x, y) = x y", "f'(x)"), "wrong-arguments"),
    (("f(x) = |x|", "f'(0)"), "undefined-value"),
    (("f(x) = (x^2 - 9)/(x - 3)", "f(3)"), "undefined-value"),
    (("u = v + 1", "v = u - 1"), "circular"),
    (("u = v + 1", "v = u - 1", "u"), "needs-above"),
    (("1", "cell 2"), "no-such-cell"),
    (("1", "2", "cell 4"), "no-such-cell"),
    (("f(x) = x^2", "f^-1(x)"), "undefined-value"),
    (("L = [1, 2]", "L_5"), "outside-domain"),
    (("f(x) = x^2 if x < 0, 2x otherwise", "f'(0)"), "undefined-value"),
]


class Errors(unittest.TestCase):
    def test_each_mistake_has_its_code_place_and_sentence(self) -> None:
        for line, code, place, piece in MISTAKES:
            with self.subTest(line=line[:40]):
                error = result(line)["error"]
                if not place:
                    continue
                self.assertIsNotNone(error, line)
                self.assertEqual(error["code"], code)
                self.assertEqual(line[error["start"] : error["end"]][: len(place)], place)
                self.assertIn(piece, error["message"])

    def test_every_suggestion_works_when_applied(self) -> None:
        applied = 0
        for line, *_ in MISTAKES:
            error = result(line)["error"]
            if error and (suggestion := error["suggestion"]) and len(line) < 100:
                mended = (
                    line[: suggestion["start"]] + suggestion["text"] + line[suggestion["end"] :]
                )
                with self.subTest(line=line, mended=mended):
                    again = result(mended)["error"]
                    self.assertTrue(again is None or again["message"] != error["message"], mended)
                    applied += 1
        self.assertGreater(applied, 12)

    def test_what_people_say_is_answered_with_the_line_that_is_meant(self) -> None:
        for line, meant in SAID_OTHERWISE:
            with self.subTest(line=line):
                error = result(line)["error"]
                self.assertIsNotNone(error)
                suggestion = error["suggestion"]
                mended = (
                    line[: suggestion["start"]] + suggestion["text"] + line[suggestion["end"] :]
                )
                self.assertEqual(mended, meant)
                self.assertIsNone(result(*mended.split("\n"))["error"])

    def test_words_with_a_meaning_here_are_no_requests(self) -> None:
        for lines, wanted in (
            (("draw = 7", "draw + 1"), "8"),
            (("limit = 3", "limit x"), "3*x"),
            (("plot(x) = x^2", "plot(3)"), "9"),
            (("sum [1, 2, 3]",), "6"),
            (("log2(8) + log_3(9)",), "5"),
        ):
            with self.subTest(lines=lines):
                self.assertEqual(exact(*lines), wanted)

    def test_errors_that_depend_on_what_stands_above(self) -> None:
        for lines, code in IN_CONTEXT:
            with self.subTest(lines=lines):
                error = result(*lines)["error"]
                self.assertIsNotNone(error)
                self.assertEqual(error["code"], code)

    def test_no_message_shows_a_class_or_a_library(self) -> None:
        for line, *_ in MISTAKES:
            error = result(line)["error"]
            if error:
                self.assertIn(error["code"], CODES)
                for word in ("sympy", "flint", "Error", "object", "None", "Surd", "Add("):
                    self.assertNotIn(word, error["message"])

    def test_a_failed_line_leaves_its_neighbours_alone(self) -> None:
        found = page("a = 2", "1/0", "a + 1")
        self.assertEqual(
            [w.outcome.result["exact"] and w.outcome.result["exact"]["text"] for w in found.lines],
            ["2", None, "3"],
        )

    def test_harmless_marks_are_passed_over(self) -> None:
        self.assertEqual(result("\u200f2 + 3\u200e")["exact"]["text"], "5")
        self.assertEqual(result("")["kind"], "empty")
        self.assertEqual(result("// only a remark")["kind"], "empty")


if __name__ == "__main__":
    unittest.main()
