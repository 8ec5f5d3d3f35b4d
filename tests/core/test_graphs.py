"""Curves as they are sampled: they lie on the function, and break where it breaks."""

from __future__ import annotations

import math
import unittest
from collections.abc import Callable
from itertools import pairwise
from typing import Any

from flint import arb

from upper_slate.core.answering.answer import work_out
from upper_slate.core.line.conventions import Conventions
from upper_slate.core.line.tasks import LineTask

from .lines import result


def graph(line: str, *above: str, **conventions: str) -> dict[str, Any]:
    found = result(*above, line, **conventions)
    assert found["graph"], found["error"]
    return found["graph"]


def curves_alone(line: str) -> dict[str, Any]:
    """Without what is found on them, which takes longer."""
    task = LineTask(line, 1, Conventions().as_dict(), view={"marks": False})
    found: dict[str, Any] = work_out(task).result["graph"]
    return found


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


#: the same with balls for judges: smooth ones, seen to a pixel
SMOOTH: tuple[tuple[str, Callable[[arb], arb], str, str], ...] = (
    ("tan x", lambda x: x.tan(), "-5", "5"),
    ("1/x", lambda x: 1 / x, "-2", "2"),
    ("|x|", abs, "-2", "2"),
    ("(x^2 - 9)/(x - 3)", lambda x: x + 3, "-1", "6"),
    ("x sin x", lambda x: x * x.sin(), "-25", "25"),
    ("e^(-x^2)", lambda x: (-(x**2)).exp(), "-4", "4"),
    ("sqrt(x^2 + 1)/(x - 1)", lambda x: (x * x + 1).sqrt() / (x - 1), "-6", "6"),
    ("sin(x)^2 + cos(3x)", lambda x: x.sin() ** 2 + (3 * x).cos(), "0", "20"),
    ("(x - 1)^9", lambda x: (x - 1) ** 9 if x > 1 else -((1 - x) ** 9), "-1", "3"),
    ("arctan(20 x)", lambda x: (20 * x).atan(), "-3", "3"),
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

    def test_between_samples_no_curve_is_further_away_than_a_pixel(self) -> None:
        """Balls on the whole step, worked out here, hold every value there: the chord is within a pixel of them."""
        for text, value, low, high in SMOOTH:
            with self.subTest(text):
                data = curves_alone(f"graph {text} for x from {low} to {high}")
                _, _, bottom, top = data["window"]
                pixel = (top - bottom) / 300
                for piece in data["curves"][0]["pieces"]:
                    for (a, ya), (b, yb) in pairwise(piece):
                        for k in range(8):
                            share = (k + 0.5) / 8
                            exact = value(arb(a + share * (b - a)))
                            chord = ya + share * (yb - ya)
                            outside = (
                                min(ya, yb) > 2 * top - bottom or max(ya, yb) < 2 * bottom - top
                            )
                            self.assertTrue(
                                outside or abs(float(exact.mid()) - chord) < pixel, (a, b)
                            )

    def test_what_swings_too_fast_fills_its_height_and_no_more(self) -> None:
        found = points(graph("graph sin(1/x) for x from -1 to 1"))
        near = [y for x, y in found if 0 < abs(x) < 0.01]
        self.assertLess(min(near), -0.99)
        self.assertGreater(max(near), 0.99)
        self.assertTrue(all(-1.0001 <= y <= 1.0001 for _, y in found))
        quick = points(graph("graph sin(1000 x) for x from -10 to 10"))
        for part in range(20):
            here = [y for x, y in quick if part - 10 <= x <= part - 9]
            self.assertTrue(max(here) > 0.99 and min(here) < -0.99)

    def test_both_sides_of_a_pole_leave_the_window(self) -> None:
        for text in ("1/x", "1/(1000 x)", "1/x^2", "x + 0.0001/x"):
            with self.subTest(text):
                data = graph(f"graph {text} for x from -2 to 2")
                _, _, bottom, top = data["window"]
                left, right = data["curves"][0]["pieces"]
                for end in (left[-1], right[0]):
                    self.assertAlmostEqual(end[0], 0, delta=1e-4)
                    self.assertFalse(bottom <= end[1] <= top)

    def test_a_logarithm_goes_down_to_the_edge(self) -> None:
        data = graph("graph ln x for x from -1 to 5, y from -12 to 3")
        self.assertLess(data["curves"][0]["pieces"][0][0][1], -12)

    def test_functions_by_cases(self) -> None:
        data = graph("graph f for x from -2 to 2", "f(x) = x^2 if x < 0, x + 1 otherwise")
        left, right = data["curves"][0]["pieces"]
        self.assertAlmostEqual(left[-1][1], 0, delta=1e-4)
        self.assertEqual(right[0], [0, 1])

    def test_degrees(self) -> None:
        data = graph("graph sin x for x from 0 to 360", angles="degrees")
        self.assertEqual(data["axis"], "degrees")
        for x, y in points(data):
            self.assertAlmostEqual(y, math.sin(math.radians(x)), places=6)

    def test_axes_in_multiples_of_pi_where_it_suits(self) -> None:
        for text, axis in (("sin x", "pi"), ("sin(pi x)", "plain"), ("x^2", "plain")):
            self.assertEqual(graph(f"graph {text}")["axis"], axis)

    def test_letters_with_values_above(self) -> None:
        for value in ("2", "5"):
            for x, y in points(graph("graph a x^2 for x from 0 to 1", f"a = {value}")):
                self.assertAlmostEqual(y, int(value) * x * x, places=6)

    def test_nothing_to_be_seen_is_no_curve(self) -> None:
        self.assertEqual(graph("graph sqrt(x) for x from -3 to -1")["curves"][0]["pieces"], [])


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

    def test_a_window_with_nothing_in_it_offers_another(self) -> None:
        for line in ("graph sqrt(x - 100) for x from -10 to 10", "graph x^2 for x from -1 to 1, y from 50 to 60"):
            with self.subTest(line):
                data = graph(line)
                left, right, bottom, top = data["elsewhere"]
                again = graph(f"{line.split(' for')[0]} for x from {left} to {right}")
                seen = [y for _, y in points(again)]
                self.assertTrue(any(bottom <= y <= top for y in seen))
        far = "graph x^2 + y^2 = 25"
        data = graph(f"{far} for x from 10 to 20, y from 10 to 20")
        left, right, bottom, top = data["elsewhere"]
        again = graph(f"{far} for x from {left} to {right}, y from {bottom} to {top}")
        self.assertTrue(points(again))
        self.assertIsNone(graph("graph x^2")["elsewhere"])

    def test_ends_that_are_numbers(self) -> None:
        data = graph("graph sin x for x from 0 to 2 pi")
        zeros = [
            f["x"]["exact"]["text"] for f in data["curves"][0]["features"] if f["kind"] == "zero"
        ]
        self.assertEqual(zeros, ["0", "pi", "2*pi"])


class Equations(unittest.TestCase):
    def test_a_circle_is_one_closed_line(self) -> None:
        (piece,) = graph("graph x^2 + y^2 = 25 for x from -6 to 6, y from -6 to 6")["curves"][0][
            "pieces"
        ]
        self.assertEqual(piece[0], piece[-1])
        for x, y in piece:
            self.assertAlmostEqual(math.hypot(x, y), 5, delta=0.001)

    def test_branches_and_poles(self) -> None:
        data = graph("graph x y = 1, y = 1/(x - 1) for x from -3 to 3, y from -3 to 3")
        for curve, shift in zip(data["curves"], (0, 1), strict=True):
            self.assertEqual(len(curve["pieces"]), 2)
            for piece in curve["pieces"]:
                for x, y in piece:
                    self.assertAlmostEqual(y * (x - shift), 1, delta=0.01)

    def test_other_letters_and_lines(self) -> None:
        (piece,) = graph("graph t = 2 for t from 0 to 3, s from -1 to 1")["curves"][0]["pieces"]
        self.assertTrue(all(abs(t - 2) < 1e-6 for t, _ in piece))

    def test_points_and_curves_together(self) -> None:
        data = graph("graph x + 1, P for x from 0 to 3", "P = [[0, 1], [2, 2.5]]")
        self.assertEqual([c["kind"] for c in data["curves"]], ["function", "points"])
        self.assertEqual(data["curves"][1]["points"], [[0, 1], [2, 2.5]])


if __name__ == "__main__":
    unittest.main()
