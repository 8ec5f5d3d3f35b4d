"""Conditions, other forms, notices, decimals: what stands beside a result."""

from __future__ import annotations

import unittest

from .lines import decimal, result

#: page (lines separated by |), exact text, conditions
CONDITIONS = [
    ("(x^2 - 9)/(x - 3)", "x + 3", ("x != 3",)),
    ("(x^2 - 4)/(x^2 - x - 2)", "(x + 2)/(x + 1)", ("x != 2",)),
    ("x^2/(x^2 - x)", "x/(x - 1)", ("x != 0",)),
    ("(x^3 - x)/(x^2 - 1)", "x", ("x != -1", "x != 1")),
    ("sqrt(x)^2", "x", ("x >= 0",)),
    ("e^(ln x)", "x", ("x > 0",)),
    ("1/(1/x)", "x", ("x != 0",)),
    ("rationalize 1/(sqrt(x) + 1)", "(sqrt(x) - 1)/(x - 1)", ("x != 1",)),
    ("(x^2 - 3)/(5x + 2)", "(x^2 - 3)/(5*x + 2)", ()),
    ("1/x", "1/x", ()),
    ("x/x", "1", ("x != 0",)),
    ("ln(x) - ln(x)", "0", ("x > 0",)),
    ("d/dx ln(3x)", "1/x", ("x > 0",)),
    ("(x y)/(y)", "x", ("y != 0",)),
    ("(a^2 - b^2)/(a - b)", "a + b", ("a != b",)),
    ("assume x > 0 | x/x", "1", ()),
    ("tan(x) cos(x)", "sin(x)", ("cos(x) != 0",)),
    ("f(x) = 1/x | g(x) = 1/x | f(g(x))", "x", ("x != 0",)),
    ("f(x) = sqrt(x) | f(x)^2", "x", ("x >= 0",)),
    ("(x^4 - 1)/(x^2 + 1)", "x^2 - 1", ()),
    ("sqrt(x - 2)^2", "x - 2", ("x >= 2",)),
    ("x^0", "1", ()),
    ("simplify (1 - cos(x)^2)/sin(x)", "sin(x)", ("sin(x) != 0",)),
    ("single fraction of 1/x + 1/(x + 1)", "(2*x + 1)/(x*(x + 1))", ()),
    ("(x^2 - 2)/(x - sqrt(2))", "x + sqrt(2)", ("x != sqrt(2)",)),
    ("(x - sqrt(2))/(x^2 - 2)", "1/(x + sqrt(2))", ("x != sqrt(2)",)),
    ("(x^3 - 8)/(x^2 - 4)", "(x^2 + 2*x + 4)/(x + 2)", ("x != 2",)),
]

#: line, exact text, forms
FORMS = [
    ("59/6", "59/6", {"mixed": "9 5/6", "recurring": "9.8(3)"}),
    ("-59/6", "-59/6", {"mixed": "-9 5/6", "recurring": "-9.8(3)"}),
    ("1/8", "1/8", {}),
    ("45/33", "15/11", {"mixed": "1 4/11", "recurring": "1.(36)"}),
    ("1/7", "1/7", {"recurring": "0.(142857)"}),
    ("22/7", "22/7", {"mixed": "3 1/7", "recurring": "3.(142857)"}),
    ("360", "360", {"prime factors": "2^3*3^2*5"}),
    ("-12", "-12", {"prime factors": "-2^2*3"}),
    ("7", "7", {}),
    ("12345678", "12345678", {"prime factors": "2*3^2*47*14593", "scientific": "1.2345678*10^7"}),
    ("0.0001", "0.0001", {"exact": "1/10000", "scientific": "1*10^-4"}),
    ("6 sqrt(2)", "6*sqrt(2)", {"radical": "sqrt(72)", "power": "6*2^(1/2)"}),
    ("sqrt(3)/2", "sqrt(3)/2", {"radical": "sqrt(3/4)", "power": "3^(1/2)/2"}),
    ("cbrt(54)", "3*cbrt(2)", {"radical": "cbrt(54)", "power": "3*2^(1/3)"}),
    ("root(48, 4)", "2*root(3, 4)", {"radical": "root(48, 4)", "power": "2*3^(1/4)"}),
    ("0.1 + 0.2", "0.3", {"exact": "3/10"}),
    ("1.5/7", "3/14", {"recurring": "0.2(142857)"}),
    ("(3x - 5)^2", "9*x^2 - 30*x + 25", {"factored": "(3*x - 5)^2"}),
    ("x^2 - 1", "x^2 - 1", {"factored": "(x - 1)*(x + 1)"}),
    ("x^2 + 1", "x^2 + 1", {}),
    ("(x + 1)(x - 2)", "x^2 - x - 2", {"factored": "(x - 2)*(x + 1)"}),
    ("1/x + 1/(x + 1)", "1/x + 1/(x + 1)", {"single fraction": "(2*x + 1)/(x*(x + 1))"}),
    (
        "(3x + 5)/(x^2 - 1)",
        "(3*x + 5)/(x^2 - 1)",
        {
            "factored": "(3*x + 5)/((x - 1)*(x + 1))",
            "expanded": "3*x/(x^2 - 1) + 5/(x^2 - 1)",
            "partial fractions": "4/(x - 1) - 1/(x + 1)",
        },
    ),
    ("pi/3", "pi/3", {"degrees": "60°"}),
    ("2 pi/3", "2*pi/3", {"degrees": "120°"}),
]

