"""The sentences of the contract that give an example, one after another: what each example must come to."""

from __future__ import annotations

import unittest

from .lines import code, decimal, exact, notices, result

Cells = str | tuple[str, ...]

#: section, cells (the last one is looked at), its exact text
EXACT: tuple[tuple[str, Cells, str], ...] = (
    ("1", ("f(x) = sqrt(x) - 2/x", "f(9)"), "25/9"),
    ("1", ("T(b, h) = b h/2", "T(3, 4)"), "6"),
    ("1", ("f(x) = x", "g(x) = x^2", "h = f + g"), "x^2 + x"),
    ("1", ("f(x) = x", "g(x) = x^2", "h = f g"), "x^3"),
    ("1", ("f(x) = x^2", "h = f'"), "2*x"),
    ("1", ("f(x) = x + 1", "g(x) = x^2", "h = f ∘ g"), "x^2 + 1"),
    ("1", "2/3 + 1/6", "5/6"),
    ("1", "x^2 = 12", "x^2 = 12"),
    ("1", ("x = 3", "free x", "x + 1"), "x + 1"),
    ("1", ("x = 3", "y = 2", "free all", "x + y"), "x + y"),
    ("meaning", ("k = 4", "m = k^2 + 1", "k = 7", "m"), "17"),
    ("meaning", ("w = r^2 - 1", "r = 4", "w"), "15"),
    ("meaning", ("w = r^2 - 1", "r = 4", "w", "r = 3", "w"), "8"),
    ("meaning", ("x = 5", "f(x) = x^2", "f(2)"), "4"),
    ("meaning", ("x = 5", "solve x^2 = 4 for x"), "x = -2 or x = 2"),
    ("meaning", ("x = 5", "d/dx x^3"), "75"),
    ("meaning", ("y = x^2", "x = 5", "y'"), "10"),
    ("meaning", ("c = 8", "c = c/2", "c"), "4"),
    ("meaning", ("area = 7", "area + 1"), "8"),
    ("meaning", "sum of i for i from 1 to 5", "15"),
    ("numbers", ("2 + 3", "cell 1 * 2"), "10"),
    ("numbers", ("2 + 3", "above + 1"), "6"),
    ("numbers", ("f(x) = x^2", "(cell 1)(3)"), "9"),
    ("numbers", ("r + 1", "r = 4", "cell 1"), "5"),
    ("2", "x + y at x = 1, y = 3", "4"),
    ("2", "20/4(1 + 6)", "35"),
    ("2", "2^3^2", "512"),
    ("2", "-x^2 at x = 3", "-9"),
    ("2", "2^-1", "1/2"),
    ("2", "x²", "x^2"),
    ("2", "100 + 10%", "100.1"),
    ("2", "6e-4", "0.0006"),
    ("2", "6e - 4", "6*e - 4"),
    ("2", "0.1(6)", "1/6"),
    ("2", "2.5(4)", "229/90"),
    ("2", ".5 + 4e6", "4000000.5"),
    ("2", "9 5/6", "59/6"),
    ("2", "xe^x", "x*e^x"),
    ("2", ("x1 = 4", "x_1 + 1"), "5"),
    ("2", "θ + 1", "theta + 1"),
    ("2", "sin -x", "-sin(x)"),
    ("2", "det [[2, 1], [5, 3]]", "1"),
    ("2", "cos 60°", "1/2"),
    ("2", "√x²", "x"),
    ("2", "∛27", "3"),
    ("2", "sin^2 x", "sin(x)^2"),
    ("2", "sin^-1 (1/2)", "pi/6"),
    ("2", ("f(x) = 2x + 4", "f^-1(x)"), "x/2 - 2"),
    ("2", ("f(x) = x + 1", "f^2(x)"), "x^2 + 2*x + 1"),
    ("built in", "log(100)", "2"),
    ("built in", "log(8, 2)", "3"),
    ("built in", "root(-32, 5)", "-2"),
    ("built in", "min(3, 2, 5) + max(3, 2, 5)", "7"),
    ("built in", "round(2.5)", "3"),
    ("built in", "round(-2.5)", "-3"),
    ("built in", "floor(-1.5) + ceil(-1.5)", "-3"),
    ("built in", "-7 mod 3", "2"),
    ("built in", "-7 div 3", "-3"),
    ("built in", "7 mod -3", "1"),
    ("built in", "gcd(12, 18) + lcm(4, 6) + hcf(9, 6)", "21"),
    ("built in", "choose(5, 2) + 4!", "34"),
    ("built in", "sign(-3) + abs(-2)", "1"),
    ("built in", "re(3 + 4i) + im(3 + 4i)", "7"),
    ("built in", "conj(3 + 4i)", "3 - 4*i"),
    ("built in", ("L = [3, 1, 4]", "L_2"), "1"),
    ("built in", ("L = [3, 1, 4]", "mean(L) + median(L) + sum(L)"), "41/3"),
    ("built in", ("L = [3, 1, 4]", "variance(L)"), "7/3"),
    ("built in", ("L = [3, 1, 4]", "popvariance(L)"), "14/9"),
    ("built in", ("L = [3, 1, 4]", "stdev(L)"), "sqrt(21)/3"),
    ("built in", ("M = [[2, 5], [1, 4]]", "M_(1,2)"), "5"),
    ("built in", ("M = [[2, 5], [1, 4]]", "M^2"), "[[9, 30], [6, 21]]"),
    ("built in", ("M = [[2, 5], [1, 4]]", "inverse(M)"), "[[4/3, -5/3], [-1/3, 2/3]]"),
    ("built in", ("M = [[2, 5], [1, 4]]", "transpose(M)"), "[[2, 1], [5, 4]]"),
    ("built in", ("M = [[2, 5], [1, 4]]", "trace(M) + rank(M)"), "8"),
    ("built in", ("M = [[2, 5], [1, 4]]", "rref(M)"), "[[1, 0], [0, 1]]"),
    ("built in", ("f(x) = x^2 if x < 0, 2x otherwise", "f(-3) + f(3)"), "15"),
    ("functions", ("f(x) = x + 1", "g(x) = x^2", "(f @ g)(8)"), "65"),
    ("functions", ("f(x) = x + 1", "g(x) = x^2", "(f + g)(x)"), "x^2 + x + 1"),
    ("functions", ("f(x) = x + 1", "g(x) = x^2", "(f/g)(2)"), "3/4"),
    ("functions", ("f(x) = x + 1", "g(x) = x^2", "f(g(p))"), "p^2 + 1"),
    ("derivatives", ("f(x) = x^3", "f''(x)"), "6*x"),
    ("derivatives", ("f(x) = x^3", "f'(6)"), "108"),
    ("derivatives", "d^2/dx^2 (x^4)", "12*x^2"),
    ("derivatives", ("f(x, y) = x^2 y", "d/dx f(x, y)"), "2*x*y"),
    ("derivatives", ("v = r^3", "(d/dr v) at r = 2"), "12"),
    ("3", "cbrt(-8)", "-2"),
    ("3", "(-8)^(1/3)", "-2"),
    ("3", "(-8)^(2/3)", "4"),
    ("4", "sqrt(147)", "7*sqrt(3)"),
    ("4", "1/(2 sqrt(5) - 3)", "(3 + 2*sqrt(5))/11"),
    ("4", "sqrt(11 + 6 sqrt(2))", "3 + sqrt(2)"),
    ("4", "(1 + sqrt(13))/2", "(1 + sqrt(13))/2"),
    ("4", "cos(pi/5)", "(1 + sqrt(5))/4"),
    ("4", "tan(15°)", "2 - sqrt(3)"),
    ("4", "ln(e^3)", "3"),
    ("4", "e^(2 i pi/3)", "(-1 + sqrt(3)*i)/2"),
    ("4", "6 - 3 r^2", "6 - 3*r^2"),
    ("4", "7.5^2", "56.25"),
    ("4", "2.5^2 pi", "6.25*pi"),
    ("4", "0.1 + 0.2", "0.3"),
    ("4", "1.5/7", "3/14"),
    ("4", "(x^2 - 3)(5x + 2)", "5*x^3 + 2*x^2 - 15*x - 6"),
    ("5", "(x^2 - 9)/(x - 3)", "x + 3"),
    ("6", "factor x^4 - 1", "(x - 1)*(x + 1)*(x^2 + 1)"),
    ("6", "factor 360", "2^3*3^2*5"),
    ("6", "rationalize 1/(sqrt(x) + 1)", "(sqrt(x) - 1)/(x - 1)"),
    ("6", "single fraction of 1/x + 1/y", "(x + y)/(x*y)"),
    ("6", "partial fractions of 1/(x^2 - 1)", "1/(2*(x - 1)) - 1/(2*(x + 1))"),
    ("6", "2 (limit of sin(x)/x as x -> 0)", "2"),
    ("8", "0^0", "1"),
)

