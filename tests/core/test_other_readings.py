"""What people read in two ways: the line says how it was read, and offers the other reading; what nobody reads otherwise says nothing."""

from __future__ import annotations

import unittest

from .lines import exact, page, result

#: line, what it comes to, what its notice makes of it, what that comes to
TWO_WAYS = (
    ("1/2x", "x/2", "1/(2x)", "1/(2*x)"),
    ("1/2xy", "x*y/2", "1/(2xy)", "1/(2*x*y)"),
    ("6/2(1+2)", "9", "6/(2(1+2))", "1"),
    ("e^2x", "e^2*x", "e^(2x)", "e^(2*x)"),
    ("e^-2x", "x/e^2", "e^(-2x)", "e^(-2*x)"),
    ("e^xy", "y*e^x", "e^(xy)", "e^(x*y)"),
    ("2^3x", "8*x", "2^(3x)", "2^(3*x)"),
    ("x^1/2", "x/2", "x^(1/2)", "sqrt(x)"),
    ("8^2/3", "64/3", "8^(2/3)", "4"),
    ("16^-3/4", "1/16384", "16^(-3/4)", "1/8"),
    ("sin x/2 + 1", "sin(x)/2 + 1", "sin(x/2) + 1", "sin(x/2) + 1"),
    ("√x²", "x", "sqrt(x²)", "abs(x)"),
    ("3!=6", "3 != 6", "3! = 6", "6 = 6"),
    ("60 + 25%", "60.25", "60*(1 + 25%)", "75"),
    ("60 + 20 - 10%", "79.9", "(60 + 20)*(1 - 10%)", "72"),
    ("3x4", "3*x_4", "3*4", "12"),
    ("x^2 if x = 3", "x^2 if x = 3", "x^2 at x = 3", "9"),
    ("solve x + y = 3 x - y = 1", "x = 1/2 and y = 1/2", "solve x + y = 3, x - y = 1", "x = 2 and y = 1"),
    ("x^2 1/2", "x^2*sqrt(x)", "x^2*1/2", "x^2/2"),
    ("2 22/7", "36/7", "2*22/7", "44/7"),
    ("3!!", "720", "(product of (2k - 1) for k from 1 to 2)", "3"),
    ("4!! + 1", "620448401733239439360001", "(product of (2k) for k from 1 to 2) + 1", "9"),
    ("2 +- 3", "-1", "2 ± 3", "[5, -1]"),
    ("max(sin x)", "sin(x)", "greatest value of sin x", "1"),
    ("n + 1 choose 2", "n", "(n + 1) choose 2", "(n^2 + n)/2"),
    ("table of sin x for x = 0, 30, 90", "[[0, 0], [30, sin(30)], [90, sin(90)]]", "table of sin x for x = 0, 30°, 90°", "[[0, 0], [pi/6, 1/2], [pi/2, 1]]"),
    ("integral of sin x from 0 to 180", "1 - cos(180)", "integral of sin x from 0 to 180°", "2"),
    ("3i + 4j", "4*j + 3*i", "[3, 4]", "[3, 4]"),
    ("v = 2i - j + 3k", "-j + 3*k + 2*i", "v = [2, -1, 3]", "[2, -1, 3]"),
    ("f x = x^2", "f*x = x^2", "f(x) = x^2", "x^2"),
    ("factors of 12", "2^2*3", "divisors of 12", "[1, 2, 3, 4, 6, 12]"),
)
#: Lines that are read in one way only.
ONE_WAY = ("9 5/6", "(3!)!", "1/2 x", "e^x sin x", "e^x(x + 1)", "2^n(n + 1)", "x^2y", "x^3/3", "5^2/4", "9^2/3^2", "x^2 if x > 3", "sin x/x", "solve x = 2y = 4", "factors of x^2 - 1", "2x1 + 3x2", "e^(2x)", "e^2 x", "1 + 5%")
#: Functions and letters in one run: the line, and what it is offered as.
IN_ONE_RUN = (
    ("2sinx", "2sin(x)"),
    ("xsinx", "x sin(x)"),
    ("sinxcosx", "sin(x) cos(x)"),
    ("sin2xcos3x", "sin(2x) cos(3x)"),
    ("xlnx", "x ln(x)"),
    ("sintheta", "sin(theta)"),
    ("cosx^2", "cos(x^2)"),
    ("e^xsinx", "e^x sin(x)"),
    ("sinx^2 + cosx^2", "sin(x^2) + cos(x^2)"),
    ("solve sinx = cosx for 0 < x < 2pi", "solve sin(x) = cos(x) for 0 < x < 2pi"),
)
#: Words of two or three letters that are never a product, each in a line, and what is offered.
SHORT_WORDS = (("5 add 6", "5 + 6"), ("two + 3", "2 + 3"), ("10 per 2", "10 / 2"), ("x equals 5", "x = 5"), ("set x = 3", "x = 3"), ("all x", "x"), ("how 2", "2"))


