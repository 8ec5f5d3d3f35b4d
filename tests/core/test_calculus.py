"""Section 6 of the language: limits, integrals, sums, products, series, extremes, transforms, tables and graphs."""

from __future__ import annotations

import math
import random
import unittest

import mpmath

from .lines import code, decimal, exact, notices, result

LIMITS = (
    ("sin(x)/x as x -> 0", "1"),
    ("(1 - cos x)/x^2 as x -> 0", "1/2"),
    ("(x^2 - 4)/(x - 2) as x -> 2", "4"),
    ("(3x - 1)/(x + 2) as x -> oo", "3"),
    ("1/x as x -> 0+", "oo"),
    ("1/x as x -> 0-", "-oo"),
    ("1/x^2 as x -> 0", "oo"),
    ("|x|/x as x -> 0-", "-1"),
    ("(1 + 1/n)^n as n -> oo", "e"),
    ("(1 + a/n)^n as n -> oo", "e^a"),
    ("e^x as x -> -oo", "0"),
    ("sqrt(x^2 + x) - x as x -> oo", "1/2"),
    ("(x^2 - a^2)/(x - a) as x -> a", "2*a"),
    ("(sin(x + h) - sin x)/h as h -> 0", "cos(x)"),
    ("arctan x as x -> oo", "pi/2"),
    ("(2^x - 1)/x as x -> 0", "ln(2)"),
    ("x ln x as x -> 0", "0"),
    ("sqrt(x) as x -> 0", "0"),
    ("x^x as x -> 0+", "1"),
    ("(cbrt(x) + 2)/(x + 8) as x -> -8", "1/12"),
    ("cbrt(x) as x -> -oo", "-oo"),
    ("floor(x) as x -> 2-", "1"),
    ("floor(x) as x -> 2+", "2"),
)

NO_LIMITS = (
    ("1/cbrt(x) as x -> 0", "from the left it is -oo, from the right oo"),
    ("|x|/x as x -> 0", "from the left it is -1, from the right 1"),
    ("1/x as x -> 0", "from the left it is -oo, from the right oo"),
    ("floor(x) as x -> 2", "from the left it is 1, from the right 2"),
    ("tan x as x -> pi/2", "from the left it is oo, from the right -oo"),
    ("sin(1/x) as x -> 0", "go up and down"),
    ("sin x as x -> oo", "go up and down"),
    ("ln(x) as x -> 0-", "no real values"),
)

ANTIDERIVATIVES = (
    ("3", "3*x + C"),
    ("x^2", "x^3/3 + C"),
    ("1/x", "ln(abs(x)) + C"),
    ("x cos(x)", "x*sin(x) + cos(x) + C"),
    ("x e^x", "e^x*(x - 1) + C"),
    ("ln x", "x*(ln(x) - 1) + C"),
    ("1/(x^2 - 1)", "ln(abs(x - 1))/2 - ln(abs(x + 1))/2 + C"),
    ("1/(x^2 + 4)", "arctan(x/2)/2 + C"),
    ("x/(x^2 + 1)", "ln(x^2 + 1)/2 + C"),
    ("tan x", "-ln(abs(cos(x))) + C"),
    ("sec(x)^2", "tan(x) + C"),
    ("cos(3x)", "sin(3*x)/3 + C"),
    ("(2x + 1)^5", "(2*x + 1)^6/12 + C"),
    ("1/sqrt(1 - x^2)", "arcsin(x) + C"),
    ("sqrt(1 - x^2)", "(x*sqrt(1 - x^2) + arcsin(x))/2 + C"),
    ("e^x sin x", "e^x*(sin(x) - cos(x))/2 + C"),
    ("a x^2 + b", "a*x^3/3 + b*x + C"),
    ("x^n", "x^(n + 1)/(n + 1) + C"),
    ("|x|", "x*abs(x)/2 + C"),
)

