"""The built-in functions, lists and matrices, forms on request, functions of functions: one row for each rule."""

from __future__ import annotations

import unittest

from upper_slate.core.language.words import FUNCTIONS

from .lines import code, exact, result

#: page (lines separated by |), exact text
ROWS = [
    ("abs(-3/4)", "3/4"),
    ("abs(2 - sqrt(5))", "sqrt(5) - 2"),
    ("sign(-pi)", "-1"),
    ("floor(7/2)", "3"),
    ("floor(-7/2)", "-4"),
    ("ceil(7/2)", "4"),
    ("floor(sqrt(2) 10^20)", "141421356237309504880"),
    ("round(5/2)", "3"),
    ("round(-5/2)", "-3"),
    ("round(sqrt(2))", "1"),
    ("min(3, 2, 5/2)", "2"),
    ("max(pi, 22/7)", "22/7"),
    ("max(sqrt(2) + sqrt(3), sqrt(10))", "sqrt(10)"),
    ("gcd(12, 18, 27)", "3"),
    ("lcm(4, 6, 10)", "60"),
    ("hcf(-12, 18)", "6"),
    ("choose(5, 0)", "1"),
    ("choose(5, 7)", "0"),
    ("choose(n, 1)", "n"),
    ("exp(1)", "e"),
    ("exp(ln 5)", "5"),
    ("ln(1)", "0"),
    ("ln(e)", "1"),
    ("ln(e^2/e^5)", "-3"),
    ("log(0.001)", "-3"),
    ("log(2, 4)", "1/2"),
    ("log(1/8, 2)", "-3"),
    ("log(sqrt(10))", "1/2"),
    ("sinh(0)", "0"),
    ("cosh(0)", "1"),
    ("tanh(0)", "0"),
    ("arsinh(0)", "0"),
    ("arcosh(1)", "0"),
    ("artanh(0)", "0"),
    ("arcsin(1)", "pi/2"),
    ("arcsin(-1)", "-pi/2"),
    ("arccos(0)", "pi/2"),
    ("arccos(sqrt(2)/2)", "pi/4"),
    ("arctan(1)", "pi/4"),
    ("arctan(-sqrt(3))", "-pi/3"),
    ("arcsin((sqrt(6) - sqrt(2))/4)", "pi/12"),
    ("sec(0)", "1"),
    ("csc(pi/6)", "2"),
    ("cot(pi/4)", "1"),
    ("sin(pi)", "0"),
    ("cos(pi)", "-1"),
    ("tan(pi)", "0"),
    ("sin(7 pi/6)", "-1/2"),
    ("cos(-pi/3)", "1/2"),
    ("sin(1000 pi)", "0"),
    ("cos(2 pi/5)", "(sqrt(5) - 1)/4"),
    ("sin(pi/10)", "(sqrt(5) - 1)/4"),
    ("tan(pi/8)", "sqrt(2) - 1"),
    ("sin(pi/12) cos(pi/12)", "1/4"),
    ("re(2 + 3 i)", "2"),
    ("im(2 + 3 i)", "3"),
    ("conj(2 + 3 i)", "2 - 3*i"),
    ("arg(-1 + i)", "3*pi/4"),
    ("arg(-2)", "pi"),
    ("abs(1 + i)", "sqrt(2)"),
    ("mean([1, 2, 4])", "7/3"),
    ("mean([a, b])", "(a + b)/2"),
    ("median([3, 1, 2])", "2"),
    ("median([sqrt(2), 1, 3/2, 2])", "(3 + 2*sqrt(2))/4"),
    ("variance([1, 2, 3, 4])", "5/3"),
    ("stdev([2, 4])", "sqrt(2)"),
    ("popvariance([1, 2, 3, 4])", "5/4"),
    ("popstdev([2, 4])", "1"),
    ("sum([1, 1/2, 1/4])", "7/4"),
    ("min([3, -1, 2])", "-1"),
    ("max([3, -1, 2])", "3"),
    ("[1, 2] + [3, 4]", "[4, 6]"),
    ("2 [1, 2]", "[2, 4]"),
    ("[1, 2]/2", "[1/2, 1]"),
    ("[[1, 2], [3, 4]] + [[1, 0], [0, 1]]", "[[2, 2], [3, 5]]"),
    ("[[1, 2], [3, 4]] [[0, 1], [1, 0]]", "[[2, 1], [4, 3]]"),
    ("[[1, 2], [3, 4]] [1, 1]", "[3, 7]"),
    ("[[1, 2], [3, 4]]^2", "[[7, 10], [15, 22]]"),
    ("[[1, 2], [3, 4]]^-1", "[[-2, 1], [3/2, -1/2]]"),
    ("[[1, 1], [1, 0]]^10", "[[89, 55], [55, 34]]"),
    ("det [[1, 2], [3, 4]]", "-2"),
    ("det [[a, b], [c, d]]", "a*d - b*c"),
    ("inverse [[2, 0], [0, 4]]", "[[1/2, 0], [0, 1/4]]"),
    ("transpose [[1, 2, 3]]", "[[1], [2], [3]]"),
    ("trace [[1, 2], [3, 4]]", "5"),
    ("rank [[1, 2], [2, 4]]", "1"),
    ("rref [[1, 2], [3, 4]]", "[[1, 0], [0, 1]]"),
    ("expand (x + 2)^3", "x^3 + 6*x^2 + 12*x + 8"),
    ("expand (a + b)(a - b)", "a^2 - b^2"),
    ("factor x^2 - 5x + 6", "(x - 3)*(x - 2)"),
    ("factor 2x^2 - 8", "2*(x - 2)*(x + 2)"),
    ("factor x^4 - 1", "(x - 1)*(x + 1)*(x^2 + 1)"),
    ("factor 1001", "7*11*13"),
    ("factor 97", "97"),
    ("factor x^2 + 1", "x^2 + 1"),
    ("rationalize 1/sqrt(x)", "sqrt(x)/x"),
    ("rationalize 1/(sqrt(a) - sqrt(b))", "(sqrt(a) + sqrt(b))/(a - b)"),
    ("single fraction of 1 + 1/x", "(x + 1)/x"),
    ("partial fractions of 1/(x^2 - 1)", "1/(2*(x - 1)) - 1/(2*(x + 1))"),
    ("simplify sin(x)^2 + cos(x)^2", "1"),
    ("simplify (x^2 - 1)/(x - 1)", "x + 1"),
    ("f(x) = x^2 if x < 0, 2x otherwise | f(-3)", "9"),
    ("f(x) = x^2 if x < 0, 2x otherwise | f(4)", "8"),
    ("f(x) = 1 if x > 0, -1 if x < 0, 0 otherwise | f(0)", "0"),
    ("f(x) = 1/x if x != 0, 0 otherwise | f(0)", "0"),
    ("f(x) = 3x - 2 | f^-1(x)", "(x + 2)/3"),
    ("f(x) = (2x + 1)/(x - 3) | f^-1(x)", "(3*x + 1)/(x - 2)"),
    ("f(x) = e^x | f^-1(x)", "ln(x)"),
    ("f(x) = ln x | f^-1(x)", "e^x"),
    ("f(x) = x^3 | f^-1(x)", "cbrt(x)"),
    ("f(x) = sqrt(x) | inverse of f", "x^2"),
    ("f(x) = sin x | f(pi/6)", "1/2"),
    ("f(x) = x^2 | g(x) = x + 1 | (f ∘ g)(x)", "x^2 + 2*x + 1"),
    ("f(x) = x^2 | g(x) = x + 1 | (g ∘ f)(x)", "x^2 + 1"),
    ("f(x) = x^2 | g(x) = x + 1 | (f - g)(3)", "5"),
    ("f(x) = x^2 | g(x) = x + 1 | (f/g)(3)", "9/4"),
    ("f(x) = x^2 | g(x) = x + 1 | (f g)(2)", "12"),
    ("f(x) = x^2 | h = 2 f + 1 | h(3)", "19"),
    ("f(x) = x^2 | h = f^2 | h(3)", "81"),
    ("f(x) = x^2 | (f ∘ f)(x)", "x^4"),
    ("f(x) = x^2 | h = sin ∘ f | h(0)", "0"),
    ("T(b, h) = b h/2 | T(3, 4)", "6"),
    ("T(b, h) = b h/2 | T(b, 4)", "2*b"),
    ("V(r) = 4/3 pi r^3 | V(3)", "36*pi"),
    ("V(r) = 4/3 pi r^3 | V'(r)", "4*pi*r^2"),
    ("d/dx x^n", "n*x^(n - 1)"),
    ("d/dx sin(2x)", "2*cos(2*x)"),
    ("d/dx cos(x)^2", "-2*cos(x)*sin(x)"),
    ("d/dx arctan(x)", "1/(x^2 + 1)"),
    ("d/dx arcsin(x)", "1/sqrt(1 - x^2)"),
    ("d/dx ln(x^2 + 1)", "2*x/(x^2 + 1)"),
    ("d/dx e^(-x)", "-e^-x"),
    ("d/dx (x ln x)", "ln(x) + 1"),
    ("d/dx sinh(x)", "cosh(x)"),
    ("d/dx sqrt(x)", "1/(2*sqrt(x))"),
    ("d/dx (1/x^3)", "-3/x^4"),
    ("d/dx pi^2", "0"),
    ("d^3/dx^3 sin(x)", "-cos(x)"),
    ("d/dx (x^2 + y^2)", "2*x"),
    ("d/dx cot x", "-1/sin(x)^2"),
    ("d/dx sec x", "sec(x)*tan(x)"),
    ("d/dx (x + 1)^5", "5*(x + 1)^4"),
    ("d/dx (3x - 2)/(x + 1)", "5/(x + 1)^2"),
]


