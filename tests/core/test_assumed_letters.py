"""What is assumed of a letter holds where the letter is free, and for nothing else; conditions of solutions with letters; limits of powers."""

from __future__ import annotations

import random
import unittest

import sympy as sp

from .lines import code, exact, notices, result

#: A line in x that must come to the same with and without an assumption about x, since x is bound in it.
BOUND = [
    "integral of |x| for x from -1 to 1",
    "sum of |x| for x from -2 to 2",
    "limit of |x|/x as x -> 0-",
    "greatest value of |x| on [-3, 1]",
    "least value of sqrt(x^2) on [-1, 2]",
    "turning points of |x - 1| + x^2",
    "table of sqrt(x^2) for x from -2 to 0",
    "area between |x| and 0 from -1 to 1",
    "sqrt(x^2) at x = -3",
    "product of |x| for x from -3 to -1",
]
CONDITIONS = [
    ("solve (x - a)/(x - b) = 0 for x", "x = a", ["a != b"]),
    ("solve a/x = b for x", "x = a/b", ["a != 0", "b != 0"]),
    ("solve ln x = ln a + ln b for x", "x = a*b", ["a > 0", "b > 0"]),
    ("solve sqrt(x) = a for x", "x = a^2", ["a >= 0"]),
    ("solve 1/x + 1/a = 1/b for x", "x = a*b/(a - b)", ["a != 0", "b != 0", "a != b"]),
    ("solve a^x = b for x", "x = ln(b)/ln(a)", ["a > 0", "a != 1", "b > 0"]),
]
LIMITS = [
    ("2^x", "-oo", "0"),
    ("2^x", "oo", "oo"),
    ("2^(1/x)", "0+", "oo"),
    ("2^(1/x)", "0-", "0"),
    ("(1/2)^x", "oo", "0"),
    ("(2/3)^x", "-oo", "oo"),
    ("x 2^x", "-oo", "0"),
    ("2^x/x^5", "oo", "oo"),
    ("pi^(-x)", "oo", "0"),
]


class Assumed(unittest.TestCase):
    def test_bound_letters_are_not_touched(self) -> None:
        for line in BOUND:
            for assumption in ("assume x > 0", "assume x < 0", "assume x integer"):
                with self.subTest(line, assumption=assumption):
                    self.assertEqual(exact(assumption, line), exact(line))

    def test_letters_of_functions_are_not_touched(self) -> None:
        for body in ("sqrt(x^2)", "|x|", "|x|/x", "x + |x - 1|"):
            for n in (-3, -1, 2):
                with self.subTest(body=body, n=n):
                    self.assertEqual(exact("assume x > 0", f"f(x) = {body}", f"f({n})"), exact(f"f(x) = {body}", f"f({n})"))
                    self.assertEqual(exact(f"f(x) = {body}", "assume x > 0", f"f({n})"), exact(f"f(x) = {body}", f"f({n})"))

    def test_free_letters_are(self) -> None:
        self.assertEqual(exact("assume x > 0", "sqrt(x^2)"), "x")
        self.assertEqual(exact("w = |x|", "assume x > 0", "w + 1"), "x + 1")
        self.assertEqual(exact("assume x > 0", "d/dx (x |x|)"), "2*x")
        self.assertEqual(exact("assume a > 0", "f(x) = sqrt(a^2) x", "f(2)"), "2*a")
        self.assertEqual(exact("assume x > 0", "solve x^2 = 4"), "x = 2")
        self.assertEqual(exact("assume r > 0", "solve A = pi r^2 for r"), "r = sqrt(A)/sqrt(pi)")

    def test_values_that_contradict(self) -> None:
        self.assertIn("This contradicts what is assumed of x.", notices("assume x > 0", "x = -3"))
        self.assertIn("This contradicts what is assumed of n.", notices("assume n integer", "n = 1/2"))
        self.assertEqual(notices("assume x > 0", "x = 3"), [])
        self.assertEqual(code("assume x > 0", "y = sqrt(x^2)", "x = -3", "y"), "outside-domain")
        self.assertEqual(exact("assume x > 0", "y = sqrt(x^2)", "x = 3", "y"), "3")