DECIMAL = (
    ("3x/2 + sqrt(5)", "≈ 1.5*x + 2.23607"),
    ("1/8", "= 0.125"),
    ("1/3", "≈ 0.333333"),
    ("0.00004567 to 2 dp", "≈ 0.00"),
    ("sqrt(3) to 3 dp", "≈ 1.732"),
    ("1/2 to 3 dp", "= 0.500"),
    ("2^100 to 5 sf", "≈ 1.2677*10^30"),
    ("1/70000 to 3 sf", "≈ 1.43*10^-5"),
    ("1.5/7", "≈ 0.214286"),
)

CODES: tuple[tuple[Cells, str], ...] = (
    ("c = c/2", "circular"),
    ("f(x) = x f(x - 1)", "circular"),
    (("u = v + 1", "v = u - 1"), "circular"),
    (("b = 1/0", "b + 1"), "needs-above"),
    ("pi = 3", "reserved-name"),
    ("sin = 3", "reserved-name"),
    ("1,000", "syntax"),
    ("6 11", "syntax"),
    ("2 +", "syntax"),
    ("(1 + 2", "syntax"),
    ("1 + 2)", "syntax"),
    ("pix", "unknown-name"),
    ("lnx", "unknown-name"),
    ("2nd_weight", "unknown-name"),
    ("f(2)", "unknown-name"),
    ("sqrt(1, 2)", "wrong-arguments"),
    (("a = 3", "a' + 2"), "not-supported"),
    (("a = 3", "a' + b'"), "unknown-name"),
    ("sqrt(-4)", "not-real"),
    ("ln(-1)", "not-real"),
    ("arcsin(2)", "not-real"),
    ("ln(0)", "outside-domain"),
    ("tan(pi/2)", "outside-domain"),
    ("(-3)!", "outside-domain"),
    ("1/0", "division-by-zero"),
    ("0/0", "undefined-value"),
    ("oo - oo", "undefined-value"),
    (("f(x) = |x|", "f'(0)"), "undefined-value"),
    ("cell 5", "no-such-cell"),
    ("above", "no-such-cell"),
    ("9^9^9^9", "too-large"),
    ("(10^9)!", "too-large"),
)

