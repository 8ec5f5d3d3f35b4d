"""Curves against a reference of their own: random expressions, worked out here by parts in plain floating point."""

from __future__ import annotations

import math
import random
import unittest
from collections.abc import Callable
from itertools import pairwise
from typing import Any
from unittest import mock

from tests.rounds import rounds

from .test_graphs import curves_alone, graph, points

Function = Callable[[float], float]
ROUNDS = rounds(5)

#: as typed, the ends of each piece that is drawn between -5 and 5 (None where it goes on), and the kinds of what is found there
AS_IT_WAS_WRITTEN: tuple[tuple[str, list[tuple[float, float]], dict[str, list[float]]], ...] = (
    ("sqrt(x)^2", [(0, 5)], {"end": [0], "zero": [0]}),
    ("e^(ln x)", [(0, 5)], {"end": [0], "hole": []}),
    ("ln x - ln x", [(0, 5)], {"end": [0]}),
    ("sqrt(x)/sqrt(x)", [(0, 5)], {"end": [0], "hole": []}),
    ("sin(arcsin x)", [(-1, 1)], {"end": [-1, 1]}),
    ("0 sqrt(x)", [(0, 5)], {"end": [0]}),
    ("|ln x|", [(0, 5)], {"end": [], "minimum": [1]}),
    ("|sqrt x|", [(0, 5)], {"end": [0]}),
    ("sqrt(x - 2)*sqrt(x + 2)", [(2, 5)], {"end": [2]}),
    ("sqrt(ln x)^2", [(1, 5)], {"end": [1]}),
    ("x^x", [(0, 5)], {"end": [0], "minimum": [1 / math.e]}),
    ("sqrt(x^3 - 3x + 1)", [(-1.879385, 0.347296), (1.532089, 5)], {"zero": [-1.879385, 0.347296, 1.532089], "end": [-1.879385, 0.347296, 1.532089]}),
    ("floor(sqrt x)", [(0, 1), (1, 4), (4, 5)], {"jump": [1, 4], "end": [0]}),
    ("x mod 2", [(-5, -4), (-4, -2), (-2, 0), (0, 2), (2, 4), (4, 5)], {"jump": [-4, -2, 0, 2, 4]}),
)
#: as typed, the height at the place where only a point is missing
REMOVABLE = (("(x^3 - 3x + 2)/(x - 1)^2", 1.0, 3.0), ("sin(x)^2/(1 - cos x)", 0.0, 2.0), ("(e^x - 1 - x)/x^2", 0.0, 0.5), ("x/x", 0.0, 1.0))
#: as typed, the asymptotes with the line that shows each
FAR_OUT = (
    ("2^x", {"y = 0": "limit of 2^x as x -> -oo"}),
    ("e^x - 3x", {"y = -3*x": "limit of (e^x - 3*x)/x as x -> -oo"}),
    ("x + e^-x", {"y = x": "limit of (x + e^-x)/x as x -> oo"}),
    ("x + sin(x)/x", {"y = x": "limit of (x + sin(x)/x)/x as x -> oo"}),
    ("x e^(1/x)", {"x = 0": "limit of x*e^(1/x) as x -> 0+", "y = x + 1": "limit of (x*e^(1/x))/x as x -> oo"}),
    ("sqrt(x - 2)*sqrt(x + 2)", {"y = x": "limit of (sqrt(x - 2)*sqrt(x + 2))/x as x -> oo"}),
    ("ln(2 - x)", {"x = 2": "limit of ln(2 - x) as x -> 2-"}),
)


def places(curve: dict[str, Any], kind: str) -> list[float]:
    return sorted(f["place"][0] for f in curve["features"] if f["kind"] == kind)


