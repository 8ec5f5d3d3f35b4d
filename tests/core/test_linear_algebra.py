"""Eigenvalues and eigenvectors of matrices made from chosen ones, systems as equations of matrices, coefficients against the binomial theorem."""

from __future__ import annotations

import json
import random
import unittest
from fractions import Fraction
from math import comb

import mpmath

from tests.core.lines import code, exact, notices, result
from tests.rounds import rounds

ROUNDS = rounds(8)
Matrix = list[list[int]]


def _product(a: Matrix, b: Matrix) -> Matrix:
    return [[sum(x * y for x, y in zip(row, column, strict=True)) for column in zip(*b, strict=True)] for row in a]


def _shear(rng: random.Random, size: int) -> tuple[Matrix, Matrix]:
    """A matrix with whole entries whose inverse has them too: shears one after the other."""
    forth = [[int(i == j) for j in range(size)] for i in range(size)]
    back = [row[:] for row in forth]
    for _ in range(3):
        i, j = rng.sample(range(size), 2)
        k = rng.choice([-2, -1, 1, 2])
        step = [[int(a == b) + k * (a == i and b == j) for b in range(size)] for a in range(size)]
        undo = [[int(a == b) - k * (a == i and b == j) for b in range(size)] for a in range(size)]
        forth, back = _product(forth, step), _product(undo, back)
    return forth, back


class Eigen(unittest.TestCase):
    def test_of_matrices_made_from_them(self) -> None:
        rng = random.Random(31)
        for _ in range(ROUNDS):
            size = rng.choice([2, 2, 3])
            values = sorted(rng.sample(range(-5, 6), size))
            forth, back = _shear(rng, size)
            matrix = _product(_product(forth, [[v * (i == j) for j in range(size)] for i, v in enumerate(values)]), back)
            with self.subTest(matrix=matrix):
                self.assertEqual(exact(f"eigenvalues of {matrix}"), str(values))
                vectors = [[Fraction(x) for x in row] for row in json.loads(exact(f"eigenvectors of {matrix}"))]
                for value, vector in zip(values, vectors, strict=True):
                    self.assertTrue(any(vector))
                    self.assertEqual([sum(a * x for a, x in zip(row, vector, strict=True)) for row in matrix], [value * x for x in vector])

    def test_roots_letters_repeated_ones_and_complex_ones(self) -> None:
        for line, wanted in (
            ("eigenvalues of [[1, 2], [3, 4]]", "[(5 - sqrt(33))/2, (5 + sqrt(33))/2]"), ("eigenvalues of [[a, b], [b, a]]", "[a + b, a - b]"),
            ("eigenvectors of [[a, b], [b, a]]", "[[1, 1], [1, -1]]"), ("eigenvalues of [[2, 1], [0, 2]]", "[2, 2]"), ("eigenvectors of [[2, 1], [0, 2]]", "[[1, 0]]"),
            ("eigenvalues of [[0, i], [-i, 0]]", "[-1, 1]"),
        ):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertTrue(any(n.startswith("For single values of the letters") for n in notices("eigenvectors of [[a, b], [0, a]]")))
        self.assertEqual(code("eigenvalues of [[0, 1], [-1, 0]]"), "not-real")
        self.assertEqual(code("eigenvalues of [[1, 2, 3]]"), "outside-domain")
        self.assertIn("No more than 1 is independent, so this matrix is not similar to a diagonal one.", notices("eigenvectors of [[2, 1], [0, 2]]"))

    def test_without_closed_form_they_have_decimals(self) -> None:
        """Compared with those that mpmath finds by its own way; the letters of a matrix allow no decimals."""
        chosen = random.Random(12)
        for _ in range(6):
            size = chosen.choice((3, 4))
            rows = [[chosen.randrange(-5, 6) for _ in range(size)] for _ in range(size)]
            rows = [[rows[min(i, k)][max(i, k)] for k in range(size)] for i in range(size)]  # symmetric: all are real
            with self.subTest(rows):
                found = result(f"eigenvalues of {rows}")
                shown = [float(v) for v in (found["decimal"] or found["exact"])["text"].strip("[]").split(",")]
                for one, other in zip(shown, sorted(mpmath.eigsy(mpmath.matrix(rows), eigvals_only=True)), strict=True):
                    self.assertLessEqual(abs(one - other), 1e-5 * max(1, abs(other)))
        self.assertEqual(result("eigenvalues of [[0, 1, 0], [0, 0, 1], [1, 1, 0]]", numbers="complex")["decimal"]["text"],
                         "[-0.662359 - 0.56228*i, -0.662359 + 0.56228*i, 1.32472]")
        for line in ("eigenvectors of [[2, 1, 0], [1, 3, 1], [0, 1, 5]]", "eigenvalues of [[a, 1, 0], [1, 3, 1], [0, 1, 5]]"):
            self.assertEqual(code(line), "not-supported")


