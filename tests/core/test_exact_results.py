"""Exact results, line by line: what a textbook prints."""

from __future__ import annotations

import unittest

from .lines import exact, result

#: (lines above, separated by |, and the line itself; what it comes to)
NUMBERS = [
    ("3/8 + 1/6", "13/24"),
    ("-7/21", "-1/3"),
    ("2 - 5/2", "-1/2"),
    ("1/2x at x = 4", "2"),
    ("6/4/3", "1/2"),
    ("2^10", "1024"),
    ("(-2)^-3", "-1/8"),
    ("0.1(6)", "1/6"),
    ("0.25 + 0.5", "0.75"),
    ("2.5^2 pi", "6.25*pi"),
    ("100 + 10%", "100.1"),
    ("17 mod -5", "2"),
    ("-17 div 5", "-4"),
    ("17 div -5", "-3"),
    ("7.5 mod 2", "1.5"),
    ("round(-2.5)", "-3"),
    ("round(7/2)", "4"),
    ("floor(-pi)", "-4"),
    ("ceil(sqrt(2))", "2"),
    ("hcf(84, 126)", "42"),
    ("max(sqrt(2), 1.4)", "sqrt(2)"),
    ("0!", "1"),
    ("choose(50, 3)", "19600"),
    ("9 5/6", "59/6"),
    ("-2 1/3", "-7/3"),
    ("4 × 3 ÷ 6 − 1", "1"),
    ("|-3|", "3"),
    ("2|3 - 8|", "10"),
    ("||2 - 5| - 7|", "4"),
    ("x² at x = 3", "9"),
    ("2³", "8"),
    ("√16 + ∛27", "7"),
    ("3!!", "720"),
    ("50%", "0.5"),
    ("7 - -2", "9"),
    ("2 * -3", "-6"),
    ("+5", "5"),
]
RADICALS = [
    ("sqrt(147)", "7*sqrt(3)"),
    ("sqrt(8) + sqrt(18)", "5*sqrt(2)"),
    ("1/(2 sqrt(5) - 3)", "(3 + 2*sqrt(5))/11"),
    ("sqrt(11 + 6 sqrt(2))", "3 + sqrt(2)"),
    ("sqrt(5 - 2 sqrt(6))", "sqrt(3) - sqrt(2)"),
    ("(1 + sqrt(13))/2", "(1 + sqrt(13))/2"),
    ("1/(sqrt(2) + sqrt(3) + sqrt(5))", "(3*sqrt(2) + 2*sqrt(3) - sqrt(30))/12"),
    ("1/cbrt(2)", "cbrt(4)/2"),
    ("cbrt(54) - cbrt(16)", "cbrt(2)"),
    ("cbrt(2 + sqrt(5))", "(1 + sqrt(5))/2"),
    ("root(48, 4)", "2*root(3, 4)"),
    ("sqrt(sqrt(16))", "2"),
    ("sqrt(sqrt(2))", "root(2, 4)"),
    ("root(-32, 5)", "-2"),
    ("(-8)^(2/3)", "4"),
    ("27^(2/3)", "9"),
    ("8^(-1/3)", "1/2"),
    ("sqrt(2) root(2, 3)", "root(32, 6)"),
    ("1/(1 + cbrt(2))", "(1 - cbrt(2) + cbrt(4))/3"),
    ("(sqrt(2) + sqrt(3))^2 - 5 - 2 sqrt(6)", "0"),
    ("cbrt(2 + sqrt(5)) + cbrt(2 - sqrt(5))", "1"),
    ("sqrt(0)", "0"),
    ("sqrt(1/3)", "sqrt(3)/3"),
    ("phi^2 - phi", "1"),
    ("sqrt(10^40)", "100000000000000000000"),
    ("sqrt(10 + 2 sqrt(6) + 2 sqrt(10) + 2 sqrt(15))", "sqrt(2) + sqrt(3) + sqrt(5)"),
    ("sqrt(4 + 3 sqrt(2))", "root(2, 4) + root(8, 4)"),
]
ANGLES = [
    ("sin(75°)", "(sqrt(2) + sqrt(6))/4"),
    ("tan(15°)", "2 - sqrt(3)"),
    ("cos(pi/5)", "(1 + sqrt(5))/4"),
    ("tan(36°)", "sqrt(5 - 2*sqrt(5))"),
    ("sec(60°)", "2"),
    ("cot(pi/6)", "sqrt(3)"),
    ("arccos(-1/2)", "2*pi/3"),
    ("arctan(2 - sqrt(3))", "pi/12"),
    ("sin^-1(1/2)", "pi/6"),
    ("sin^2(pi/3)", "3/4"),
    ("sin^2 x at x = pi/4", "1/2"),
    ("cos(60°)", "1/2"),
    ("60°", "pi/3"),
    ("sin(arcsin(1/3))", "1/3"),
    ("cos(arcsin(3/5))", "4/5"),
    ("sin(-30°)", "-1/2"),
    ("csc(pi/2)", "1"),
]
LOGARITHMS = [
    ("ln(e^3)", "3"),
    ("log(1000)", "3"),
    ("log(32, 2)", "5"),
    ("log(8, 4)", "3/2"),
    ("log(1/9, 3)", "-2"),
    ("e^(2 ln 3)", "9"),
    ("ln(1)", "0"),
    ("log_2(8)", "3"),
    ("ln 2 + ln 3 - ln 6", "0"),
    ("exp(0)", "1"),
    ("ln(sqrt(e))", "1/2"),
    ("2^(ln 5/ln 2)", "5"),
    ("log(2) + log(5)", "1"),
    ("log(200) - log(2)", "2"),
]
LETTERS = [
    ("(x^2 - 9)/(x - 3)", "x + 3"),
    ("(x^2 - 3)(5x + 2)", "5*x^3 + 2*x^2 - 15*x - 6"),
    ("(x - 1)(x + 1)(x^2 + 1)(x + 2)", "x^5 + 2*x^4 - x - 2"),
    ("x + x", "2*x"),
    ("xy + y x", "2*x*y"),
    ("x/x", "1"),
    ("3x - (x - 2)", "2*x + 2"),
    ("sqrt(x^2)", "abs(x)"),
    ("cbrt(x^3)", "x"),
    ("(x^2)^(1/4)", "sqrt(abs(x))"),
    ("sqrt(x^2 + 2x + 1)", "abs(x + 1)"),
    ("sqrt(4x^2 + 4)", "2*sqrt(x^2 + 1)"),
    ("x^2/x^5", "1/x^3"),
    ("6 - 3 r^2", "6 - 3*r^2"),
    ("-x + 1", "1 - x"),
    ("b + a", "a + b"),
    ("y^2 + x y + x^2", "x^2 + x*y + y^2"),
    ("2 pi r", "2*pi*r"),
    ("sin(x)^2 + cos(x)^2", "1"),
    ("ln(e^x)", "x"),
    ("(x + 1)^10", "(x + 1)^10"),
    ("sqrt(x) sqrt(x)", "x"),
    ("1/x + 1/(x + 1)", "1/x + 1/(x + 1)"),
    ("(2x + 4)/2", "x + 2"),
    ("xe^x", "x*e^x"),
    ("abc", "a*b*c"),
    ("x/2 + y/2", "(x + y)/2"),
    ("sqrt(12) x + sqrt(3) x", "3*sqrt(3)*x"),
    ("(x + sqrt(2))(x - sqrt(2))", "x^2 - 2"),
    ("tan(x) cos(x)", "sin(x)"),
    ("n!/n!", "1"),
    ("sqrt(8x^3)", "2*sqrt(2)*x*sqrt(x)"),
    ("abs(x) sqrt(x)", "x*sqrt(x)"),
    ("abs(x) sqrt(x + 1)", "abs(x)*sqrt(x + 1)"),
    ("root(x^6, 4)", "abs(x)*sqrt(abs(x))"),
    ("(x^3 - 8)/(x^2 - 4)", "(x^2 + 2*x + 4)/(x + 2)"),
    ("simplify (x^3 - 8)/(x^2 - 4)", "(x^2 + 2*x + 4)/(x + 2)"),
    ("sin(x) (x^3 - 8)/(x^2 - 4)", "sin(x)*(x^2 + 2*x + 4)/(x + 2)"),
    ("(x^10 - 1)/(x - 1)", "(x^10 - 1)/(x - 1)"),
    ("1/(4 y x sqrt(x))", "1/(4*x*y*sqrt(x))"),
    ("f(x) = 1/x | (f(x + h) - f(x))/h", "-1/(x*(h + x))"),
]
#: one fraction bar, with the signs of a textbook; and where the fraction was defined that is no longer seen
FRACTIONS = [
    ("1/(1/x - 1)", "x/(1 - x)", ["x != 0"]),
    ("(1/x + 1)/(1/x - 1)", "(x + 1)/(1 - x)", ["x != 0"]),
    ("1/(1 + 1/(1 + 1/x))", "(x + 1)/(2*x + 1)", ["x != -1", "x != 0"]),
    ("1/(1/a + 1/b)", "a*b/(a + b)", ["a != 0", "b != 0"]),
    ("1/(x + 1/x)", "x/(x^2 + 1)", ["x != 0"]),
    ("(1/(x + h) - 1/x)/h", "-1/(x*(h + x))", ["h != 0"]),
    ("x + 1/x", "x + 1/x", []),
    ("-x/(x - 1)", "x/(1 - x)", []),
    ("(-3x - 1)/(2x - 1)", "(3*x + 1)/(1 - 2*x)", []),
    ("-(x + 1)/(x - 2)", "(x + 1)/(2 - x)", []),
    ("-x/(x - a)", "x/(a - x)", []),
    ("-1/(x - 1)", "-1/(x - 1)", []),
    ("x/(x - 1) - 1/x", "x/(x - 1) - 1/x", []),
]

