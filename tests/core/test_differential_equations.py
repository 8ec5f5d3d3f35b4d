"""Differential equations: what is read as one, what comes out of each kind, and values compared with numerical integration."""

from __future__ import annotations

import math
import random
import unittest
from collections.abc import Callable
from typing import Any

import mpmath

from tests.rounds import rounds

from .lines import code, decimal, exact, notices, result

#: Linear equations: lines and their general solutions.
GENERAL = (
    ("solve y' = 2y for y", "y = C*e^(2*x)"),
    ("solve dy/dt = -k y", "y = C*e^(-k*t)"),
    ("solve d/dx y = 2y", "y = C*e^(2*x)"),
    ("solve y'(t) = 2 y(t)", "y = C*e^(2*t)"),
    ("solve f'(x) = 2 f(x)", "f = C*e^(2*x)"),
    ("solve y' = 2y as a function of t", "y = C*e^(2*t)"),
    ("solve the differential equation y' = 2y", "y = C*e^(2*x)"),
    ("general solution of y'' + 9y = 0", "y = C_1*cos(3*x) + C_2*sin(3*x)"),
    (r"solve \frac{dy}{dx} = 2y", "y = C*e^(2*x)"),
    ("solve y' + y/x = x^2", "y = x^3/4 + C/x"),
    ("solve y' - 2 x y = x", "y = C*e^x^2 - 1/2"),
    ("solve y' = y(x + 1)", "y = C*e^(x^2/2 + x)"),
    ("solve y'' - 3y' + 2y = e^x", "y = C_1*e^(2*x) + C_2*e^x - x*e^x"),
    ("solve y'' + 2y' + y = x e^(-x)", "y = x^3*e^-x/6 + C_2*x*e^-x + C_1*e^-x"),
    ("solve y'' + y = 1/cos(x)", "y = C_1*cos(x) + C_2*sin(x) + x*sin(x) + cos(x)*ln(abs(cos(x)))"),
    ("solve y'' + w^2 y = 0", "y = C_1*cos(w*x) + C_2*sin(w*x)"),
    ("solve x^2 y'' + x y' - y = 0", "y = C_1*x + C_2/x"),
    ("solve x^2 y'' - 3x y' + 4y = x^2", "y = C_1*x^2 + C_2*x^2*ln(abs(x)) + x^2*ln(abs(x))^2/2"),
    ("solve x' = y, y' = -x", "x = C_1*cos(t) + C_2*sin(t) and y = C_2*cos(t) - C_1*sin(t)"),
    ("solve x' = x + 2y, y' = 3x + 2y", "x = C_1*e^(4*t) + C_2*e^-t and y = 3*C_1*e^(4*t)/2 - C_2*e^-t"),
)

#: Others: what was found, and where it holds.
OTHERS = (
    ("solve y' = x/y", "y = sqrt(x^2 + C) or y = -sqrt(x^2 + C)", ["x^2 + C > 0"]),
    ("solve y' = y^2", "y = 1/(C - x) or y = 0", []),
    ("solve y' = y(1 - y)", "y = 1/(C*e^-x + 1) or y = 0", []),
    ("solve y' = 1 + y^2", "y = tan(x + C)", []),
    ("solve y' = sqrt(y)", "y = (x/2 + C)^2 or y = 0", ["x/2 + C >= 0"]),
    ("solve y' = y^(1/3)", "y = sqrt(2*x/3 + C)^3 or y = -sqrt(2*x/3 + C)^3 or y = 0", ["2*x/3 + C >= 0"]),
    ("solve y' = 3 y^(2/3)", "y = (x + C)^3 or y = 0", []),
    ("solve y' = sin y", "y = 2*arctan(C*e^x) or y = pi", []),
    ("solve y' sin x = y ln y", "y = e^(C*tan(x/2))", []),
    ("solve y' + y/x = y^2", "y = 1/(C*x - x*ln(abs(x))) or y = 0", ["x != 0"]),
    ("solve y' = (y/x) + (y/x)^2", "y = 1/(C/x - ln(abs(x))/x) or y = 0", ["x != 0"]),
    ("solve (2x y + 1) + (x^2 + 2y) y' = 0", "y = (sqrt(x^4 - 4*x + C) - x^2)/2 or y = -(x^2 + sqrt(x^4 - 4*x + C))/2", []),
)

