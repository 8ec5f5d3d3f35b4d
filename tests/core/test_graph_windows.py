"""The window of a graph for which none is given: what a student looks for is in it."""

from __future__ import annotations

import math
import unittest

from .lines import result

#: a line, the places that its window must hold, and how wide it may be at most
WINDOWS: tuple[tuple[str, tuple[tuple[float, float], ...], float], ...] = (
    ("graph x^2 - 3", ((-math.sqrt(3), 0), (0, -3), (math.sqrt(3), 0)), 12),
    ("graph x^2 - 400", ((-20, 0), (0, -400), (20, 0)), 100),
    ("graph (x - 100)^2", ((100, 0), (102, 4)), 20),
    ("graph x^3 - 50x", ((-math.sqrt(50 / 3), 136), (math.sqrt(50 / 3), -136), (math.sqrt(50), 0)), 40),
    ("graph (x - 1)(x - 2)(x - 3)", ((1, 0), (3, 0), (0, -6)), 10),
    ("graph 1/(x - 20)", ((19, -1), (21, 1)), 20),
    ("graph ln(x - 3)", ((3, 0), (4, 0)), 15),
    ("graph sqrt(9 - x^2)", ((-3, 0), (3, 0), (0, 3)), 12),
    ("graph 1000 - 5t^2", ((0, 1000), (math.sqrt(200), 0)), 80),
    ("graph x^2, x + 30", ((-5, 25), (6, 36)), 40),
    ("graph 2^x, x^2", ((2, 4), (4, 16)), 20),
    ("graph sin x", ((math.pi / 2, 1), (-math.pi, 0)), 20),
    ("graph sin(100 x)", ((math.pi / 200, 1),), 0.3),
    ("graph tan x", ((math.pi / 4, 1), (-math.pi / 4, -1)), 20),
    ("graph x^2 + y^2 = 4", ((2, 0), (0, -2)), 10),
    ("graph (x - 3)^2 + (y + 20)^2 = 4", ((5, -20), (3, -22)), 10),
    ("graph e^x", ((0, 1), (1, math.e)), 12),
    ("graph 5", ((0, 5),), 12),
)


class Windows(unittest.TestCase):
    def test_what_is_there_is_in_sight(self) -> None:
        for line, places, widest in WINDOWS:
            with self.subTest(line):
                left, right, bottom, top = result(line)["graph"]["window"]
                for x, y in places:
                    self.assertTrue(left <= x <= right and bottom <= y <= top, (x, y))
                self.assertLessEqual(right - left, widest)
                self.assertLess(top - bottom, 60 * max(1.0, *(abs(y) for _, y in places)))

    def test_in_degrees_one_turn_each_way(self) -> None:
        self.assertEqual(result("graph sin x", angles="degrees")["graph"]["window"][:2], [-360, 360])

    def test_what_the_line_says_stays(self) -> None:
        self.assertEqual(result("graph x^2 for x from 7 to 9")["graph"]["window"][:2], [7, 9])

    def test_an_equation_that_says_the_height_is_a_function(self) -> None:
        for line, function in (("graph y = 1/x", "graph 1/x"), ("graph y = x^2 - 3 for x from -4 to 4", "graph x^2 - 3 for x from -4 to 4"), ("graph y = ln x", "graph ln x"), ("graph y = x", "graph x")):
            said, plain = (result(text)["graph"] for text in (line, function))
            self.assertEqual(said["window"], plain["window"])
            self.assertEqual(said["curves"][0], plain["curves"][0])
            self.assertEqual(said["curves"][0]["kind"], "function")
        for line in ("graph x = 3", "graph y = x y + 1", "graph y^2 = x"):
            self.assertEqual(result(line)["graph"]["curves"][0]["kind"], "equation", line)
        self.assertEqual(result("y = 2", "graph y = 2 x")["graph"]["curves"][0]["kind"], "equation")

    def test_equations_have_equal_scales(self) -> None:
        left, right, bottom, top = result("graph (x - 3)^2 + (y + 20)^2 = 4")["graph"]["window"]
        self.assertEqual(right - left, top - bottom)


if __name__ == "__main__":
    unittest.main()
