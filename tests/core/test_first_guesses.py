"""What people type who have read no manual: what is read at once, what is refused with an offer, and that every offer works."""

from __future__ import annotations

import json
import unittest
from pathlib import Path

from upper_slate.core.language.words import REQUESTS

from .lines import code, exact, page, result

#: Lines above, the line, and the exact text of its result.
READ = [
    # requests in other words
    (("f(x) = x^3 - 4x", "gradient of f at x = 2"), "8"),
    (("f(x) = x^3 - 4x", "gradient of f at 2"), "8"),
    (("gradient of y = 3x + 2",), "3"),
    (("differentiate sin(2x) with respect to x",), "2*cos(2*x)"),
    (("derivative of t^3 wrt t at t = 2",), "12"),
    (("third derivative of x^5",), "60*x^2"),
    (("y = x^3", "dy/dx at x = 2"), "12"),
    (("dy/dx of x^3",), "3*x^2"),
    (("d2y/dx2 of x^3",), "6*x"),
    (("f(x, y) = x^2 y", "∂f/∂x"), "2*x*y"),
    (("integrate sin x from 0 to pi",), "2"),
    (("integral from 0 to 1 of x^2 dx",), "1/3"),
    (("∫ x^2 + 1 dx",), "x^3/3 + x + C"),
    (("int_0^1 x^2 dx",), "1/3"),
    (("∫_0^1 x dx + 1",), "3/2"),
    (("2 ∑_{n=1}^{3} n",), "12"),
    (("100/3% + 0",), "1/3"),
    (("lim_(x->0) sin(x)/x + 2",), "3"),
    (("sum from n=1 to 10 of n^2",), "385"),
    (("Σ n^2 from n=1 to 5",), "55"),
    (("∏_(k=1)^4 k",), "24"),
    (("lim x→∞ (2x + 1)/(x - 3)",), "2"),
    (("lim x->0+ 1/x",), "oo"),
    (("limit as x -> 0 of sin(x)/x",), "1"),
    (("limit of sin x / x as x approaches 0",), "1"),
    (("solve the equation x^2 = 9",), "x = -3 or x = 3"),
    (("solve for x: 2x = 10",), "x = 5"),
    (("find x if 2x = 10",), "x = 5"),
    (("find the derivative of x^2",), "2*x"),
    (("what is the square root of 50",), "5*sqrt(2)"),
    (("sqrt of 16",), "4"),
    (("max of 3, 5, 2",), "5"),
    (("make t the subject of v = u + a t",), "t = (v - u)/a"),
    (("v = u + a t", "solve v = u + a t for t"), "t = (v - u)/a"),
    (("area under x^2 from 0 to 3",), "9"),
    (("f(x) = 1/(x - 2)", "asymptotes of f"), "[x = 2, y = 0]"),
    (("f(x) = (x^2 + 1)/x", "asymptotes of f"), "[x = 0, y = x]"),
    (("f(x) = sin x", "range of f"), "-1 <= y <= 1"),
    (("f(x) = 1/x", "range of f"), "y != 0"),
    (("range of x^2 on [-1, 2)",), "0 <= y < 4"),
    (("range of e^x",), "y > 0"),
    (("f(x) = ln(x)/(x - 3)", "domain of f"), "0 < x < 3 or x > 3"),
    (("domain of x^2",), "every real number"),
    (("complete the square of 2x^2 - 4x + 5",), "2*(x - 1)^2 + 3"),
    (("discriminant of a x^2 + b x + c",), "b^2 - 4*a*c"),
    (("quotient of x^3 + 2x + 1 divided by x - 1",), "x^2 + x + 3"),
    (("remainder when x^3 + 1 is divided by x - 1",), "2"),
    (("log base 2 of 8",), "3"),
    (("substitute x = 3 into x^2 + 1",), "10"),
    (("mode of 1, 2, 2, 3, 3",), "[2, 3]"),
    (("variance 2, 4, 6",), "4"),
    (("highest common factor of 12, 18 and 30",), "6"),
    (("10 choose 3",), "120"),
    (("5P2",), "20"),
    (("A = [[1, 2], [3, 4]]", "|A|"), "-2"),
    (("u = [1, 2, 2]", "v = [2, 0, 1]", "u · v"), "4"),
    (("u = [1, 2, 2]", "v = [2, 0, 1]", "u × v"), "[2, 3, -4]"),
    (("u = [1, 2, 2]", "v = [2, 0, 1]", "3 + u dot v"), "7"),
    (("u = [1, 2, 2]", "2 · u"), "[2, 4, 4]"),
    (("A = [[1, 2], [3, 4]]", "v = [1, 1]", "A · v"), "[3, 7]"),
    (("angle between (1, 0) and (1, 1)",), "pi/4"),
    (("unit vector of (3, 4)",), "[3/5, 4/5]"),
    (("solve {x + y = 3, x - y = 1}",), "x = 2 and y = 1"),
    (("sum of n^2, n = 1 to 10",), "385"),
    (("v = (1, 2, 2)", "|v|"), "3"),
    # ranges
    (("solve sin x = 1/2 between 0 and 2pi",), "x = pi/6 or x = 5*pi/6"),
    (("solve x^2 = 4, x > 0",), "x = 2"),
    (("greatest value of x^2 for -1 <= x < 3/2",), None),
    (("least value of x^2 for -1 <= x < 3/2",), "0"),
    (("table of x^2 for x = 0, 1/2, 1",), "[[0, 0], [1/2, 1/4], [1, 1]]"),
    (("table of x^2 from 0 to 1 in steps of 1/2",), "[[0, 0], [1/2, 1/4], [1, 1]]"),
    # digits and forms
    (("0.375 as a fraction in its simplest form",), "3/8"),
    (("1/3 as a percentage",), "100/3%"),
    (("125000 in standard form",), "1.25*10^5"),
    (("0.00042 in standard form",), "4.2*10^-4"),
    (("arcsin 0.5 in degrees",), "30°"),
    (("60° in radians",), "pi/3"),
    (("1/(√3 - 1) rationalised",), "(1 + sqrt(3))/2"),
    (("360 as a product of prime factors",), "2^3*3^2*5"),
    # definitions and statements
    (("Let f(x) = 2x", "f(2)"), "4"),
    (("f : x ↦ 2x - 5", "f(1/2)"), "-4"),
    (("L = 3, 5, 8", "mean of L"), "16/3"),
    (("f(x) = x^2 - 4", "f(x) = 0", "f(3)"), "5"),
    (("f(x) = x^2", "f(x) = x + 2", "f(3)"), "5"),
    (("x = 3 ± 1",), "x = 3 + 1 or x = 3 - 1"),
    # functions
    (("f(x) = x^2", "g(x) = x - 3", "f∘g(5)"), "4"),
    (("f(x) = x^2", "g(x) = x - 3", "h = fg"), "x^3 - 3*x^2"),
    (("f(t) = a t", "g(a) = a^2", "(g + f)(3)"), "3*a + 9"),
    (("f(t) = a t", "g(a) = a^2", "(f ∘ g)(2)"), "4*a"),
    (("f(x) = k x", "k = x + 1", "x = 10", "f(2)"), "6"),
    (("f(x) = k x", "k = x + 1", "x = 5", "f'(2)"), "5"),
    (("f(x) = k x", "k = x + 1", "x = 5", "solve f(t) = 6"), "t = -3 or t = 2"),
    (("w = r^2 - 1", "w at 2"), "3"),
    # letters and signs
    (("3½",), "7/2"),
    (("∜16",), "2"),
    (("xy(x + y)",), "x^2*y + x*y^2"),
    (("{4, 7, 9}",), "[4, 7, 9]"),
]
#: A line, its code, and the lines that its offers leave, in their order.
OFFERED = [
    (("Sin(3.4)",), "unknown-name", ["sin(3.4)"]),
    (("sin(30 deg)",), "unknown-name", ["sin(30 °)"]),
    (("f(x) = x^2", "g(x) = x - 3", "gf(5)"), "wrong-arguments", ["g(f(5))", "g(5) f(5)"]),
    (("f(x) = x^2", "g(x) = x - 3", "f(g)(5)"), "wrong-arguments", ["f(g(5))", "f(5) g(5)"]),
    (("a = 2t + 1", "a(3)"), "not-a-function", ["a at t = 3", "a*3"]),
    (("a = 2x + y", "a(3)"), "not-a-function", ["(a at x = 3)", "(a at y = 3)", "a*3"]),
    (("a = 6, b = 12",), "syntax", ["a = 6\nb = 12"]),
    (("let x = 3; y = 4",), "syntax", ["let x = 3\ny = 4"]),
    (("1,000",), "syntax", ["1000", "1.000"]),
    (("1/2 1/3",), "syntax", ["1/2*1/3", "1/(2 1/3)"]),
    (("f(x) = x^2 for x >= 0",), "syntax", ["f(x) = x^2 if x >= 0"]),
    (("x^2 when x = 3",), "unknown-name", ["x^2 at x = 3"]),
    (("x^2 + 1, x = 3",), "syntax", ["x^2 + 1 at x = 3"]),
    (("integral of x y z",), "wrong-arguments", ["integral of x y z dx", "integral of x y z dy", "integral of x y z dz"]),
    (("derivative of a x^2",), "wrong-arguments", ["derivative of a x^2 with respect to x", "derivative of a x^2 with respect to a"]),
    (("x => 3",), "syntax", ["x >= 3"]),
    (("u = [1, 2]", "v = [3, 4]", "u v"), "not-supported", ["u dot v"]),
    (("solve x + y = 3; x - y = 1",), "syntax", ["solve x + y = 3, x - y = 1"]),
    (("L = [1, 2, 3]", "L[2]"), "syntax", ["L_2"]),
    (("f(x) = x^2", "f[3]"), "syntax", ["f(3)"]),
    (("pow(2, 3)",), "unknown-name", ["2^3"]),
    (("C(10, 3)",), "unknown-name", ["choose(10, 3)"]),
    (("5 squared",), "unknown-name", ["5 ^2"]),
    (("10 minus 4",), "unknown-name", ["10 - 4"]),
    (("2 to the power of 5",), "syntax", ["2^5"]),
    (("int(2.7)",), "unknown-name", ["floor(2.7)", "integral of(2.7)"]),
    (("sin2x",), "unknown-name", ["sin(2x)"]),
    (("3 2^x + 2 1/3 - 4 5^x",), "syntax", ["3*2^x + 2 1/3 - 4*5^x"]),
    (("solve a x = 3",), "wrong-arguments", ["solve a x = 3 for x", "solve a x = 3 for a"]),
    (("maclaurin series of e^(a x) to order 2",), "wrong-arguments",
     ["maclaurin series of e^(a x) at x = 0 to order 2", "maclaurin series of e^(a x) at a = 0 to order 2"]),
]
#: A line, a piece of its notice, and the lines that the notice offers.
NOTICED = [
    (("f(x) = x^2 - 4", "f(x) = 0"), "equation", ["define f(x) = 0"]),
    (("x = 2 and y = 3",), "defines nothing", ["x = 2\ny = 3"]),
    (("a = 2t + 1", "a(t + 1)"), "times the bracket", ["a at t = t + 1"]),
    (("f(x) = x^2", "g(x) = x - 3", "(fg)(2)"), "product", ["(f o g)(2)"]),
    (("45//7",), "remark", ["45 div 7"]),
    (("sin 30",), "radians", ["sin 30°"]),
    (("C_3 = 2", "10C3"), "C_3 has a value", ["choose(10, 3)"]),
    (("f(x) = k x", "k = x + 1", "f(2)"), "f(x) = x*(x + 1)", []),
    (("u = x + 1", "f(x) = u^2"), "f(x) = (x + 1)^2", []),
    (("sd([2, 4, 9])",), "as of a sample", ["population standard deviation of [2, 4, 9]"]),
    (("variance of 2, 4, 9",), "as of a sample", ["population variance of 2, 4, 9"]),
    (("T = 2", "A = [[1, 2], [3, 4]]", "A^T"), "T has a value", ["transpose(A)"]),
    (("solve x^2 - 4",), "Read as x^2 - 4 = 0", []),
    (("2x2 + 3x + 1",), "letter x_2", ["2x^2 + 3x + 1"]),
    *(((line,), "Square brackets group", []) for line in ("2[3 + 4]", "[3 + 4]*2", "2 + [3 - 1]", "[x + 1][x - 1]", "{[(2 + 3)*2] + 1}/3", "-[x + 1]")),
    (("f(x) = x^2", "f 3"), "times 3", ["f(3)"]),
    (("d/dx x^2 + 3x",), "as far as the product", ["d/dx (x^2 + 3x)"]),
    ((r"\frac{1}{2} + \sqrt{x}",), "Read as 1/2 + sqrt(x)", ["1/2 + sqrt(x)"]),
]