#: With values that are taken.
TAKING = (
    ("solve y'' + 4y = sin x, y(0) = 1, y'(0) = 0", "y = -sin(2*x)/6 + cos(2*x) + sin(x)/3", []),
    ("solve y' = 2y given y(0) = 3", "y = 3*e^(2*x)", []),
    ("solve y' = x/y, y(0) = -2", "y = -sqrt(x^2 + 4)", []),
    ("solve y' = y^2, y(0) = 1", "y = 1/(1 - x)", ["x < 1"]),
    ("solve x y' = 2, y(1) = 0", "y = 2*ln(abs(x))", ["x > 0"]),
    ("solve y' = y(1 - y), y(0) = 1", "y = 1", []),
    ("solve y' = y(1 - y), y(0) = 2", "y = 1/(1 - e^-x/2)", ["x > -ln(2)"]),
    ("solve y' = 1 + y^2, y(0) = 0", "y = tan(x)", ["-pi/2 < x < pi/2"]),
    ("solve y' = y tan x, y(pi) = 1", "y = -1/cos(x)", ["pi/2 < x < 3*pi/2"]),
    ("solve dP/dt = 0.2 P (1 - P/500), P(0) = 50", "P = 500/(9*e^(-0.2*t) + 1)", []),
    ("solve y'' + 9y = 0, y(0) = 0, y(pi) = 1", "no solution", []),
    ("solve y'' + 9y = 0, y(0) = 0, y(pi) = 0", "y = C*sin(3*x)", []),
    ("solve y' = 2y where y(0) = y_0", "y = y_0*e^(2*x)", []),
    ("solve dv/dt = g - k v for v, v(0) = 0", "v = g/k - g*e^(-k*t)/k", []),
    ("solve y'' + y = 0 for y, y(0) = 1, y'(0) = 2", "y = 2*sin(x) + cos(x)", []),
)

#: What stays an equation between both; through a point, with numbers: slope, both sides of the answer, point.
IMPLICIT = (
    ("solve y' = y/(1+y)", "y + ln(abs(y)) = x + C or y = 0"),
    ("solve y' = (x^2+1)/(y^2+1)", "y^3/3 + y = x^3/3 + x + C"),
    ("solve y' = 1/(1 + cos y)", "y + sin(y) = x + C"),
    ("solve (y + e^y) y' = x", "y^2/2 + e^y = x^2/2 + C"),
    ("solve y' = y/(1+y), y(0) = 1", "y + ln(abs(y)) = x + 1"),
    ("solve y' = (x^2+1)/(y^2+1), y(0) = 1", "y^3/3 + y = x^3/3 + x + 4/3"),
)
THROUGH: tuple[tuple[Callable[[Any, Any], Any], Callable[[Any], Any], Callable[[Any], Any]], ...] = (
    (lambda x, y: y / (1 + y), lambda y: y + mpmath.log(y), lambda x: x + 1),
    (lambda x, y: (x**2 + 1) / (y**2 + 1), lambda y: y**3 / 3 + y, lambda x: x**3 / 3 + x + mpmath.mpf(4) / 3),
)