class Systems(unittest.TestCase):
    def test_an_equation_of_lists_is_one_of_their_entries(self) -> None:
        rng = random.Random(32)
        for _ in range(ROUNDS):
            matrix = [[rng.randint(-4, 4) for _ in range(2)] for _ in range(2)]
            if matrix[0][0] * matrix[1][1] == matrix[0][1] * matrix[1][0]:
                continue
            x, y = rng.randint(-6, 6), rng.randint(-6, 6)
            right = [row[0] * x + row[1] * y for row in matrix]
            with self.subTest(matrix=matrix, right=right):
                self.assertEqual(exact(f"solve {matrix} [x, y] = {right} for x, y"), f"x = {x} and y = {y}")
        self.assertEqual(exact("A = [[2, 1], [5, 3]]", "solve A [x, y] = [4, 11]"), "x = 1 and y = 2")
        self.assertEqual(code("solve [x, y] = 3"), "wrong-arguments")


class Coefficients(unittest.TestCase):
    def test_by_the_binomial_theorem(self) -> None:
        rng = random.Random(33)
        for _ in range(ROUNDS):
            n, a, b = rng.randint(2, 12), rng.choice([-3, -1, 1, 2, 5]), rng.choice([-2, -1, 1, 3])
            k = rng.randint(1, n)
            with self.subTest(n=n, k=k, a=a, b=b):
                self.assertEqual(exact(f"coefficient of x^{k} in ({a} + ({b})x)^{n}"), str(comb(n, k) * a ** (n - k) * b**k))
                self.assertEqual(exact(f"constant term of (x + ({a})/x)^{2 * k}"), str(comb(2 * k, k) * a**k))

    def test_of_several_letters_and_what_has_none(self) -> None:
        for line, wanted in (("coefficient of x^2 y in (x + 2y)^3", "6"), ("coefficient of x^2 in (1 + a x)^5", "10*a^2"), ("coefficient of x in x^2", "0"),
                             ("coefficient of x^-2 in (x + 1/x)^4", "4"), ("term independent of x in (x^2 - 2/x)^9", "5376")):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
                self.assertEqual(result(line)["conditions"], [])
        self.assertEqual(code("coefficient of 3 in x^2"), "wrong-arguments")
        self.assertEqual(code("f(t) = (1 + t)^4", "coefficient of x^2 in f"), "wrong-arguments")  # 0 would be of another letter
        self.assertEqual(exact("f(t) = (1 + t)^4", "coefficient of t^2 in f"), "6")
        self.assertEqual(exact("x = 5", "coefficient of x^2 in (1 + x)^3"), "3")
        self.assertEqual(result("coefficient of x in (a x)/a")["conditions"], ["a != 0"])
        self.assertEqual((exact("coefficient of t^0 in (t + 1/t)^2"), code("constant term of a + b")), ("2", "wrong-arguments"))
        self.assertEqual(code("coefficient of x^2 in 1/(1 - x)"), "not-supported")


class Factorials(unittest.TestCase):
    def test_quotients_and_sums_of_neighbours(self) -> None:
        for line, wanted in (("n!/(n - 2)!", "n^2 - n"), ("(n + 1)!/n!", "n + 1"), ("(n + 1)! - n!", "n*n!"), ("1/n! - 1/(n + 1)!", "n/(n + 1)!"), ("n!/(n! + (n - 1)!)", "n/(n + 1)"),
                             ("choose(n, 2)", "(n^2 - n)/2"), ("(2n)!/(2n - 2)!", "4*n^2 - 2*n")):
            with self.subTest(line):
                self.assertEqual((exact(line), result(line)["conditions"]), (wanted, []))

    def test_they_count(self) -> None:
        for line, wanted in (("solve n!/(n - 2)! = 20", "n = 5"), ("solve choose(n, 2) = 28", "n = 8"), ("solve permutations(n, 2) = 56", "n = 8")):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertEqual(code("f(n) = choose(n, 2)", "f(-7)"), "outside-domain")
        self.assertEqual(code("f(n) = n!/(n - 2)!", "f(1/2)"), "outside-domain")


class OneExponential(unittest.TestCase):
    def test_quotients_are_reduced(self) -> None:
        for line, wanted in (("(e^x - 1)/(e^(x/2) + 1)", "e^(x/2) - 1"), ("(e^(2x) - 1)/(e^x + 1)", "e^x - 1"), ("(1 + e^(-x))/(1 + e^x)", "e^-x")):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertEqual(result("(e^(2x) - 1)/(e^x - 1)")["conditions"], ["x != 0"])