INTEGRALS = (
    ("x^2 for x from 0 to 3", "9"),
    ("x^2 for x from 3 to 0", "-9"),
    ("x^2 dx from 0 to 3", "9"),
    ("1/x for x from 1 to e", "1"),
    ("sin(2x) for x from 0 to pi/2", "1"),
    ("e^(-x^2) for x from -oo to oo", "sqrt(pi)"),
    ("1/(1 + x^2) for x from 0 to 1", "pi/4"),
    ("1/(1 + x^2) for x from -oo to oo", "pi"),
    ("1/x^2 for x from 1 to oo", "1"),
    ("1/sqrt(x) for x from 0 to 1", "2"),
    ("ln x for x from 0 to 1", "-1"),
    ("|x - 1| for x from 0 to 3", "5/2"),
    ("floor(x) for x from 0 to 3", "3"),
    ("1/cbrt(x) for x from -1 to 1", "0"),
    ("x^(2/3) for x from -1 to 1", "6/5"),
    ("|sin x| for x from 0 to 2pi", "4"),
    ("max(x, 1) for x from 0 to 2", "5/2"),
    ("sqrt(4 - x^2) for x from 0 to 2", "pi"),
    ("1/(2 + cos x) for x from 0 to 2pi", "2*sqrt(3)*pi/3"),
    ("sin(x)/x for x from 0 to oo", "pi/2"),
    ("x e^(-x) for x from 0 to oo", "1"),
    ("x^2 for x from 0 to a", "a^3/3"),
    ("1/x for x from 1 to a", "ln(a)"),
)

TOTALS = (
    ("sum of n^2 for n from 1 to 100", "338350"),
    ("sum of n for n from 1 to 1000000", "500000500000"),
    ("sum of i for i from 1 to 4", "10"),
    ("sum of n for n from 5 to 1", "0"),
    ("sum of 1/n for n from 1 to 10", "7381/2520"),
    ("sum of k for k from 1 to n", "n*(n + 1)/2"),
    ("sum of k^3 for k from 1 to n", "n^2*(n + 1)^2/4"),
    ("sum of 1/(n (n + 1)) for n from 1 to N", "N/(N + 1)"),
    ("sum of (2/5)^n for n from 0 to oo", "5/3"),
    ("sum of 1/(n (n + 1)) for n from 1 to oo", "1"),
    ("sum of 1/n^2 for n from 1 to oo", "pi^2/6"),
    ("sum of n/2^n for n from 1 to oo", "2"),
    ("sum of 2^n/n! for n from 0 to oo", "e^2"),
    ("sum of (-1)^n/n for n from 1 to oo", "-ln(2)"),
    ("product of k for k from 1 to 6", "720"),
    ("product of n for n from 1 to m", "m!"),
    ("product of (1 + 1/k) for k from 1 to n", "n + 1"),
    ("product of (1 - 1/n^2) for n from 2 to oo", "1/2"),
)

ERRORS = (
    ("integral of 1/x for x from -1 to 1", "diverges"),
    ("integral of 1/x for x from 1 to oo", "diverges"),
    ("integral of 1/x^2 for x from -1 to 1", "diverges"),
    ("integral of sqrt(x) for x from -1 to 1", "outside-domain"),
    ("integral of e^(x^2) dx", "not-supported"),
    ("sum of 1/n for n from 1 to oo", "diverges"),
    ("sum of (-1)^n for n from 0 to oo", "diverges"),
    ("sum of n!/2^n for n from 0 to oo", "diverges"),
    ("sum of 1/n for n from 0 to 5", "division-by-zero"),
    ("sum of n for n from 1/2 to 3", "outside-domain"),
    ("sum of sin(n^2) for n from 1 to 10^9", "too-large"),
    ("series of 1/x at x = 0 to order 3", "outside-domain"),
    ("series of |x| at x = 0 to order 3", "outside-domain"),
    ("series of sqrt(x) at x = 0 to order 2", "outside-domain"),
    ("greatest value of x^2", "undefined-value"),
    ("least value of 1/x for x from 1 to oo", "undefined-value"),
    ("turning points of sin x", "not-supported"),
    ("table of x^2 for x from 0 to 1 step 0", "outside-domain"),
    ("table of x for x from 0 to 10^9 step 1", "too-large"),
    ("graph x^2 for x from 2 to 1", "outside-domain"),
    ("graph points [1, [2, 3]]", "not-supported"),
)

