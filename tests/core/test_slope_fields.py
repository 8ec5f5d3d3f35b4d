"""Fields of slopes: what is read as one, its window, and the solutions through points compared with closed forms."""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable
from typing import Any

import sympy as sp

from upper_slate.core.answering.views import view_of
from upper_slate.core.line.tasks import ViewData
from upper_slate.core.reading.lines import read_line
from upper_slate.core.reading.names import KnownNames
from upper_slate.core.working.answers.requests import answer
from upper_slate.core.working.context import Context
from upper_slate.core.working.evaluate import Evaluator
from upper_slate.core.working.graphs.paths import path_through

from .lines import code, result

x, y = sp.symbols("x y", real=True)
WINDOW = (-3.0, 3.0, -3.0, 3.0)

#: slope, point, the solution through it, and between which places it is followed at least
KNOWN: tuple[tuple[sp.Expr, tuple[int, int], Callable[[float], float], tuple[float, float]], ...] = (
    (x - y, (0, 1), lambda t: 2 * math.exp(-t) + t - 1, (-1, 3)),
    (y**2, (0, 1), lambda t: 1 / (1 - t), (-3, 0.7)),
    (-x / y, (0, 2), lambda t: math.sqrt(max(4 - t * t, 0)), (-1.99, 1.99)),
    (sp.sqrt(y), (0, 1), lambda t: (t + 2) ** 2 / 4, (-1.9, 2)),
    (y / x, (1, 1), lambda t: t, (0.01, 3)),
    (sp.exp(-y), (0, 0), lambda t: math.log(t + 1), (-0.9, 3)),
    (-20 * y, (0, 1), lambda t: math.exp(-20 * t), (-0.05, 2.8)),
    (sp.cos(x), (0, 0), math.sin, (-3, 3)),
    (1 + y**2, (0, 0), math.tan, (-1.3, 1.3)),
)


class Paths(unittest.TestCase):
    def test_they_are_true_to_less_than_a_pixel(self) -> None:
        for slope, at, value, (low, high) in KNOWN:
            with self.subTest(str(slope)):
                points = path_through(slope, x, y, (sp.Integer(at[0]), sp.Integer(at[1])), WINDOW, 5.0)
                self.assertEqual(points, tuple(sorted(points)))
                self.assertLess(points[0][0], low + 1e-9)
                self.assertGreater(points[-1][0], high - 1e-9)
                self.assertLess(max(abs(height - value(place)) for place, height in points), 1e-3 * 6)

    def test_none_goes_through_a_point_without_a_slope(self) -> None:
        self.assertEqual(path_through(y / x, x, y, (sp.S.Zero, sp.S.One), WINDOW, 1.0), ())
        self.assertEqual(path_through(sp.sqrt(y), x, y, (sp.S.Zero, sp.Integer(-1)), WINDOW, 1.0), ())


class Fields(unittest.TestCase):
    def field(self, line: str) -> dict[str, Any]:
        graph: dict[str, Any] = result(line)["graph"]
        return graph

    def test_slopes_are_those_of_the_equation(self) -> None:
        for line, slope in (
            ("graph y' = x - y for x from -3 to 3, y from -3 to 3", lambda a, b: a - b),
            ("slope field of dy/dx = x/y for y from -3 to 3, x from -3 to 3", lambda a, b: a / b),
            ("graph 2y' + x y = 4", lambda a, b: (4 - a * b) / 2),
        ):
            graph = self.field(line)
            self.assertGreater(len(graph["field"]["slopes"]), 400)
            for a, b, steep in graph["field"]["slopes"]:
                self.assertAlmostEqual(steep, slope(a, b), delta=1e-4 * max(1, abs(steep)))

    def test_the_axes_are_the_letters_of_the_equation(self) -> None:
        graph = self.field("graph dN/dt = N/20 for t from 0 to 120, N from 0 to 90")
        self.assertEqual((graph["letter"], graph["field"]["upright"], graph["window"]), ("t", "N", [0, 120, 0, 90]))
        self.assertEqual(self.field("graph y' = y")["window"], [-5, 5, -5, 5])

    def test_a_value_in_the_line_draws_the_solution_through_it(self) -> None:
        (path,) = self.field("graph y' = y, y(0) = 1")["field"]["paths"]
        self.assertEqual((path["place"], path["chosen"], path["request"]), ([0, 1], False, "solve y' = y, y(0) = 1"))
        self.assertIsNone(result(path["request"])["error"])

    def test_points_that_are_chosen(self) -> None:
        """One that can be followed, one where there is no slope, one that is no number."""
        view: ViewData = {"paths": [{"x": "1", "y": "sqrt(2)"}, {"x": "0", "y": "1"}, {"x": "a", "y": "1"}]}
        context = Context(answer=answer, view=view_of(view))
        line = read_line("graph y' = y/x", KnownNames())
        assert line.body is not None
        value = Evaluator(context).answered(line.body).value  # type: ignore[arg-type]
        first, second, third = value.field.paths  # type: ignore[union-attr]
        self.assertTrue(first.is_chosen and first.pieces)
        self.assertEqual(second.pieces, ())
        self.assertIn("number is needed", third.message)

    def test_what_has_no_field(self) -> None:
        for line in ("graph y'' = y", "graph y' = k y", "graph y'^2 = y", "graph y' = |x|, y(0) = 0"):
            with self.subTest(line):
                self.assertEqual(code(line), "not-supported")
        self.assertEqual(code("graph y' = y for x from 3 to 1"), "outside-domain")


if __name__ == "__main__":
    unittest.main()