NOTICES: tuple[tuple[Cells, str], ...] = (
    (("k = 4", "m = k^2 + 1", "k = 7"), "m was made with k = 4"),
    (("k = 4", "k = 7"), "Replaces k of cell 1"),
    ("20/4(1 + 6)", "20/(4(1 + 6))"),
    ("1/2x", "1/(2x)"),
    ("100 + 10%", "hundredth"),
    ("2.5(4)", "2.5*(4)"),
    ("log(100)", "base 10"),
    ("sin(30)", "30°"),
    ("3!=6", "≠"),
    ("√x²", "sqrt(x^…)"),
    ("sin x/2", "(sin x)/"),
    ("2 + 3i", "complex"),
    (("x = 5", "d/dx x^3"), "Differentiated by x first"),
    ("sin x", "radians"),
    ("d/dx x^2 + x", "d/dx"),
)

CONDITIONS = (
    ("(x^2 - 9)/(x - 3)", ["x != 3"]),
    ("(x^2 - 3)/(5x + 2)", []),
    ("rationalize 1/(sqrt(x) + 1)", ["x != 1"]),
    ("sqrt(x)^2", ["x >= 0"]),
    ("x^3/(x (x - 1))", ["x != 0"]),
    ("(x - 1)(x - 2)/((x - 1)(x - 2))", ["x != 1", "x != 2"]),
    ("e^(ln x)", ["x > 0"]),
)

