"""Surfaces: which lines are one, heights and gaps, level lines that are level, and level points compared with their definition."""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable
from typing import Any

from upper_slate.core.working.graphs.fields import lines_at

from .lines import code, result

#: line, function, level points as kind and place
KNOWN: tuple[tuple[str, Callable[[float, float], float], list[tuple[str, list[float]]]], ...] = (
    ("graph z = x^2 - y^2 for x from -2 to 2, y from -2 to 2", lambda x, y: x * x - y * y, [("saddle", [0, 0, 0])]),
    ("graph z = x^3 - 3x + y^2 for x from -2 to 2, y from -2 to 2", lambda x, y: x**3 - 3 * x + y * y, [("saddle", [-1, 0, 2]), ("minimum", [1, 0, -2])]),
    ("graph e^(-x^2 - y^2) for x from -2 to 2, y from -2 to 2", lambda x, y: math.exp(-x * x - y * y), [("maximum", [0, 0, 1])]),
    ("graph z = x^4 + y^4 for x from -1 to 1, y from -1 to 1", lambda x, y: x**4 + y**4, [("level", [0, 0, 0])]),
    ("graph h = x y for x from 1 to 2, y from 1 to 2", lambda x, y: x * y, []),
)


def surface(*cells: str) -> dict[str, Any]:
    graph: dict[str, Any] = result(*cells)["graph"]
    return graph


class Surfaces(unittest.TestCase):
    def test_heights_levels_and_level_points(self) -> None:
        for line, height, points in KNOWN:
            with self.subTest(line):
                graph = surface(line)
                left, right, bottom, top = graph["window"]
                rows = graph["surface"]["heights"]
                for j, row in enumerate(rows):
                    for i, found in enumerate(row):
                        x, y = left + (right - left) * i / (len(row) - 1), bottom + (top - bottom) * j / (len(rows) - 1)
                        self.assertAlmostEqual(found, height(x, y), delta=1e-4 * (1 + abs(height(x, y))))
                self.assertEqual([(p["kind"], p["place"]) for p in graph["surface"]["points"]], points)
                self.assertTrue(graph["surface"]["sure"])
                self.assertEqual(graph["curves"][0]["kind"], "levels")
                self.assertTrue(graph["curves"][0]["pieces"])
                for piece in graph["curves"][0]["pieces"]:  # along each the height stays what it is
                    heights = [height(x, y) for x, y in piece]
                    self.assertLess(max(heights) - min(heights), 0.02 * (graph["surface"]["span"][1] - graph["surface"]["span"][0]))

    def test_by_name_for_a_function_of_two_letters(self) -> None:
        graph = surface("f(u, v) = u^2 + v", "graph f for u from 0 to 1, v from 0 to 2")
        self.assertEqual((graph["surface"]["letters"], graph["window"]), (["u", "v", "z"], [0, 1, 0, 2]))
        self.assertEqual(surface("a = 2", "graph z = a x y")["surface"]["letters"], ["x", "y", "z"])

    def test_poles_are_gaps_and_what_goes_far_out_is_cut(self) -> None:
        for line in ("graph z = 1/(x - y)", "graph z = 1/(x^2 + y^2)", "graph z = ln(x) + y", "graph z = sqrt(4 - x^2 - y^2)"):
            with self.subTest(line):
                found = surface(line)["surface"]
                gaps = sum(height is None for row in found["heights"] for height in row)
                self.assertGreater(gaps, 0)
                self.assertLess(found["span"][1] - found["span"][0], 50)

    def test_where_not_all_level_points_were_found_it_is_said(self) -> None:
        self.assertFalse(surface("graph z = sin(x y)")["surface"]["sure"])

    def test_level_points_by_factors_of_the_slopes(self) -> None:
        found = surface("graph z = sin(x) cos(y)")["surface"]
        half = math.pi / 2
        self.assertTrue(found["sure"])
        self.assertEqual([p["kind"] for p in found["points"]], ["minimum", "saddle", "saddle", "maximum"])
        for point, place in zip(found["points"], ([-half, 0, -1], [0, -half, 0], [0, half, 0], [half, 0, 1]), strict=True):
            self.assertTrue(all(abs(a - b) < 1e-9 for a, b in zip(point["place"], place, strict=True)))

    def test_level_lines_from_the_grid_alone(self) -> None:
        """On each of them the height is the level, as far as a straight line between two corners can tell; beside a gap there is none."""
        side = [k / 10 - 2 for k in range(41)]
        heights: list[list[float | None]] = [[x * x + y for x in side] for y in side]
        heights[20][20] = None
        for level in (-1.0, 0.05, 1.3):
            lines = lines_at(level, heights, (-2.0, 2.0, -2.0, 2.0))
            self.assertGreater(len(lines), 20)
            for line in lines:
                self.assertEqual(len(line), 2)
                for x, y in line:
                    self.assertAlmostEqual(x * x + y, level, delta=0.01)
                    self.assertFalse(abs(x) < 0.1 and abs(y) < 0.1)
        self.assertEqual(lines_at(99.0, heights, (-2.0, 2.0, -2.0, 2.0)), ())

    def test_what_is_no_surface(self) -> None:
        for line in ("graph y = x^2 for x from -2 to 2, y from 0 to 4", "graph x^2 + y^2 = 4", "graph x^2", "graph x^2 for x from 0 to 1, y from 0 to 4", "graph sin(x) for x from 0 to 5, y from -1 to 1", "graph y = x^2, z = x"):
            with self.subTest(line):
                self.assertNotIn("surface", result(line)["graph"] or {})
        self.assertEqual(code("graph z = x y for x from 2 to 1, y from 0 to 1"), "outside-domain")
        self.assertEqual(code("graph z = ln(-1 - x^2 - y^2)"), "outside-domain")


if __name__ == "__main__":
    unittest.main()