class Answers(unittest.TestCase):
    def test_linear_ones_have_their_general_solution(self) -> None:
        for line, wanted in GENERAL:
            with self.subTest(line):
                found = result(line)
                self.assertIsNone(found["error"])
                self.assertEqual(found["exact"]["text"], wanted)
                self.assertEqual((found["solutions"]["complete"], found["solutions"]["general"]), (True, True))

    def test_others_list_what_a_division_loses_and_do_not_say_that_it_is_all(self) -> None:
        for line, wanted, conditions in OTHERS:
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["conditions"]), (wanted, conditions))
                self.assertFalse(found["solutions"]["complete"])

    def test_values_are_put_in_and_it_is_said_where_the_answer_holds(self) -> None:
        for line, wanted, conditions in TAKING:
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["conditions"]), (wanted, conditions))

    def test_the_only_one_is_said_where_a_theorem_says_so(self) -> None:
        self.assertTrue(result("solve y' = y^2, y(0) = 1")["solutions"]["complete"])
        found = result("solve y' = sqrt(y), y(0) = 0")
        self.assertEqual((found["exact"]["text"], found["solutions"]["complete"]), ("y = x^2/4 or y = 0", False))

    def test_what_cannot_be_solved_for_y_stays_an_equation(self) -> None:
        for line, wanted in IMPLICIT:
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["solutions"]["list"], found["solutions"]["complete"]), (wanted, None, False))
        self.assertEqual(exact("solve y' = y/(1+y), y(0) = 0"), "y = 0")
        self.assertEqual(code("solve y' = y/(1+y), y(0) = -1"), "not-supported")  # there is no slope there

    def test_such_an_equation_holds_along_the_numerical_solution(self) -> None:
        for slope, left, right in THROUGH:
            follow = mpmath.odefun(slope, 0, 1)
            for x in (0.25, 0.5, 1):
                self.assertLess(abs(left(follow(x)) - right(mpmath.mpf(x))), 1e-9)

    def test_nothing_begins_where_the_equation_has_no_value(self) -> None:
        self.assertEqual(code("solve y' = y/x, y(0) = 0"), "undefined-value")

    def test_constants_take_letters_that_mean_nothing(self) -> None:
        self.assertEqual(exact("C = 5", "solve y' = x"), "y = x^2/2 + D")
        self.assertEqual(exact("k = 3", "x = 7", "solve y' = k y"), "y = C*e^(3*x)")

    def test_the_sign_of_a_letter_decides_and_is_asked_for(self) -> None:
        self.assertIn("sign of k", exact("solve y'' + k y = 0"))
        self.assertEqual(exact("assume k > 0", "solve y'' + k y = 0"), "y = C_1*cos(x*sqrt(k)) + C_2*sin(x*sqrt(k))")

    def test_letters_in_the_roots_must_not_make_them_one(self) -> None:
        for line, conditions in (("solve y'' - (a + b) y' + a b y = 0", ["a != b"]), ("solve y'' + w^2 y = 0", ["w != 0"]), ("solve y'' - 3y' + 2y = 0", [])):
            with self.subTest(line):
                self.assertEqual(result(line)["conditions"], conditions)

    def test_none_is_said_only_where_it_is_known(self) -> None:
        """y = C/x has a pole where the value is given, and with C = 0 it has not: that there is no solution would be wrong."""
        self.assertEqual(code("solve x y' = -y, y(0) = 0"), "not-supported")

    def test_in_degrees_the_functions_are_those_of_degrees(self) -> None:
        self.assertEqual(exact("solve y'' + y = 0", angles="degrees"), "y = C_1*cos(180*x/pi) + C_2*sin(180*x/pi)")

    def test_what_is_not_solved_says_so(self) -> None:
        for line in ("solve y' = x^2 + y^2", "solve y'' + x y = 0", "solve (y')^2 = y", "solve y' = 2y, y(0) = 1 in [0, 5]", "solve y' = y(0), y(0) = 1", "solve y' < 2y"):
            with self.subTest(line):
                self.assertEqual(code(line), "not-supported")


class Reading(unittest.TestCase):
    def test_a_derivative_of_nothing_is_never_a_number(self) -> None:
        for line in ("y' = 2y", "dy/dx = 2y", "f'(x) = 2x", "y' + 2", "dy/dx", "y' = 2y ?", "a = y' + 2", "f(x) = y'"):
            with self.subTest(line):
                self.assertEqual(code(line), "unknown-name")

    def test_an_equation_with_one_offers_to_solve_it(self) -> None:
        for line, offered in (("y' = 2y", "solve y' = 2y"), ("f'(x) = 2 f(x)", "solve f'(x) = 2 f(x)"), (r"\frac{dy}{dx} = 2y", "solve dy/dx = 2y")):
            with self.subTest(line):
                offer = result(line)["error"]["suggestion"]
                mended = line[: offer["start"]] + offer["text"] + line[offer["end"]:]
                self.assertEqual(mended, offered)
                self.assertIsNone(result(mended)["error"])

    def test_with_a_meaning_it_is_the_derivative(self) -> None:
        self.assertEqual(exact("y = x^2", "solve y' = 6"), "x = 3")
        self.assertEqual(result("y = x^2", "y' = 2x ?")["verdict"], "equal")

    def test_the_letter_is_said_or_x_or_t(self) -> None:
        self.assertEqual(exact("solve y' = t y"), "y = C*e^(t^2/2)")
        self.assertEqual(notices("solve y' = t y"), ["y is read as a function of t, since t stands in the equation."])
        self.assertEqual(exact("solve y' = t y as a function of x"), "y = C*e^(t*x)")
        self.assertEqual(code("solve dy/dx = 2, dz/dt = 3"), "wrong-arguments")

    def test_a_prime_behind_the_brackets_is_put_where_it_belongs(self) -> None:
        error = result("solve y(x)' = 2")["error"]
        self.assertEqual((error["code"], error["suggestion"]["text"]), ("syntax", "y'(x)"))

    def test_words_around_latex_are_words(self) -> None:
        for line in (r"solve \frac{x}{2} = 3", r"solve $\frac{x}{2} = 3$", r"solve \frac{x}{2} = 3 for x"):
            with self.subTest(line):
                self.assertEqual(exact(line), "x = 6")