class AsWritten(unittest.TestCase):
    def test_nothing_is_drawn_where_the_line_has_no_value(self) -> None:
        for text, ends, found in AS_IT_WAS_WRITTEN:
            with self.subTest(text):
                curve = graph(f"graph {text} for x from -5 to 5")["curves"][0]
                drawn = [(piece[0][0], piece[-1][0]) for piece in curve["pieces"]]
                self.assertEqual(len(drawn), len(ends), drawn)
                for pair, expected in zip(drawn, ends, strict=True):
                    self.assertAlmostEqual(pair[0], expected[0], delta=1e-3)
                    self.assertAlmostEqual(pair[1], expected[1], delta=1e-3)
                for kind, at in found.items():
                    self.assertEqual([round(x, 5) for x in places(curve, kind)], [round(x, 5) for x in at], kind)

    def test_a_missing_point_is_no_spike(self) -> None:
        for text, at, height in REMOVABLE:
            with self.subTest(text):
                data = graph(f"graph {text} for x from -2 to 2")
                near = [y for x, y in points(data) if abs(x - at) < 0.01]
                self.assertTrue(near)
                for y in near:
                    self.assertAlmostEqual(y, height, delta=0.05)
                self.assertIn(at, places(data["curves"][0], "hole"))

    def test_lines_far_out_and_what_shows_them(self) -> None:
        for text, expected in FAR_OUT:
            with self.subTest(text):
                curve = graph(f"graph {text} for x from -6 to 6")["curves"][0]
                self.assertEqual({a["equation"]["text"]: a["request"] for a in curve["asymptotes"]}, expected)

    def test_too_much_to_list_is_said(self) -> None:
        for line in ("graph floor(10x) for x from -5 to 5", "graph sin(100x) for x from -5 to 5", "graph sin(1/x) for x from -1 to 1"):
            with self.subTest(line):
                self.assertIn("crowded", graph(line)["curves"][0]["unsure"])

    def test_a_search_that_takes_too_long_gives_up(self) -> None:
        with mock.patch("upper_slate.core.working.graphs.graph._SECONDS", 0.3):
            curve = graph("graph sin(x) + sin(50x)/100 for x from -6 to 6")["curves"][0]
        self.assertTrue(curve["pieces"])
        self.assertIn("turning", curve["unsure"])

    def test_factorials_are_points(self) -> None:
        curve = graph("graph n! for n from 0 to 4")["curves"][0]
        self.assertEqual(curve["points"], [[0, 1], [1, 1], [2, 2], [3, 6], [4, 24]])
        self.assertEqual(curve["pieces"], [])
        self.assertEqual(graph("graph n!")["letter"], "n")


class OfEquations(unittest.TestCase):
    def test_sides_that_only_touch(self) -> None:
        for text, holds in (("(x - y)^2 = 0", lambda x, y: x - y), ("x^2 y^2 = 0", lambda x, y: x * y), ("|x - 2y| = 0", lambda x, y: x - 2 * y)):
            with self.subTest(text):
                found = points(graph(f"graph {text} for x from -4 to 4, y from -4 to 4"))
                self.assertGreater(len(found), 20)
                for x, y in found:
                    self.assertAlmostEqual(holds(x, y), 0, delta=1e-6)

    def test_a_point_that_stands_alone(self) -> None:
        self.assertEqual(graph("graph x^2 + y^2 = 0")["curves"][0]["points"], [[0, 0]])
        self.assertEqual(graph("graph x^2 + y^2 = 1")["curves"][0]["points"], [])

    def test_what_may_be_true_elsewhere_is_said(self) -> None:
        self.assertIn("equation", graph("graph cos(x - y) = 1 for x from -5 to 5, y from -5 to 5")["curves"][0]["unsure"])
        self.assertEqual(graph("graph y^2 = x^3 - x for x from -3 to 3, y from -3 to 3")["curves"][0]["unsure"], [])

    def test_nothing_where_a_part_has_no_value(self) -> None:
        self.assertTrue(all(x >= 0 for x, _ in points(graph("graph sqrt(x)^2 + y = 0 for x from -4 to 4, y from -4 to 4"))))

    def test_meetings_with_curves_and_with_each_other(self) -> None:
        for line, at, request in (
            ("graph x^2 + y^2 = 25, x + y = 1", [(-3, 4), (4, -3)], "solve x^2 + y^2 = 25 and x + y = 1 for x, y"),
            ("graph f, x^2 + y^2 = 2 for x from -3 to 3, y from -3 to 3", [(-1, 1), (1, 1)], "solve x^2 + f(x)^2 = 2 for x in [-3, 3]"),
        ):
            with self.subTest(line):
                data = graph(line, "f(x) = x^2")
                self.assertEqual([tuple(m["place"][:2]) for m in data["meetings"]], at)
                self.assertEqual(data["meetings"][0]["request"], request)
                self.assertEqual(graph_request(request), at)


def graph_request(request: str) -> list[tuple[float, float]]:
    """The places of the solutions of a line, with f(x) = x^2 above."""
    from .lines import result

    found = result("f(x) = x^2", request)["solutions"]["list"]
    rows = [{name: float(value["decimal"]["text"]) for name, value in row.items() if isinstance(value, dict)} for row in found]
    return [(row["x"], row.get("y", row["x"] ** 2)) for row in rows]