class Functions(unittest.TestCase):
    def test_exact_results(self) -> None:
        for lines, wanted in ROWS:
            with self.subTest(lines=lines):
                self.assertEqual(exact(*(line.strip() for line in lines.split(" | "))), wanted)

    def test_every_function_answers_or_says_why_not(self) -> None:
        for name, entry in FUNCTIONS.items():
            assert entry.arity is not None
            count = entry.arity[0]
            for argument in (
                "1",
                "2/3",
                "-5",
                "x",
                "[1, 2]",
                "[[1, 2], [3, 4]]",
                "oo",
                "pi",
                "1 + i",
            ):
                line = f"{name}({', '.join([argument] * count)})"
                with self.subTest(line=line):
                    found = result(line)
                    self.assertTrue(found["exact"] or found["error"])
                    if found["error"]:
                        self.assertNotEqual(found["error"]["message"], "")

    def test_the_inverse_keeps_its_domain(self) -> None:
        self.assertEqual(result("f(x) = sqrt(x)", "f^-1(x)")["conditions"], ["x >= 0"])
        self.assertEqual(code("f(x) = sqrt(x)", "f^-1(-2)"), "outside-domain")
        self.assertEqual(exact("f(x) = sqrt(x)", "f^-1(3)"), "9")

    def test_aliases_are_the_same_functions(self) -> None:
        for entry in FUNCTIONS.values():
            for alias in entry.aliases:
                arguments = ", ".join(["1/2"] * (entry.arity or (1, 1))[0])
                self.assertEqual(
                    exact(f"{alias}({arguments})"), exact(f"{entry.name}({arguments})")
                )


class Lists(unittest.TestCase):
    """Functions whose values are lists: points of a path."""

    def test_they_are_differentiated_item_by_item(self) -> None:
        path = "p(t) = [t, t^2, sin(t)]"
        for line, wanted in (("p'", "[1, 2*t, cos(t)]"), ("p''", "[0, 2, -sin(t)]"), ("p'(0)", "[1, 0, 1]"), ("d/dt p(t)", "[1, 2*t, cos(t)]"), ("d/dt [t, 1/t]", "[1, -1/t^2]")):
            with self.subTest(line):
                self.assertEqual(exact(path, line), wanted)
        self.assertEqual(exact("v = [r, r^2]", "v'"), "[1, 2*r]")

    def test_they_are_no_arguments(self) -> None:
        for line in ("p(p)", "p @ p", "sin(p(t))"):
            with self.subTest(line):
                self.assertEqual(code("p(t) = [t, t^2]", line), "not-supported")
        self.assertEqual(exact("p(t) = [t, t^2]", "g(x) = 2x", "(p @ g)(3)"), "[6, 36]")


if __name__ == "__main__":
    unittest.main()
