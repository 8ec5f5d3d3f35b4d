"""What a line offers to be added below it, its result to other numbers of digits, and words that are still on their way."""

from __future__ import annotations

import unittest
from fractions import Fraction

from upper_slate.core.language.words import entries
from upper_slate.core.reading.names import KnownNames
from upper_slate.core.reading.unfinished import ends_in_unfinished_word

from .lines import exact, result

#: the lines of a cell, and what the last one offers by name
OFFERED: tuple[tuple[tuple[str, ...], dict[str, str]], ...] = (
    (("f(x) = x^2 - 3",), {"derivative": "f'(x)", "zeros": "solve f(x) = 0", "graph": "graph f", "table": "table of f for x from -5 to 5"}),
    (("A = 3x^2 - x",), {"derivative": "derivative of A", "zeros": "solve A = 0", "graph": "graph A", "table": "table of A for x from -5 to 5"}),
    (("x^2 - 5x + 6 = 0",), {"solve": "solve x^2 - 5x + 6 = 0"}),
    (("x^2 ≤ 9",), {"solve": "solve x^2 ≤ 9"}),
    (("x > 3 and x < 5",), {"solve": "solve x > 3 and x < 5"}),
    (("x^2 + y^2 = 25",), {"solve for x": "solve x^2 + y^2 = 25 for x", "solve for y": "solve x^2 + y^2 = 25 for y", "graph": "graph x^2 + y^2 = 25"}),
    (("x + y = 5 and x - y = 1",), {"solve": "solve x + y = 5 and x - y = 1"}),
    (("x + y < 3 or x > 2",), {}),
    (("y > x^2",), {}),
    (("3 = 4",), {}),
    (("M = [[2, 5], [1, 4]]",), {"inverse": "inverse of M", "determinant": "determinant of M", "graph": "graph points M"}),
    (("[[1, 2], [3, 4], [5, 6]]",), {"graph": "graph points [[1, 2], [3, 4], [5, 6]]"}),
    (("[3, 1, 4]",), {"mean": "mean of [3, 1, 4]", "spread": "standard deviation of [3, 1, 4]", "graph": "graph points [3, 1, 4]"}),
    (("solve x^2 = -4",), {"in complex numbers": "solve x^2 = -4 in complex numbers"}),
    (("solve x^4 + 1 = 0",), {"in complex numbers": "solve x^4 + 1 = 0 in complex numbers"}),
    (("solve 1/x^2 = -4",), {"in complex numbers": "solve 1/x^2 = -4 in complex numbers"}),
    (("x = 0", "solve 1/x^2 = -4 for x"), {"in complex numbers": "solve 1/x^2 = -4 for x in complex numbers"}),
    (("solve |x| = -1",), {}),
    (("solve e^x = 0",), {}),
    (("solve x^2 = 4",), {}),
    (("k = 4",), {}),
)

#: a line, and its result to other numbers of digits
DIGITS: tuple[tuple[str, dict[str, str]], ...] = (
    ("25/9", {"3 sf": "2.78", "5 sf": "2.7778", "10 sf": "2.777777778"}),
    ("1234567/7", {"3 sf": "176000", "5 sf": "176370", "10 sf": "176366.7143", "scientific": "1.76367*10^5"}),
    ("-pi*1000 to 3 sf", {"5 sf": "-3141.6", "10 sf": "-3141.592654", "scientific": "-3.14*10^3"}),
    ("solve x^2 = 2", {"3 sf": "x = -1.41 or x = 1.41", "5 sf": "x = -1.4142 or x = 1.4142", "10 sf": "x = -1.414213562 or x = 1.414213562"}),
    ("1/2", {}),
    ("f(x) = x/3", {}),
)

#: a text, and whether its last word may still be on its way
UNFINISHED: tuple[tuple[str, bool], ...] = (
    ("tur", True), ("derivat", True), ("2 + sq", True), ("hon", True), ("sin", False), ("honey", False), ("x", False), ("2x", False), ("xq", False), ("tur(", False), ("", False),
)


