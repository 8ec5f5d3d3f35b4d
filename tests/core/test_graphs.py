"""Curves as they are sampled: they lie on the function, and break where it breaks."""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable
from itertools import pairwise
from typing import Any

from .lines import result


def graph(line: str, *above: str, **conventions: str) -> dict[str, Any]:
    found = result(*above, line, **conventions)
    assert found["graph"], found["error"]
    return found["graph"]


def points(data: dict[str, Any], curve: int = 0) -> list[tuple[float, float]]:
    return [(x, y) for piece in data["curves"][curve]["pieces"] for x, y in piece]


#: function as typed, the same for Python, from, to
ON_THE_CURVE: tuple[tuple[str, Callable[[float], float], str, str], ...] = (
    ("x^2", lambda x: x * x, "-3", "3"),
    ("sin x", math.sin, "0", "6"),
    ("|x|", abs, "-2", "2"),
    ("e^(-x^2)", lambda x: math.exp(-x * x), "-3", "3"),
    ("x sin x", lambda x: x * math.sin(x), "-10", "10"),
    ("sqrt(x)", math.sqrt, "0", "4"),
    ("x^(1/3)", lambda x: math.copysign(abs(x) ** (1 / 3), x), "-2", "2"),
    ("(x^2 - 9)/(x - 3)", lambda x: x + 3, "0", "5"),
    ("floor(x)", math.floor, "-2", "2"),
    ("1/x", lambda x: 1 / x, "-2", "2"),
    ("tan x", math.tan, "-4", "4"),
)


class Sampling(unittest.TestCase):
    def test_every_point_lies_on_its_curve(self) -> None:
        for text, value, low, high in ON_THE_CURVE:
            with self.subTest(text):
                found = points(graph(f"graph {text} for x from {low} to {high}"))
                self.assertGreater(len(found), 20)
                for x, y in found:
                    self.assertAlmostEqual(y, value(x), delta=1e-6 * (1 + abs(y)))

    def test_the_curve_reaches_both_ends(self) -> None:
        found = points(graph("graph x^3 for x from -1 to 2"))
        self.assertAlmostEqual(found[0][0], -1)
        self.assertAlmostEqual(found[-1][0], 2)

    def test_poles_and_jumps_are_gaps(self) -> None:
        for text, breaks, low, high in (
            ("1/x", [0.0], "-2", "2"),
            ("tan x", [-math.pi / 2, math.pi / 2], "-2", "2"),
            ("floor(x)", [0.0, 1.0], "-1/2", "3/2"),
        ):
            with self.subTest(text):
                pieces = graph(f"graph {text} for x from {low} to {high}")["curves"][0]["pieces"]
                for piece in pieces:
                    for gap in breaks:
                        self.assertFalse(piece[0][0] < gap - 1e-3 and piece[-1][0] > gap + 1e-3)

    def test_the_edge_of_a_domain_is_reached(self) -> None:
        found = points(graph("graph sqrt(x) for x from -1 to 1"))
        self.assertLess(min(x for x, _ in found), 0.001)
        self.assertGreaterEqual(min(x for x, _ in found), 0)

    def test_smooth_curves_are_followed_closely(self) -> None:
        """Between two neighbours the curve is no further away than a pixel of a usual screen."""
        found = points(graph("graph sin(5 x) for x from 0 to 6"))
        for (a, ya), (b, yb) in pairwise(found):
            middle = (a + b) / 2
            self.assertAlmostEqual((ya + yb) / 2, math.sin(5 * middle), delta=0.02)

    def test_nothing_to_be_seen_is_no_curve(self) -> None:
        self.assertEqual(graph("graph sqrt(x) for x from -3 to -1")["curves"][0]["pieces"], [])


class Features(unittest.TestCase):
    def of(self, line: str, *above: str) -> list[tuple[str, str]]:
        curve = graph(line, *above)["curves"][0]
        return [(f["kind"], f["x"]["exact"]["text"]) for f in curve["features"] if f["x"]["exact"]]

    def test_zeros_and_turning_points_are_exact(self) -> None:
        self.assertEqual(
            self.of("graph x^2 - 3 for x from -3 to 4"),
            [("zero", "-sqrt(3)"), ("zero", "sqrt(3)"), ("minimum", "0")],
        )
        self.assertEqual(self.of("graph cos x for x from 0 to 3"), [("zero", "pi/2")])

    def test_only_what_lies_in_the_window(self) -> None:
        self.assertEqual(self.of("graph x^2 - 3 for x from 0 to 4"), [("zero", "sqrt(3)")])

    def test_meetings_of_two_curves(self) -> None:
        data = graph("graph f, k for x from -3 to 4", "f(x) = x^2 - 3", "k(x) = x + 2")
        found = [(m["x"]["exact"]["text"], m["y"]["exact"]["text"]) for m in data["meetings"]]
        self.assertEqual(
            found,
            [
                ("(1 - sqrt(21))/2", "(5 - sqrt(21))/2"),
                ("(1 + sqrt(21))/2", "(5 + sqrt(21))/2"),
            ],
        )
        for meeting in data["meetings"]:
            x, y = meeting["place"]
            self.assertAlmostEqual(y, x + 2)

    def test_the_legend_says_what_a_name_stands_for(self) -> None:
        data = graph("graph f for x from 0 to 1", "f(x) = x^2 - 3")
        self.assertEqual(data["curves"][0]["label"]["text"], "f(x) = x^2 - 3")


class Windows(unittest.TestCase):
    def test_both_directions_can_be_given(self) -> None:
        data = graph("graph x^2 for x from -2 to 2, y from -1 to 3")
        self.assertEqual(data["window"], [-2, 2, -1, 3])

    def test_a_pole_does_not_flatten_the_rest(self) -> None:
        _, _, bottom, top = graph("graph 1/x for x from -5 to 5")["window"]
        self.assertLess(top - bottom, 100)

    def test_points_have_room_around_them(self) -> None:
        left, right, bottom, top = graph("graph points [[0, 1], [2, 5]]")["window"]
        self.assertTrue(left < 0 and right > 2 and bottom < 1 and top > 5)


if __name__ == "__main__":
    unittest.main()