# -- random expressions, each as text and as a function that fails where any part has no real value ----------------------


def _root(u: Function) -> Function:
    return lambda x: math.sqrt(u(x))


def _random(pick: random.Random, depth: int) -> tuple[str, Function]:
    if depth == 0:
        number = pick.choice((1, 2, 3))
        return pick.choice((("x", lambda x: x), (f"(x - {number})", lambda x: x - number), (f"{number}", lambda x: float(number))))
    text, u = _random(pick, depth - 1)
    kind = pick.randrange(9)
    if kind < 4:
        other, v = _random(pick, depth - 1)
        return (
            (f"({text} + {other})", lambda x: u(x) + v(x)), (f"({text} * {other})", lambda x: u(x) * v(x)),
            (f"({text} - {other})", lambda x: u(x) - v(x)), (f"({text})/({other})", lambda x: u(x) / v(x)),
        )[kind]
    return (
        (f"sqrt({text})", _root(u)), (f"({text})^2", lambda x: u(x) ** 2), (f"ln({text})", lambda x: math.log(u(x))),
        (f"|{text}|", lambda x: abs(u(x))), (f"sin({text})", lambda x: math.sin(u(x))),
    )[kind - 4]


def _at(f: Function, x: float) -> float | None:
    try:
        return f(x)
    except (ValueError, ZeroDivisionError, OverflowError):
        return None


class RandomCurves(unittest.TestCase):
    def check_pieces(self, data: dict[str, Any], f: Function) -> None:
        if data["window"] is None:  # nothing to be drawn
            self.assertEqual([x for k in range(95) if _at(f, x := -4 + (k + 0.37) / 10) is not None], [])
            return
        left, right, bottom, top = data["window"]
        pixel = (right - left) / 600
        for piece in data["curves"][0]["pieces"]:
            for x, y in piece[1:-1]:
                value = next((v for nudge in (0.0, 1e-13, -1e-13) if (v := _at(f, x + nudge)) is not None), None)  # at an edge the reference rounds out of the domain
                if abs(x - round(x)) < 1e-9:
                    continue  # where the reference rounds to 0/0
                self.assertIsNotNone(value, f"drawn at {x}, where there is no value")
                assert value is not None
                offsets = [0.0, *(sign * pixel * 0.996 ** k for k in range(6000) for sign in (1, -1))]
                around = [v for offset in offsets if (v := _at(f, x + offset)) is not None and abs(v) < 1e9] if abs(y - value) > 1e-5 * (1 + abs(y)) else []
                if abs(y) < 1e9 and around:  # a swing quicker than a pixel fills its height, and no more
                    room = (top - bottom) / 300
                    self.assertTrue(min(around) - room <= y <= max(around) + room, (x, y, min(around), max(around)))
            for (a, ya), (b, yb) in pairwise(piece):
                middle = _at(f, (a + b) / 2)
                if middle is None or b - a < pixel or not bottom <= middle <= top:
                    continue
                self.assertAlmostEqual((ya + yb) / 2, middle, delta=0.02 * (top - bottom))

    def check_features(self, data: dict[str, Any], f: Function) -> None:
        step = 1e-4
        for feature in data["curves"][0]["features"]:
            x, y = feature["place"][:2]
            left, here, right = (_at(f, x + k * step) for k in (-1, 0, 1))
            match feature["kind"]:
                case "zero" if here is not None:
                    self.assertAlmostEqual(here, 0, delta=1e-4)
                case "maximum" if left is not None and right is not None:
                    self.assertLess(max(left, right), y + 1e-9)
                case "minimum" if left is not None and right is not None:
                    self.assertGreater(min(left, right), y - 1e-9)
                case "hole":
                    self.assertTrue(left is not None and right is not None)
                case "end":
                    self.assertNotEqual(left is None, right is None)

    def test_random_compositions(self) -> None:
        """What is found is looked at for one in five: it takes its time."""
        pick = random.Random(20261128)
        for k in range(ROUNDS):
            text, f = _random(pick, pick.choice((2, 3)))
            if "x" not in text:
                continue
            with self.subTest(text):
                line = f"graph {text} for x from -4 to 5.5"
                data = curves_alone(line) if k % 5 else graph(line)
                self.check_pieces(data, f)
                self.check_features(data, f)