DERIVATIVES = [
    ("d/dx (x^2 sin x)", "x^2*cos(x) + 2*x*sin(x)"),
    ("d/dx sqrt(x^2 + 1)", "x/sqrt(x^2 + 1)"),
    ("d/dx (1/(x + 1))", "-1/(x + 1)^2"),
    ("d/dx tan x", "1/cos(x)^2"),
    ("d/dx (x/(x^2 + 3))", "(3 - x^2)/(x^2 + 3)^2"),
    ("d/dx x^x", "x^x*(ln(x) + 1)"),
    ("d/dx 5^x", "5^x*ln(5)"),
    ("d/dx ln(3x)", "1/x"),
    ("d^2/dx^2 (x^5)", "20*x^3"),
    ("d/dx (e^(2x) (x - 1))", "e^(2*x)*(2*x - 1)"),
    ("d/dx |x|", "x/abs(x)"),
    ("f(x) = x^3 | f'(2)", "12"),
    ("f(x) = x^3 | f''", "6*x"),
    ("v = 6r - r^3 | v'", "6 - 3*r^2"),
    ("v = 6r - r^3 | (d/dr v) at r = 2", "-6"),
    ("x = 3 | d/dx x^2", "6"),
    ("y = x^2 | x = 5 | y'", "10"),
    ("y = x^3 | dy/dx", "3*x^2"),
    ("y = x^3 | d^2y/dx^2", "6*x"),
    ("f(x, y) = x^2 y | d/dy f(x, y)", "x^2"),
    ("f(x) = sin x | g = f' | g(0)", "1"),
    ("(x^3)'", "3*x^2"),
    ("d/dx x^2 + 1", "2*x + 1"),
    ("d/dx cbrt(x)", "1/(3*cbrt(x^2))"),
    ("d^2/dx^2 sqrt(x)", "-1/(4*x*sqrt(x))"),
    ("d/dx sqrt(x^3)", "3*sqrt(x)/2"),
    ("d/dx e^(2x + 1)", "2*e^(2*x + 1)"),
    ("d/dx (x e^(x^2 + 1))", "e^(x^2 + 1)*(2*x^2 + 1)"),
]
POWERS_OF_ONE_NUMBER = [
    ("e^(x + 1)", "e^(x + 1)"),
    ("e e^x", "e^(x + 1)"),
    ("e^x e^y", "e^(x + y)"),
    ("e^(x + 1)/e^x", "e"),
    ("e^(x + 1)/(e^x + 1)", "e^(x + 1)/(e^x + 1)"),
    ("2^x 2^y", "2^(x + y)"),
    ("2^(x + 3)", "2^(x + 3)"),  # as it was written, both ways
    ("8*2^x", "8*2^x"),
    ("3*2^(x + 1)", "3*2^(x + 1)"),
    ("2^(x + 1)/2^x", "2"),
    ("x e^2 e^-y", "x*e^(2 - y)"),
]