#: page, notices
NOTICES = [
    ("1/2x", ("Read as (1/2) x. For 1 over 2x write 1/(2x).",)),
    ("1/2 x", ()),
    ("20/4(1 + 6)", ("Read as (20/4) (1 + 6). For 20 over 4(1 + 6) write 20/(4(1 + 6)).",)),
    (
        "sin x/2",
        (
            "Read as (sin x)/…: the argument ends at the bar. For the other reading write sin(x/…).",
            "Angles in radians.",
        ),
    ),
    ("√x²", ("Read as (√x) to the power; for the root of the power write sqrt(x^…).",)),
    ("2.5(4)", ("Read as the recurring decimal 2.544…. For a product write 2.5*(4).",)),
    ("1.(36)", ()),
    ("100 + 10%", ("% is a hundredth, always: 10% is 0.1.",)),
    ("sin 30", ("30 was read in radians. For degrees write 30°.", "Angles in radians.")),
    ("sin(30°)", ()),
    ("sin 1", ("Angles in radians.",)),
    ("log 100", ("log is to base 10; ln is the natural logarithm.",)),
    (
        "d/dx x^2 + 1",
        ("d/dx reaches as far as the product: x^2. Put a longer expression in brackets.",),
    ),
    ("3!=6", ("Read as ≠ (not equal). For the factorial write 3! = with a space.",)),
    ("sqrt(-1) + i", ("Worked out in complex numbers, because i is in it.",)),
    (
        "x = 3 | d/dx x^2",
        ("Differentiated by x first; then the value that x has here was put in.",),
    ),
    ("k = 1 | k = 2", ("Replaces k of cell 1.",)),
    (
        "k = 1 | m = k + 1 | k = 2",
        ("Replaces k of cell 1.", "m was made with k = 1 and keeps it."),
    ),
]

#: line, relation sign and decimal
DECIMALS = [
    ("sqrt(3) to 3 dp", "≈ 1.732"),
    ("5/4 to 2 dp", "= 1.25"),
    ("5/4 to 4 dp", "= 1.2500"),
    ("1/8 to 2 dp", "≈ 0.13"),
    ("-1/8 to 2 dp", "≈ -0.13"),
    ("2.675 to 2 dp", "≈ 2.68"),
    ("123456 to 2 sf", "≈ 120000"),
    ("0.00004567 to 2 sf", "≈ 4.6*10^-5"),
    ("0.00004567 to 2 dp", "≈ 0.00"),
    ("-0.001 to 2 dp", "≈ 0.00"),
    ("999.96 to 1 dp", "≈ 1000.0"),
    ("9.9996 to 4 sf", "≈ 10.00"),
    ("0 to 3 dp", "= 0.000"),
    ("0", "= 0"),
    ("1/3", "≈ 0.333333"),
    ("1/8", "= 0.125"),
    ("3^35", "≈ 5.00315*10^16"),
    ("10^10", "= 1*10^10"),
    ("1234567", "≈ 1234570"),
    ("0.0001", "= 0.0001"),
    ("e^(pi sqrt(163)) - 262537412640768744", "≈ -7.49927*10^-13"),
    ("sqrt(10^40 + 1) - 10^20", "≈ 5*10^-21"),
    ("sin(10^22)", "≈ -0.852201"),
    ("pi to 24 sf", "≈ 3.14159265358979323846264"),
    ("x/3 + sqrt(5)", "≈ 0.333333*x + 2.23607"),
    ("3x/2", "= 1.5*x"),
    ("[1/3, 2]", "≈ [0.333333, 2]"),
    ("(1 + i)/3", "≈ 0.333333 + 0.333333*i"),
]


class Beside(unittest.TestCase):
    def test_conditions(self) -> None:
        for lines, exact, conditions in CONDITIONS:
            with self.subTest(lines=lines):
                found = result(*(line.strip() for line in lines.split(" | ")))
                self.assertIsNone(found["error"])
                self.assertEqual(
                    (found["exact"]["text"], tuple(found["conditions"])), (exact, conditions)
                )

    def test_forms(self) -> None:
        for line, exact, forms in FORMS:
            with self.subTest(line=line):
                found = result(line)
                self.assertEqual(found["exact"]["text"], exact)
                self.assertEqual({form["name"]: form["text"] for form in found["forms"]}, forms)

    def test_forms_have_the_same_value(self) -> None:
        for line, exact, forms in FORMS:
            for name, text in forms.items():
                with self.subTest(line=line, form=name):
                    again = (
                        result(f"({exact}) - ({text})")
                        if name != "mixed" or not text.startswith("-")
                        else None
                    )
                    if again is not None:
                        self.assertEqual(again["exact"]["text"], "0")

    def test_notices(self) -> None:
        for lines, notices in NOTICES:
            with self.subTest(lines=lines):
                found = result(*(line.strip() for line in lines.split(" | ")))
                self.assertEqual(tuple(notice["text"] for notice in found["notices"]), notices)

    def test_decimals(self) -> None:
        for line, wanted in DECIMALS:
            with self.subTest(line=line):
                self.assertEqual(decimal(line), wanted)


if __name__ == "__main__":
    unittest.main()
