"""Logarithms and roots of quotients as they are written and put together, against numbers."""

from __future__ import annotations

import math
import unittest

from .lines import exact, result

#: line, what it comes to, its conditions
LINES = (
    ("log x + log y", "log(x) + log(y)", []),
    ("log x + log 5", "log(x) + log(5)", []),
    ("log(x)/3 - 2 log y", "log(x)/3 - 2*log(y)", []),
    ("x log x + log y", "x*log(x) + log(y)", []),
    ("simplify ln x + ln y", "ln(x*y)", ["x > 0", "y > 0"]),
    ("simplify ln x - ln y", "ln(x/y)", ["x > 0", "y > 0"]),
    ("simplify 2 ln x + ln y", "ln(x^2*y)", ["x > 0", "y > 0"]),
    ("simplify log x + log y - 1", "log(x*y) - 1", ["x > 0", "y > 0"]),
    ("simplify ln(x + 1) + ln(x - 1)", "ln((x - 1)*(x + 1))", ["x > 1"]),
    ("simplify ln x + ln 2", "ln(2*x)", []),
    ("simplify 3 ln x", "3*ln(x)", []),
)


#: roots and logarithms of quotients
QUOTIENTS = (
    ("sqrt(l/g)", "sqrt(l/g)", []),
    ("2 pi sqrt(l/g)", "2*pi*sqrt(l/g)", []),
    ("sqrt(1/x)", "1/sqrt(x)", []),
    ("sqrt(a^2/b)", "abs(a)/sqrt(b)", ["a^2/b >= 0", "b > 0"]),
    ("cbrt(x/y)", "cbrt(x/y)", []),
    ("rationalize sqrt(x/y)", "sqrt(x*y)/abs(y)", ["x/y >= 0", "x*y >= 0"]),
    ("solve a e^(k t) = 5 for t", "t = ln(5/a)/k", ["a > 0", "k != 0"]),
    ("solve 2 e^(3x) = a for x", "x = ln(a/2)/3", ["a > 0"]),
)


class LogarithmsWritten(unittest.TestCase):
    def test_each_is_written_in_its_base_and_put_together_where_asked(self) -> None:
        for line, written, conditions in LINES:
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["conditions"]), (written, conditions))

    def test_a_quotient_stays_one(self) -> None:
        for line, written, conditions in QUOTIENTS:
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["conditions"]), (written, conditions))

    def test_in_complex_numbers_they_do_not_add(self) -> None:
        self.assertEqual(exact("simplify ln x + ln y", numbers="complex"), "ln(x) + ln(y)")

    def test_values_stay(self) -> None:
        """At x = 3, y = 7 both forms are the same number."""
        expected = {"log x + log y": math.log10(21), "simplify 2 ln x + ln y": math.log(63), "simplify ln x - ln y": math.log(3 / 7)}
        for line, value in expected.items():
            with self.subTest(line):
                self.assertAlmostEqual(float(result(line, "above at x = 3, y = 7")["decimal"]["text"]), value, places=5)


if __name__ == "__main__":
    unittest.main()
