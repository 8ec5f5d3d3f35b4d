"""Vectors: products, lengths and angles, with the laws that they obey."""

from __future__ import annotations

import random
import unittest

from .lines import code, exact, result


def drawn_vector(drawn: random.Random) -> list[int]:
    return [drawn.randint(-6, 6) for _ in range(3)]


class Vectors(unittest.TestCase):
    def test_laws(self) -> None:
        drawn = random.Random(2)
        for _ in range(20):
            u, v, w = (drawn_vector(drawn) for _ in range(3))
            lines = (f"u = {u}", f"v = {v}", f"w = {w}")
            dot = sum(a * b for a, b in zip(u, v, strict=True))
            with self.subTest(u=u, v=v, w=w):
                self.assertEqual(exact(*lines, "u · v"), str(dot))
                self.assertEqual(exact(*lines, "u · (u × v)"), "0")
                self.assertEqual(exact(*lines, "(u × v) · w - u · (v × w)"), "0")
                self.assertEqual(exact(*lines, "(u × v) · (u × v) + (u · v)^2 - (u · u) (v · v)"), "0")
                self.assertEqual(exact(*lines, "u × v + v × u"), "[0, 0, 0]")

    def test_lengths_and_angles(self) -> None:
        for line, wanted in (
            ("|[1, 2, 2]|", "3"),
            ("length of (2, 3, 6)", "7"),
            ("unit([2, 3, 6])", "[2/7, 3/7, 6/7]"),
            ("angle([1, 0, 0], [0, 2, 0])", "pi/2"),
            ("angle between [1, 1, 0] and [0, 1, 1]", "pi/3"),
        ):
            with self.subTest(line):
                self.assertEqual(exact(line), wanted)
        self.assertEqual(exact("angle([1, 0], [1, 1])", angles="degrees"), "45")

    def test_refusals(self) -> None:
        self.assertEqual(code("dot([1, 2], [1, 2, 3])"), "wrong-arguments")
        self.assertEqual(code("cross([1, 2], [3, 4])"), "wrong-arguments")
        self.assertEqual(code("unit([0, 0])"), "division-by-zero")
        self.assertEqual(code("angle([0, 0], [1, 1])"), "undefined-value")
        self.assertEqual(code("u = [1, 2, 3]", "u*u"), "not-supported")

    def test_typeset_with_their_signs(self) -> None:
        self.assertEqual(result("u = [1, 2]", "v = [3, 4]", "u dot v")["reading"], r"u \cdot v")
        self.assertEqual(result("u = [1, 2, 3]", "v = [3, 4, 5]", "u cross v")["reading"], r"u \times v")


if __name__ == "__main__":
    unittest.main()