SERIES = (
    ("e^x at x = 0 to order 3", "1 + x + x^2/2 + x^3/6", "error of order x^4"),
    ("tan x at x = 0 to order 5", "x + x^3/3 + 2*x^5/15", "error of order x^7"),
    ("e^(sin x) at x = 0 to order 4", "1 + x + x^2/2 - x^4/8", "error of order x^5"),
    ("sin(x)/x at x = 0 to order 4", "1 - x^2/6 + x^4/120", "error of order x^6"),
    ("sqrt(x) at x = 4 to order 2", "2 + (x - 4)/4 - (x - 4)^2/64", "error of order (x - 4)^3"),
    ("sin x at x = 0 to order 5", "x - x^3/6 + x^5/120", "error of order x^7"),
    ("cos x around pi/3 to order 1", "1/2 - sqrt(3)*(x - pi/3)/2", "error of order (x - pi/3)^2"),
    ("a e^x about x = 0 of degree 1", "a + a*x", "error of order x^2"),
    ("ln x at x = 1 to order 2", "(x - 1) - (x - 1)^2/2", "error of order (x - 1)^3"),
)

TRANSFORMS = (
    ("laplace transform of e^(2t) in t, as a function of s", "1/(s - 2)", ["s > 2"]),
    ("laplace transform of e^(a t) in t, as a function of s", "1/(s - a)", ["s > a"]),
    ("laplace transform of t^2 in t, as a function of s", "2/s^3", ["s > 0"]),
    (
        "laplace transform of e^(-t) cos(2t) in t, as a function of s",
        "(s + 1)/(s^2 + 2*s + 5)",
        ["s > -1"],
    ),
    ("laplace transform of t sin t", "2*s/(s^2 + 1)^2", ["s > 0"]),
    ("laplace transform of t e^(-2t) sin(3t)", "6*(s + 2)/(s^2 + 4*s + 13)^2", ["s > -2"]),
    ("laplace transform of sin(t)^2", "2/(s*(s^2 + 4))", ["s > 0"]),
    ("laplace transform of sin(a t)", "a/(a^2 + s^2)", ["s > 0"]),
    ("laplace transform of e^(a t) + e^(b t)", "(-a - b + 2*s)/((s - a)*(s - b))", ["s > a", "s > b"]),
    ("laplace transform of (t - 1) e^t", "(2 - s)/(s - 1)^2", ["s > 1"]),
    ("inverse laplace transform of e^(-2s)/s", "0 if t < 2, 1 otherwise", []),
    ("inverse laplace transform of (1 - e^(-s))/s^2", "t if t < 1, 1 otherwise", []),
    ("inverse laplace transform of 1/(s^2 + 1) in s, as a function of t", "sin(t)", []),
    ("inverse laplace transform of 1/(s (s + 1)) in s, as a function of t", "1 - e^-t", []),
)


class Limits(unittest.TestCase):
    def test_limits(self) -> None:
        for line, wanted in LIMITS:
            with self.subTest(line):
                self.assertEqual(exact(f"limit of {line}"), wanted)

    def test_no_limit_says_what_happens(self) -> None:
        for line, why in NO_LIMITS:
            with self.subTest(line):
                error = result(f"limit of {line}")["error"]
                self.assertEqual(error["code"], "no-limit")
                self.assertIn(why, error["message"])

    def test_inside_a_calculation(self) -> None:
        self.assertEqual(exact("2 (limit of sin(x)/x as x -> 0)"), "2")
        self.assertEqual(exact("x = 7", "limit of x^2 as x -> 3"), "9")

    def test_a_limit_from_one_side_only_is_said(self) -> None:
        self.assertTrue(any("right" in n for n in notices("limit of sqrt(x) as x -> 0")))

    def test_cases(self) -> None:
        f = "f(x) = x^2 if x < 1, 3 - x otherwise"
        self.assertEqual(code(f, "limit of f(x) as x -> 1"), "no-limit")
        self.assertEqual(exact(f, "limit of f(x) as x -> 1-"), "1")
        self.assertEqual(exact(f, "limit of f(x) as x -> 1+"), "2")