class Conditions(unittest.TestCase):
    def test_of_solutions_with_letters(self) -> None:
        for line, wanted, conditions in CONDITIONS:
            with self.subTest(line):
                found = result(line)
                self.assertEqual(found["exact"]["text"], wanted)
                self.assertEqual(found["conditions"], conditions)

    def test_solutions_solve_the_equation_for_drawn_letters(self) -> None:
        drawn = random.Random(8)
        letters = {name: sp.Symbol(name) for name in "xab"}
        for line, *_ in CONDITIONS:
            found = result(line)
            left, right = (sp.sympify(side.replace("^", "**").replace("ln", "log"), locals={**letters, "sqrt": sp.sqrt, "log": sp.log})
                           for side in line.removeprefix("solve ").removesuffix(" for x").replace("ln x", "ln(x)").replace("ln a", "ln(a)").replace("ln b", "ln(b)").split(" = "))
            value = sp.sympify(found["solutions"]["list"][0]["x"]["exact"]["text"].replace("^", "**").replace("ln", "log"), locals=letters)
            for _ in range(5):
                given = {letters["a"]: sp.Rational(drawn.randint(2, 40), 7), letters["b"]: sp.Rational(drawn.randint(41, 90), 11)}
                if given[letters["a"]] == 1:
                    continue
                x = value.subs(given)
                self.assertLess(abs(sp.N((left - right).subs(letters["x"], x).subs(given), 30)), 1e-20, line)

    def test_roots_that_only_enclosures_know_are_put_back(self) -> None:
        for line, count in (
            ("solve x = sqrt(x^3 - 3x + 1)", 2),
            ("solve |x^2 - 3| = x^3", 1),
            ("solve sqrt(1 - x^2) + x^3 - x/2 = 0", 1),
        ):
            self.assertEqual(len(result(line)["solutions"]["list"]), count, line)

    def test_complex_equations_by_parts(self) -> None:
        self.assertEqual(exact("solve z + 2 conj(z) = 3 + i"), "z = 1 - i")
        self.assertEqual(exact("solve |z| + z = 2 + i"), "z = (3 + 4*i)/4")
        self.assertEqual(code("solve conj(z) = i z"), "not-supported")

    def test_steps(self) -> None:
        self.assertEqual(result("a x = b\n<=> x = b/a")["conditions"], ["a != 0"])
        for step, verdict in (("x^2 + K", "equal"), ("x^2 + C", "equal"), ("x^2 + 5", "not-equal"), ("x^2 + x + C", "not-equal")):
            self.assertEqual(result(f"integral of 2x dx\n= {step}")["verdict"], verdict, step)


class Powers(unittest.TestCase):
    def test_limits(self) -> None:
        for body, point, wanted in LIMITS:
            with self.subTest(body, point=point):
                self.assertEqual(exact(f"limit of {body} as x -> {point}"), wanted)
        self.assertEqual(exact("assume a > 1", "limit of a^n as n -> oo"), "oo")
        self.assertEqual(exact("assume a > 0, a < 1", "limit of a^n as n -> oo"), "0")
        self.assertEqual(code("limit of a^n as n -> oo"), "not-supported")

    def test_random_bases_against_their_logarithms(self) -> None:
        drawn = random.Random(9)
        for _ in range(25):
            p, q, k = drawn.randint(1, 9), drawn.randint(1, 9), drawn.choice([-2, -1, 1, 2])
            rate = sp.log(sp.Rational(p, q)) * k
            wanted = "1" if p == q else "oo" if rate > 0 else "0"
            self.assertEqual(exact(f"limit of ({p}/{q})^({k} x) as x -> oo"), wanted)
            self.assertEqual(exact(f"limit of ({p}/{q})^({k}/x) as x -> 0+"), wanted)

    def test_by_a_parameter(self) -> None:
        self.assertEqual(exact("x = t^2 + 1", "y = t^3", "dy/dx"), "3*t/2")
        self.assertEqual(exact("x = t^2 + 1", "y = t^3", "d^2y/dx^2"), "3/(4*t)")
        self.assertEqual(code("x = 5", "y = x^2", "dy/dx"), "not-supported")


if __name__ == "__main__":
    unittest.main()