def offered(line: str) -> list[str]:
    """The lines that the buttons of a result make: of its error, else of its notices."""
    found = result(line)
    suggestions = found["error"]["suggestions"] if found["error"] else [s for notice in found["notices"] for s in notice["suggestions"]]
    return [line[:s["start"]] + s["text"] + line[s["end"]:] for s in suggestions]


class OtherReadings(unittest.TestCase):
    def test_the_other_reading_is_a_button(self) -> None:
        for line, value, other, other_value in TWO_WAYS:
            with self.subTest(line):
                self.assertEqual(result(line)["exact"]["text"], value)
                self.assertIn(other, offered(line))
                self.assertEqual(result(other)["exact"]["text"], other_value)

    def test_a_sign_in_another_spelling_is_offered(self) -> None:
        self.assertEqual((result("y(0) = 1")["error"]["code"], exact("y(3) = 12"), exact("x(0) + 1")), ("unknown-name", "3*y = 12", "1"))
        for line, value in (("n choose k", "choose(n, k)"), ("sum of n choose k for k from 0 to n", "2^n"), ("3*2n choose n", "3*choose(2*n, n)"), ("(n + 1) nCr 2", "(n^2 + n)/2")):
            self.assertEqual(exact(line), value)
        self.assertEqual((offered("2 == 2"), exact("prod_(k=1)^5 k")), (["2 = 2"], "120"))
        self.assertEqual(exact("x^2 = 3\n= 2 +/- 3"), "syntax: The sign ± has no meaning here.")
        self.assertEqual((exact("5 +/- 1"), exact("³√8"), exact("2 ³√8"), exact("x²√4")), ("[6, 4]", "2", "4", "2*x^2"))
        self.assertEqual((exact("eigenvalues [[2, 0], [0, 3]]"), offered("sum(3, 1, 4)"), offered("plot(x^2, 0, 5)")), ("[2, 3]", ["sum([3, 1, 4])"], ["graph x^2 from 0 to 5"]))
        found = page("u = (1, 2, 3)", "v = (4, 5, 6)", "u x v").lines[2].outcome.result
        self.assertEqual([s["text"] for s in found["error"]["suggestions"]], [" cross ", " dot "])

    def test_ranges_in_degrees_are_offered(self) -> None:
        for line, other in (("solve sin x = 1/2 for 0 <= x <= 360", "solve sin x = 1/2 for 0 <= x <= 360°"),
                            ("graph sin x for x from -180 to 180", "graph sin x for x from -180° to 180°"),
                            ("table of cos x for x from 0 to 90 step 15", "table of cos x for x from 0 to 90° step 15°")):
            with self.subTest(line):
                self.assertIn(other, offered(line))
        for line in ("graph x^2 from 0 to 360", "table of sin x for x from 0 to 10", "solve sin x = 1/2 for 0 <= x <= 2pi"):
            with self.subTest(line):
                self.assertEqual(offered(line), [])

    def test_several_places_and_pieces_stand_without_a_name(self) -> None:
        self.assertEqual((exact("x^2 at x = 1, 2, 3"), exact("x at x = 1, y")), ("[1, 4, 9]", "[1, y]"))
        self.assertEqual(len(result("graph x if x < 0, x^2 otherwise")["graph"]["curves"]), 1)

    def test_small_words_are_letters_in_formulas(self) -> None:
        for line, value in (("s = u t + 1/2 at^2", "a*t^2/2 + t*u"), ("v^2 = u^2 + 2as", "v^2 = 2*a*s + u^2"), ("x^2 at x = 3", "9"), ("x^2 at 3", "9")):
            with self.subTest(line):
                self.assertEqual(exact(line), value)

    def test_a_member_of_a_sequence_is_offered(self) -> None:
        for line, value, other in (("a_5", "a_5", "a_n at n = 5"), ("a_5 + 1", "a_5 + 1", "(a_n at n = 5)")):
            with self.subTest(line):
                found = page("a_n = 3n + 2", line).lines[1].outcome.result
                self.assertEqual((found["exact"]["text"], found["notices"][0]["suggestions"][0]["text"]), (value, other))
        self.assertEqual(offered("C(5,2)/C(10,2)"), ["choose(5, 2)/choose(10, 2)"])
        self.assertEqual(result("a_5")["notices"], [])

    def test_a_power_of_a_function_may_be_the_function_twice(self) -> None:
        found = page("f(x) = x + 1", "f^2(3)").lines[1].outcome.result
        self.assertEqual((found["exact"]["text"], found["notices"][0]["suggestions"][0]["text"]), ("16", "f(f(3))"))

    def test_what_is_read_in_one_way_says_nothing(self) -> None:
        for line in ONE_WAY:
            with self.subTest(line):
                self.assertEqual((result(line)["error"], offered(line)), (None, []))

    def test_functions_in_one_run_are_offered_apart(self) -> None:
        for line, apart in IN_ONE_RUN:
            with self.subTest(line):
                self.assertEqual(offered(line)[0], apart)

    def test_square_brackets_and_braces_around_working_group(self) -> None:
        for line, value in (("[2 + 3]*4", "20"), ("2 + [3 - 1]", "4"), ("[x + 1][x - 1]", "x^2 - 1"), ("{[(2 + 3)*2] + 1}/3", "11/3"), ("5 - [2 - (3 - 4)]", "2"),
                            ("v = [x + 1]", "[x + 1]"), ("[1, 2] + [3, 4]", "[4, 6]"), ("[5]*2", "[10]"), ("dot([x + 1], [2])", "2*x + 2")):
            with self.subTest(line):
                self.assertEqual(result(line)["exact"]["text"], value)

    def test_a_raised_digit_behind_a_function_is_the_power_of_the_value(self) -> None:
        found = page("f(x) = 2x + 1", "f²(3) + 1").lines[1].outcome.result
        self.assertEqual((found["exact"]["text"], found["notices"][0]["suggestions"][0]["text"]), ("50", "f(f(3))"))
        self.assertEqual([page("f(x) = 2x + 1", line).lines[1].outcome.result["exact"]["text"] for line in ("f⁻¹(3)", "f² at x = 3", "f²")], ["1", "49", "4*x^2 + 4*x + 1"])

    def test_what_depends_on_the_letter_unknown_how_is_no_constant(self) -> None:
        self.assertIn("How y depends on x is not known", result("dy/dx of x^2 + y")["error"]["message"])
        self.assertEqual(exact("dy/dx of x^2 + 3x"), "2*x + 3")
        self.assertIn("its rule is missing", result("f : R -> Z")["error"]["message"])
        self.assertEqual(exact("f : R -> R + 1"), "R + 1")
        for asked in ("", " ?"):
            self.assertEqual(offered(f"derivative of x^2 y = 2xy{asked}")[0], f"derivative of x^2 y with respect to x = 2xy{asked}")

    def test_a_subscript_in_braces_is_part_of_the_name(self) -> None:
        self.assertEqual(page("x_1 = 3", "v_max = 5", "x_{1} + v_{max}").lines[2].outcome.result["exact"]["text"], "8")
        self.assertEqual(page("M = [[1, 2], [3, 4]]", "M_{1,2} + M_{2, 1+1}").lines[1].outcome.result["exact"]["text"], "6")
        self.assertIn("A subscript that is part of a name is a number or a word", result("a_{n+1} = 2a_n")["error"]["message"])

    def test_short_words_are_no_products(self) -> None:
        for line, written in SHORT_WORDS:
            with self.subTest(line):
                self.assertEqual((result(line)["kind"], offered(line)), ("error", [written]))
        self.assertEqual(page("t = 3", "w = 4", "o = 5", "two").lines[3].outcome.result["exact"]["text"], "60")

    def test_the_result_above_in_another_word(self) -> None:
        found = page("5 + 3", "2 ans").lines[1].outcome.result
        self.assertEqual(found["error"]["suggestion"]["text"], "above")

    def test_thousands_apart_are_one_number(self) -> None:
        self.assertEqual((offered("1 000 000"), offered("12 345 + 1"), offered("3 12")), (["1000000"], ["12345 + 1"], ["3*12"]))

    def test_a_value_is_asked_for_where_the_letter_has_one(self) -> None:
        for above, line, value in (("y = 3x + 2", "find y when x = 4", "14"), ("y = 3x + 2", "find x when y = 5", "x = 1"), ("y = x + 1", "what is y when x = 2", "3"), ("z = 1", "what is x if 3x + 5 = 20", "x = 5"), ("z = 1", "find y when 2y = 8", "y = 4")):
            with self.subTest(line):
                self.assertEqual(page(above, line).lines[1].outcome.result["exact"]["text"], value)

    def test_several_things_are_joined_by_and(self) -> None:
        self.assertEqual(len(result("graph y = x^2 and y = 2x + 3")["graph"]["curves"]), 2)
        self.assertEqual(result("table of y = x^2 and x^3 for x from 1 to 2")["exact"]["text"], "[[1, 1, 1], [2, 4, 8]]")


if __name__ == "__main__":
    unittest.main()
