"""Divisors and rounding before the point, against counting; signs with their ends below and above, and within each other."""

from __future__ import annotations

import random
import unittest

from .lines import exact, result


class Divisors(unittest.TestCase):
    def test_they_are_those_that_divide(self) -> None:
        numbers = [1, 2, 97, 360, 1024, *random.Random(12).sample(range(1, 5000), 12)]
        for n in numbers:
            with self.subTest(n):
                self.assertEqual(exact(f"divisors of {n}"), str([d for d in range(1, n + 1) if n % d == 0]))

    def test_they_are_a_list(self) -> None:
        self.assertEqual((exact("divisors of -12"), exact("sum(divisors of 28)"), exact("n = 2^10", "divisors of n/2^8")), ("[1, 2, 3, 4, 6, 12]", "56", "[1, 2, 4]"))

    def test_what_has_none_says_so(self) -> None:
        for line, code in (("divisors of 0", "not-supported"), ("divisors of 1/2", "not-supported"), ("divisors of x", "not-supported"), ("divisors of 30!", "too-large")):
            with self.subTest(line):
                self.assertEqual(result(line)["error"]["code"], code)


class RoundedBeforeThePoint(unittest.TestCase):
    def test_to_the_nearest_power_of_ten(self) -> None:
        chosen = random.Random(7)
        for _ in range(12):
            n, places = chosen.randrange(-10 ** 6, 10 ** 6), chosen.randrange(1, 5)
            step = 10 ** places
            nearest = (abs(n) + step // 2) // step * step * (-1 if n < 0 else 1)
            with self.subTest(n=n, step=step):
                found = result(f"{n} to the nearest {step}")
                self.assertEqual((found["decimal"]["text"], found["decimal"]["relation"]), (str(nearest), "=" if nearest == n else "≈"))

    def test_it_is_said_in_words_too(self) -> None:
        for line, text in (("1250 to the nearest hundred", "1300"), ("round 1234 to the nearest 100", "1200"), ("1000 pi to nearest ten", "3140"), ("4 to the nearest 10", "0")):
            with self.subTest(line):
                self.assertEqual(result(line)["decimal"]["text"], text)
        self.assertIn("to the nearest 100", result("1234 to the nearest hundred")["reading"])


class EndsOfASign(unittest.TestCase):
    def test_they_may_stand_in_subscripts(self) -> None:
        self.assertEqual((exact("∫₀³ x² dx"), exact("∫₀^π sin x dx"), exact("∑₁¹⁰ n")), ("9", "2", "55"))
        self.assertEqual(exact("₃ + 1"), "syntax: The sign ₃ has no meaning here.")


class IntegralsWithinIntegrals(unittest.TestCase):
    def test_each_takes_its_own_letter(self) -> None:
        """The inner sign takes the first differential; independent sums of midpoints agree."""
        for line, value, inner in (
            ("∫_0^1 ∫_0^1 x y dx dy", "1/4", None),
            ("int_0^1 int_0^x x y dy dx", "1/8", lambda x: (lambda y: x * y, x)),
            ("∫_0^1 ∫_0^2 ∫_0^3 x y z dx dy dz", "9/2", None),
        ):
            with self.subTest(line):
                self.assertEqual(exact(line), value)
                if inner is not None:
                    n, total = 200, 0.0
                    for x in ((k + 0.5) / n for k in range(n)):
                        f, end = inner(x)
                        total += sum(f((j + 0.5) * end / n) for j in range(n)) * end / n / n
                    self.assertAlmostEqual(total, 1 / 8, places=4)
        self.assertEqual(result("∫ x dx dy")["error"]["code"], "syntax")


if __name__ == "__main__":
    unittest.main()