class ExactResults(unittest.TestCase):
    """Each table row is one page; the last line's exact text is compared."""

    def check(self, rows: list[tuple[str, str]], **conventions: str) -> None:
        for lines, wanted in rows:
            with self.subTest(lines=lines):
                self.assertEqual(
                    exact(*(line.strip() for line in lines.split(" | ")), **conventions), wanted
                )

    def test_numbers(self) -> None:
        self.check(NUMBERS)

    def test_radicals(self) -> None:
        self.check(RADICALS)

    def test_angles(self) -> None:
        self.check(ANGLES)

    def test_logarithms(self) -> None:
        self.check(LOGARITHMS)

    def test_letters(self) -> None:
        self.check(LETTERS)

    def test_fractions_within_fractions_and_signs(self) -> None:
        for line, text, conditions in FRACTIONS:
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["conditions"]), (text, conditions))
                again = result(text)["exact"]["text"]
                self.assertEqual(again, text)
                # the same number at a place where both have one
                at = " at x = 7, a = 3, b = 5, h = 2"
                letters = [pair for pair in at.removeprefix(" at ").split(", ") if pair[0] in line]
                self.assertEqual(exact(f"({line}) at {', '.join(letters)}"), exact(f"({text}) at {', '.join(letters)}"))

    def test_derivatives(self) -> None:
        self.check(DERIVATIVES)

    def test_powers_of_one_number_are_one_power(self) -> None:
        self.check(POWERS_OF_ONE_NUMBER)

    def test_degrees(self) -> None:
        self.check(
            [
                ("sin(210)", "-1/2"),
                ("arctan(sqrt(3))", "60"),
                ("cos(60°)", "1/2"),
                ("60°", "60"),
                ("d/dx sin x", "pi*cos(x)/180"),
                ("sin x", "sin(x)"),
                ("arcsin(x)", "arcsin(x)"),
                ("arcsin(1/3)", "arcsin(1/3)"),
                ("tan(45)", "1"),
            ],
            angles="degrees",
        )

    def test_gon(self) -> None:
        self.check([("sin(100)", "1"), ("arccos(0)", "100"), ("cos(60°)", "1/2")], angles="gon")

    def test_complex_numbers(self) -> None:
        self.check(
            [
                ("sqrt(-4)", "2*i"),
                ("(-8)^(1/3)", "1 + sqrt(3)*i"),
                ("cbrt(-8)", "-2"),
                ("(2 + 3 i)/(1 - i)", "(-1 + 5*i)/2"),
                ("abs(3 + 4 i)", "5"),
                ("i^7", "-i"),
                ("conj(2 - i)", "2 + i"),
                ("arg(1 + i)", "pi/4"),
                ("ln(-1)", "pi*i"),
                ("e^(i pi) + 1", "0"),
                ("re(3 - 2 i)", "3"),
                ("sqrt(i)", "(sqrt(2) + sqrt(2)*i)/2"),
                ("sqrt(3 + 4 i)", "2 + i"),
            ],
            numbers="complex",
        )

    def test_a_line_with_i_is_worked_out_in_complex_numbers(self) -> None:
        self.check(
            [
                ("(1 + i)^2", "2*i"),
                ("e^(2 i pi/3)", "(-1 + sqrt(3)*i)/2"),
                ("z = 1 + i | z conj(z)", "2"),
            ]
        )

    def test_mixed_fractions(self) -> None:
        self.check([("59/6", "9 5/6"), ("-59/6", "-9 5/6"), ("2/3", "2/3")], fractions="mixed")


if __name__ == "__main__":
    unittest.main()