class Integrals(unittest.TestCase):
    def test_antiderivatives(self) -> None:
        for body, wanted in ANTIDERIVATIVES:
            with self.subTest(body):
                self.assertEqual(exact(f"integral of {body} dx"), wanted)

    def test_conditions(self) -> None:
        self.assertEqual(result("integral of x^n dx")["conditions"], ["n != -1"])
        self.assertEqual(result("integral of 1/x dx")["conditions"], [])
        self.assertEqual(
            result("integral of 1/sqrt(1 - x^2) dx")["conditions"], ["x != -1", "x != 1"]
        )

    def test_the_constant_is_a_free_letter(self) -> None:
        self.assertEqual(exact("C = 3", "integral of 2x dx"), "x^2 + D")
        self.assertEqual(exact("integral of C x dx"), "C*x^2/2 + D")

    def test_between_two_ends(self) -> None:
        for line, wanted in INTEGRALS:
            with self.subTest(line):
                self.assertEqual(exact(f"integral of {line}"), wanted)

    def test_degrees_count(self) -> None:
        self.assertEqual(exact("integral of sin x for x from 0 to 90", angles="degrees"), "180/pi")

    def test_without_a_closed_form_the_digits_are_proved(self) -> None:
        self.assertEqual(
            decimal("integral of e^(x^2) for x from 0 to 1 to 20 dp"),
            "≈ 1.46265174590718160880",
        )
        self.assertIsNone(result("integral of e^(x^2) for x from 0 to 1")["exact"])

    def test_random_integrals_against_quadrature(self) -> None:
        pick = random.Random(7)
        parts = (
            "x^2",
            "sin(x)",
            "e^x",
            "1/(x + 3)",
            "x e^(-x)",
            "cos(2x)",
            "sqrt(x + 1)",
            "|x - 1|",
        )
        value = {
            "x^2": lambda x: x**2,
            "sin(x)": mpmath.sin,
            "e^x": mpmath.exp,
            "1/(x + 3)": lambda x: 1 / (x + 3),
            "x e^(-x)": lambda x: x * mpmath.exp(-x),
            "cos(2x)": lambda x: mpmath.cos(2 * x),
            "sqrt(x + 1)": lambda x: mpmath.sqrt(x + 1),
            "|x - 1|": lambda x: abs(x - 1),
        }
        for _ in range(12):
            one, other = pick.sample(parts, 2)
            a, b = pick.randint(1, 5), pick.randint(1, 5)
            line = f"integral of {a}*({one}) + {b}*({other}) for x from 0 to 2 to 9 sf"
            with self.subTest(line):
                near = mpmath.quad(
                    lambda x: a * value[one](x) + b * value[other](x),  # noqa: B023
                    [0, 1, 2],
                )
                self.assertAlmostEqual(
                    float(decimal(line).split()[1]), float(near), delta=1e-6 * abs(near)
                )

    def test_area_is_never_negative(self) -> None:
        self.assertEqual(exact("area between x and x^2 for x from 0 to 1"), "1/6")
        self.assertEqual(exact("area between x^2 and x for x from 0 to 2"), "1")
        self.assertEqual(exact("area between sin x and cos x for x from 0 to pi"), "2*sqrt(2)")