FORMS = (
    ("59/6", {"mixed": "9 5/6", "recurring": "9.8(3)"}),
    ("9x^2 - 30x + 25", {"factored": "(3*x - 5)^2"}),
    ("(x + 1)^2 (x - 2)", {"factored": "(x - 2)*(x + 1)^2"}),
    ("1/x + 1/y", {"single fraction": "(x + y)/(x*y)"}),
    ("1/(sqrt(x) + 1)", {"rationalized": "(sqrt(x) - 1)/(x - 1)"}),
    ("1/(x^2 - 1)", {"partial fractions": "1/(2*(x - 1)) - 1/(2*(x + 1))"}),
    ("7 sqrt(3)", {"radical": "sqrt(147)", "power": "7*3^(1/2)"}),
    ("1 + i", {"polar": "sqrt(2)*e^(pi*i/4)"}),
    ("e^(2 i)", {"rectangular": "cos(2) + sin(2)*i"}),
    ("pi/3", {"degrees": "60°"}),
    ("0.00012", {"exact": "3/25000", "scientific": "1.2*10^-4"}),
    ("720", {"prime factors": "2^4*3^2*5"}),
    ("1.5/7 + 0", {"recurring": "0.2(142857)"}),
)


def cells_of(cells: Cells) -> tuple[str, ...]:
    return (cells,) if isinstance(cells, str) else cells


class Contract(unittest.TestCase):
    def test_exact_results(self) -> None:
        for section, cells, wanted in EXACT:
            with self.subTest(section=section, cells=cells):
                self.assertEqual(exact(*cells_of(cells)), wanted)

    def test_typing_a_result_back_in_gives_the_same(self) -> None:
        for section, cells, wanted in EXACT:
            if (
                section == "6"
                or "=" in wanted
                or "i" in wanted.replace("sin", "").replace("pi", "")
            ):
                continue
            with self.subTest(cells=cells):
                self.assertEqual(exact(wanted), exact(*cells_of(cells)))

    def test_decimals(self) -> None:
        for line, wanted in DECIMAL:
            with self.subTest(line):
                self.assertEqual(decimal(line), wanted)

    def test_errors(self) -> None:
        for cells, wanted in CODES:
            with self.subTest(cells=cells):
                self.assertEqual(code(*cells_of(cells)), wanted)

    def test_notices(self) -> None:
        for cells, wanted in NOTICES:
            with self.subTest(cells=cells):
                found = notices(*cells_of(cells))
                self.assertTrue(any(wanted in text for text in found), found)

    def test_conditions(self) -> None:
        for line, wanted in CONDITIONS:
            with self.subTest(line):
                self.assertEqual(result(line)["conditions"], wanted)

    def test_forms(self) -> None:
        for line, wanted in FORMS:
            with self.subTest(line):
                found = {f["name"]: f["text"] for f in result(line)["forms"]}
                self.assertLessEqual(wanted.items(), found.items(), found)

    def test_an_angle_in_degrees_has_its_radians(self) -> None:
        found = {f["name"]: f["text"] for f in result("arctan(1)", angles="degrees")["forms"]}
        self.assertEqual(found["radians"], "pi/4")
        self.assertNotIn("radians", {f["name"] for f in result("45", angles="degrees")["forms"]})

    def test_conventions(self) -> None:
        self.assertEqual(exact("59/6", fractions="mixed"), "9 5/6")
        self.assertEqual(exact("sin(30)", angles="degrees"), "1/2")
        self.assertEqual(exact("sin(100)", angles="gon"), "1")
        self.assertEqual(exact("arctan(1)", angles="degrees"), "45")
        self.assertEqual(exact("cos(60°)", angles="gon"), "1/2")
        self.assertEqual(exact("(-8)^(1/3)", numbers="complex"), "1 + sqrt(3)*i")
        self.assertEqual(exact("sqrt(-4)", numbers="complex"), "2*i")
        self.assertEqual(exact("cbrt(-8)", numbers="complex"), "-2")
        self.assertEqual(decimal("pi", decimals="3 dp"), "≈ 3.142")
        self.assertEqual(exact("d/dx sin x", angles="degrees"), "pi*cos(x)/180")

    def test_a_relation_without_letters_is_true_or_not(self) -> None:
        self.assertEqual(result("1/2 = 0.5")["verdict"], "true")
        self.assertEqual(result("2 < 1")["verdict"], "not-true")
        self.assertIsNone(result("x < 1")["verdict"])

    def test_the_degree_sign_needs_no_convention(self) -> None:
        self.assertFalse(any("radians" in text for text in notices("cos 60°")))

    def test_a_failed_line_leaves_its_neighbours_alone(self) -> None:
        self.assertEqual(exact("a = 2", "1/0", "a + 1"), "3")


if __name__ == "__main__":
    unittest.main()