class NextLines(unittest.TestCase):
    def test_what_is_offered_and_that_it_works(self) -> None:
        for lines, offered in OFFERED:
            with self.subTest(lines):
                found = result(*lines)["offers"]
                self.assertEqual(found, offered)
                self.assertEqual(list(found), list(offered))
                for line in found.values():
                    self.assertIsNone(result(*lines, line)["error"], line)

    def test_complex_numbers_for_one_line(self) -> None:
        self.assertEqual(exact("solve z^2 + 2z + 5 in complex numbers"), "z = -1 - 2*i or z = -1 + 2*i")
        self.assertEqual(exact("a = sqrt(-9) in complex numbers", "a^2"), "-9")
        error = result("sqrt(-4)")["error"]
        self.assertEqual(error["code"], "not-real")
        self.assertEqual(["sqrt(-4)" + offer["text"] for offer in error["suggestions"]], ["sqrt(-4) in complex numbers"])

    def test_factors_over_the_complex_numbers(self) -> None:
        for text, factors in (
            ("x^2 + 1", "(x + i)*(x - i)"), ("2x^2 + 8", "2*(x + 2*i)*(x - 2*i)"), ("x^2 - 2", "(x - sqrt(2))*(x + sqrt(2))"), ("z^2 + 2z + 5", "(z + 1 + 2*i)*(z + 1 - 2*i)"),
            ("x^3 - 8", "(x + 1 + sqrt(3)*i)*(x + 1 - sqrt(3)*i)*(x - 2)"), ("(x^2 + 1)^2", "(x + i)^2*(x - i)^2"), ("x^5 - x - 1", "x^5 - x - 1"), ("x^2 + y^2", "x^2 + y^2"),
        ):
            with self.subTest(text):
                self.assertEqual(exact(f"factorise {text} over the complex numbers"), factors)
                self.assertEqual(exact(f"expand {factors} in complex numbers"), exact(f"expand {text}"))
        self.assertEqual(exact("factor x^2 + 1"), "x^2 + 1")
        self.assertEqual(exact("factor x^2 + 1", numbers="complex"), "(x + i)*(x - i)")

    def test_terms_are_drawn_one_after_the_other(self) -> None:
        points = result("graph points [3, 1, 4]")["graph"]["curves"][0]["points"]
        self.assertEqual(points, [[1, 3], [2, 1], [3, 4]])


class OtherDigits(unittest.TestCase):
    def test_table(self) -> None:
        for line, digits in DIGITS:
            with self.subTest(line):
                self.assertEqual({form["name"]: form["text"] for form in result(line)["digits"]}, digits)

    def test_each_is_the_nearest_decimal_of_its_length(self) -> None:
        for p, q in ((1, 7), (22, 7), (1, 6000), (99999, 7), (5, 3)):
            for form in result(f"{p}/{q}")["digits"]:
                if form["name"].endswith(" sf"):
                    value, text = Fraction(p, q), form["text"]
                    unit = Fraction(1, 10 ** len(text.partition(".")[2])) if "." in text else Fraction(10 ** (len(text) - int(form["name"].split()[0])))
                    self.assertLessEqual(abs(Fraction(text) - value), unit / 2, (p, q, form))


class Words(unittest.TestCase):
    def test_a_word_that_begins_something_waits(self) -> None:
        names = KnownNames(functions={"honey": "honey(n)"})
        for text, waits in UNFINISHED:
            with self.subTest(text):
                self.assertEqual(ends_in_unfinished_word(text, names), waits)
        self.assertFalse(ends_in_unfinished_word("ar", KnownNames(values=frozenset("ar"))), "a product of two values")

    def test_clipped_names_are_read_and_not_offered(self) -> None:
        for clipped, words in (("popstdev([2, 4])", "population standard deviation of [2, 4]"), ("popvariance([2, 4])", "population variance of [2, 4]"),
                               ("rref([[1, 2], [3, 4]])", "reduced form of [[1, 2], [3, 4]]"), ("stdev([2, 4])", "sd([2, 4])")):
            self.assertEqual(exact(clipped), exact(words))
        offered = {entry.name for entry in entries()}
        self.assertFalse(offered & {"stdev", "popstdev", "popvariance", "rref"})
        self.assertTrue({"sd", "standard deviation of", "reduced form of"} <= offered)


if __name__ == "__main__":
    unittest.main()