class Totals(unittest.TestCase):
    def test_sums_and_products(self) -> None:
        for line, wanted in TOTALS:
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)

    def test_a_ratio_with_a_letter_has_a_condition(self) -> None:
        found = result("sum of q^n for n from 0 to oo")
        self.assertEqual(
            (found["exact"]["text"], found["conditions"]), ("1/(1 - q)", ["-1 < q < 1"])
        )

    def test_closed_forms_against_adding_up(self) -> None:
        for body, term in (
            ("n^2 - n", lambda n: n**2 - n),
            ("n 2^n", lambda n: n * 2**n),
            ("3^n", lambda n: 3**n),
        ):
            with self.subTest(body):
                text = exact(f"sum of {body} for n from 1 to N")
                for end in (1, 2, 7):
                    self.assertEqual(
                        exact(f"({text}) at N = {end}"),
                        str(sum(term(n) for n in range(1, end + 1))),
                    )

    def test_series(self) -> None:
        for line, wanted, left_out in SERIES:
            with self.subTest(line):
                found = result(f"series of {line}")
                self.assertEqual(
                    (found["exact"]["text"], found["conditions"]), (wanted, [left_out])
                )


class Extremes(unittest.TestCase):
    def test_turning_points_have_a_kind(self) -> None:
        for line, wanted in (
            ("turning points of x^3 - 3x", [("-1", "2", "maximum"), ("1", "-2", "minimum")]),
            ("turning points of x^3", [("0", "0", "inflection")]),
            ("turning points of |x - 1|", [("1", "0", "minimum")]),
            ("turning points of x + 1/x", [("-1", "-2", "maximum"), ("1", "2", "minimum")]),
            (
                "turning points of sin x for x from 0 to 2pi",
                [("pi/2", "1", "maximum"), ("3*pi/2", "-1", "minimum")],
            ),
            ("turning points of e^x - 2x", [("ln(2)", "2 - 2*ln(2)", "minimum")]),
        ):
            with self.subTest(line):
                rows = result(line)["solutions"]["list"]
                self.assertEqual(
                    [(r["x"]["exact"]["text"], r["y"]["exact"]["text"], r["type"]) for r in rows],
                    wanted,
                )

    def test_greatest_and_least_values(self) -> None:
        for line, wanted, places in (
            ("least value of x^2 - 4x", "-4", ["x = 2"]),
            ("greatest value of x e^(-x)", "1/e", ["x = 1"]),
            ("greatest value of sin x + cos x", "sqrt(2)", ["x = pi/4"]),
            ("least value of x^2 + 1 for x from -1 to 2", "1", ["x = 0"]),
            ("greatest value of x^2 for x from -2 to 2", "4", ["x = -2", "x = 2"]),
            ("greatest value of 1/x for x from 1 to oo", "1", ["x = 1"]),
        ):
            with self.subTest(line):
                found = result(line)
                self.assertEqual((found["exact"]["text"], found["conditions"]), (wanted, places))

    def test_transforms(self) -> None:
        for line, wanted, conditions in TRANSFORMS:
            with self.subTest(line):
                found = result(line)
                self.assertEqual(
                    (found["exact"]["text"], found["conditions"]), (wanted, conditions)
                )

    def test_errors(self) -> None:
        for line, wanted in ERRORS:
            with self.subTest(line):
                self.assertEqual(code(line), wanted)