def taken(source: str, offers: list[dict]) -> list[str]:
    return [source[: o["start"]] + o["text"] + source[o["end"] :] for o in offers]


class FirstGuesses(unittest.TestCase):
    def test_read_as_they_are_meant(self) -> None:
        for lines, wanted in READ:
            with self.subTest(lines=lines):
                if wanted is None:
                    self.assertNotEqual(code(*lines), "")
                else:
                    self.assertEqual(exact(*lines), wanted)

    def test_refused_with_offers(self) -> None:
        for lines, wanted, offers in OFFERED:
            with self.subTest(lines=lines):
                error = result(*lines)["error"]
                self.assertIsNotNone(error)
                self.assertEqual(error["code"], wanted)
                self.assertEqual(taken(lines[-1], error["suggestions"]), offers)

    def test_noticed_with_offers(self) -> None:
        for lines, piece, offers in NOTICED:
            with self.subTest(lines=lines):
                notices = [n for n in result(*lines)["notices"] if piece in n["text"]]
                self.assertTrue(notices, result(*lines)["notices"])
                self.assertEqual(taken(lines[-1], notices[0]["suggestions"]), offers)

    def test_every_offer_works(self) -> None:
        """What an offer leaves is worked out in its place without an error; those of the public cases are taken where these are run."""
        tried = 0
        for lines in (*(line for line, *_ in OFFERED), *(line for line, *_ in NOTICED)):
            if any("\n" in line for line in lines):
                continue
            found = result(*lines)
            holders = [found["error"] or {}, *found["notices"]]
            for offer in (o for holder in holders for o in holder.get("suggestions", []) if "as" not in o):
                (left,) = taken(lines[-1], [offer])
                with self.subTest(lines=lines, left=left):
                    after = page(*lines[:-1], *left.split("\n")).lines
                    self.assertIsNone(after[-1].outcome.result["error"])
                    tried += 1
        self.assertGreater(tried, 25)

    def test_a_second_list_as_exercises_are_typed(self) -> None:
        """Some for each topic of a textbook: read as they are meant, or refused; every offer leaves a line that works."""
        for guess in json.loads((Path(__file__).parent / "second_guesses.json").read_text()):
            lines = guess["lines"]
            with self.subTest(lines=lines):
                found = result(*lines)
                if "error" in guess:
                    self.assertEqual((found["error"] or {}).get("code"), guess["error"])
                    offers = found["error"]["suggestions"]
                    self.assertEqual([{"note": "a note", "units": "units"}[o["as"]] if "as" in o else taken(lines[-1], [o])[0] for o in offers], guess["offers"])
                    for left in (o for o in guess["offers"] if o not in ("a note", "units")):
                        self.assertIsNone(result(*lines[:-1], *left.split("\n"))["error"], left)
                    continue
                self.assertIsNone(found["error"])
                self.assertEqual((found["exact"] or found["decimal"] or {"text": found["kind"]})["text"], guess["exact"])
                self.assertEqual(found["verdict"], guess.get("verdict"))
                if "complete" in guess:
                    self.assertEqual(found["solutions"]["complete"], guess["complete"])

    def test_sentences_belong_into_a_note(self) -> None:
        for line in ("we have five frames left", "the honey is sold on Saturday", "Weigh the hives again next week"):
            error = result(line)["error"]
            self.assertEqual([s.get("as") for s in error["suggestions"]], ["note"], line)

    def test_words_of_requests_may_have_any_capitals(self) -> None:
        for name in ("solve", "derivative of", "mean of"):
            self.assertIn(name, REQUESTS)
        self.assertEqual(exact("SOLVE x^2 = 4"), "x = -2 or x = 2")
        self.assertEqual(exact("Derivative Of x^2"), "2*x")
        self.assertEqual(exact("Mean of 2, 4"), "3")

    def test_names_of_the_page_win(self) -> None:
        self.assertEqual(exact("solve = 3", "solve x"), "3*x")
        self.assertEqual(exact("o = 2", "f(x) = x^2", "3 o"), "6")
        self.assertEqual(exact("T = 2", "A = [[1, 2], [3, 4]]", "A^T"), "[[7, 10], [15, 22]]")


if __name__ == "__main__":
    unittest.main()