class ComparedWithIntegration(unittest.TestCase):
    """The value of an answer at 1/2, and what stepping along the slopes comes to."""

    def test_random_linear_equations_of_second_order(self) -> None:
        rng = random.Random(7)
        for _ in range(rounds(6)):
            a, b, c, d, e = (rng.randint(-3, 3) for _ in range(5))
            right, value = rng.choice((("x", lambda x: x), ("sin x", math.sin), ("e^x", math.exp), ("x e^(-x)", lambda x: x * math.exp(-x)), ("2", lambda x: 2)))
            line = f"solve y'' + ({a}) y' + ({b}) y = ({c}) {right}, y(0) = {d}, y'(0) = {e}"
            with self.subTest(line):
                found = exact(line)
                self.assertTrue(found.startswith("y = "), found)
                there = stepped(lambda x, v, a=a, b=b, c=c, value=value: [v[1], c * value(x) - a * v[1] - b * v[0]], [d, e])
                self.assert_close(found.removeprefix("y = "), there[0])

    def test_equations_of_first_order(self) -> None:
        for slope, start, of in (
            ("x/y", 2, lambda x, y: x / y),
            ("y(1 - y)", "1/4", lambda x, y: y * (1 - y)),
            ("y^2 cos x", 1, lambda x, y: y**2 * math.cos(x)),
            ("y + y^3", "1/3", lambda x, y: y + y**3),
            ("(x + 1) e^(-y)", 0, lambda x, y: (x + 1) * math.exp(-y)),
            ("x^2 - 3y", 1, lambda x, y: x**2 - 3 * y),
            ("1 - y^2", "1/2", lambda x, y: 1 - y**2),
            ("(y^2 + 2y(x + 1))/(x + 1)^2", 1, lambda x, y: (y**2 + 2 * y * (x + 1)) / (x + 1) ** 2),
        ):
            line = f"solve y' = {slope}, y(0) = {start}"
            with self.subTest(line):
                found = result(line)
                if found["error"]:
                    self.assertEqual(found["error"]["code"], "not-supported")
                    continue
                there = stepped(lambda x, v, of=of: [of(x, v[0])], [eval_fraction(start)])
                self.assert_close(found["exact"]["text"].removeprefix("y = "), there[0])

    def assert_close(self, expression: str, wanted: object) -> None:
        shown = decimal(f"({expression}) at x = 1/2 to 10 sf").split()[1]
        self.assertAlmostEqual(float(shown), float(wanted), delta=1e-8 * max(1.0, abs(float(wanted))))  # type: ignore[arg-type]


def stepped(slopes: Callable[[float, list[float]], list[float]], values: list[float], steps: int = 400) -> list[float]:
    """What the values at 0 become at 1/2 by the steps of Runge and Kutta: their error is some h^4, less than 1e-10 here."""
    h = 0.5 / steps
    for k in range(steps):
        x = k * h
        first = slopes(x, values)
        second = slopes(x + h / 2, [v + h / 2 * s for v, s in zip(values, first, strict=True)])
        third = slopes(x + h / 2, [v + h / 2 * s for v, s in zip(values, second, strict=True)])
        last = slopes(x + h, [v + h * s for v, s in zip(values, third, strict=True)])
        values = [v + h / 6 * (a + 2 * b + 2 * c + d) for v, a, b, c, d in zip(values, first, second, third, last, strict=True)]
    return values


def eval_fraction(text: object) -> float:
    """`1/4` as a number."""
    over, _, under = str(text).partition("/")
    return int(over) / int(under or 1)


if __name__ == "__main__":
    unittest.main()