class Data(unittest.TestCase):
    def test_a_table_has_rows_exact_and_decimal(self) -> None:
        found = result("f(x) = x^2", "table of f for x from 0 to 1 step 1/4")
        self.assertEqual(found["kind"], "table")
        texts = [[v["exact"]["text"] for v in row] for row in found["table"]["rows"]]
        self.assertEqual(texts[1], ["1/4", "1/16"])
        self.assertEqual(found["table"]["rows"][1][1]["decimal"]["text"], "0.0625")

    def test_a_table_at_points_leaves_gaps(self) -> None:
        rows = result("table of x^2, 1/x at 0, 1/2, pi")["table"]["rows"]
        self.assertIsNone(rows[0][2])
        self.assertEqual(rows[2][2]["exact"]["text"], "1/pi")

    def test_a_graph_follows_its_function(self) -> None:
        found = result("graph x^2 - 1 for x from -2 to 2")
        self.assertEqual(found["kind"], "graph")
        curve = found["graph"]["curves"][0]
        for piece in curve["pieces"]:
            for x, y in piece:
                self.assertAlmostEqual(y, x * x - 1, places=6)
        kinds = [(f["kind"], f["x"]["exact"]["text"]) for f in curve["features"]]
        self.assertEqual(
            kinds, [("zero", "-1"), ("zero", "1"), ("intercept", "0"), ("minimum", "0")]
        )

    def test_a_graph_breaks_at_poles_and_gaps(self) -> None:
        pole = result("graph 1/x for x from -1 to 1")["graph"]["curves"][0]["pieces"]
        self.assertTrue(all(not (p[0][0] < 0 < p[-1][0]) for p in pole))
        root = result("graph sqrt(x) for x from -1 to 1")["graph"]["curves"][0]["pieces"]
        self.assertTrue(all(x >= -1e-9 for p in root for x, _ in p))

    def test_an_equation_in_two_letters(self) -> None:
        lines = result("graph x^2 + y^2 = 25 for x from -6 to 6, y from -6 to 6")["graph"]["curves"]
        for piece in lines[0]["pieces"]:
            for x, y in piece:
                self.assertAlmostEqual(math.hypot(x, y), 5, delta=0.02)

    def test_points(self) -> None:
        found = result("graph points [[0, 1], [1, 3]] joined")["graph"]
        (curve,) = found["curves"]
        self.assertEqual((curve["points"], curve["joined"]), ([[0, 1], [1, 3]], True))


class Hyperbola(unittest.TestCase):
    def test_the_difference_of_squares_is_one(self) -> None:
        for line, expected in (("cosh(x)^2 - sinh(x)^2", "1"), ("2 cosh(3t)^2 - 2 sinh(3t)^2 + y", "y + 2"), ("(cosh(x)^2 - 1)/sinh(x)", "sinh(x)"), ("derivative of sinh(x)/cosh(x)", "1/cosh(x)^2")):
            with self.subTest(line):
                self.assertEqual(exact(line), expected)
        self.assertEqual(result("(cosh(x)^2 - 1)/sinh(x)")["conditions"], ["x != 0"])


class SaidInOtherWords(unittest.TestCase):
    def test_sides_of_a_limit(self) -> None:
        for line, expected in (("limit of 1/x as x -> 0 from the right", "oo"), ("limit of 1/x as x -> 0 from above", "oo"), ("limit of |x|/x as x tends to 0 from below", "-1"),
                               ("limit of 1/x as x -> 0 from the left", "-oo"), ("limit of floor(x) as x -> 2 from left", "1"), ("lim x->0 from the left of 1/x", "-oo")):
            with self.subTest(line):
                self.assertEqual(exact(line), expected)

    def test_the_area_that_two_curves_enclose(self) -> None:
        for line, expected in (("area between x^2 and x + 2", "9/2"), ("area between x^3 and x", "1/2"), ("area between 4 and x^2", "32/3"), ("area enclosed by sqrt(x) and x^2", "1/3"),
                               ("area bounded by t^2 and 2t", "4/3"), ("area between x^4 and 5x^2 - 4", "8")):
            with self.subTest(line):
                self.assertEqual(exact(line), expected)
        for line, expected in (("area between x^2 and x^2 + 1", "undefined-value"), ("area between x^2 and 2x - 1", "undefined-value"), ("area between sin x and 0", "not-supported"),
                           ("area between a x^2 and x", "not-supported"), ("area between x and 1/x", "diverges")):
            with self.subTest(line):
                self.assertEqual((result(line)["error"] or {"code": ""})["code"], expected)

    def test_the_nearest_whole_number(self) -> None:
        for line, expected in (("41/7 to the nearest whole number", "6"), ("round 12.345 to the nearest tenth", "12.3"), ("2.5 rounded to the nearest integer", "3")):
            with self.subTest(line):
                self.assertEqual((result(line)["decimal"] or {"text": ""})["text"], expected)
